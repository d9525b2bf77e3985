import { AXES, type Place } from './extents.ts'
import { has, numberOf, textOf, type Given } from './given.ts'
import type { Listing } from './listing.ts'
import type { Motion } from './motion.ts'
import type { State } from './state.ts'

/** What a code needs to do its part. */
export interface Doing {
  state: State
  listing: Listing
  motion: Motion
  /** Length of a word, nanometres; null where it is not known. */
  length(given: Given, letter: string): number | null
}

type Does = (doing: Doing, given: Given) => void

const nowhere = () => ({ X: null, Y: null, Z: null })

const plane =
  (plane: State['plane']): Does =>
  ({ state }) => {
    state.plane = plane
  }

const unit =
  (unit: State['unit']): Does =>
  ({ state, listing }, { block }) => {
    state.unit = unit
    listing.unit(block.line, unit)
  }

const moves =
  (motion: State['motion']): Does =>
  ({ state }) => {
    state.motion = motion
    state.turning = false
    if (motion !== 'cycle') state.cycle = null
  }

const compensates =
  (side: State['compensates']): Does =>
  ({ state, listing }, given) => {
    state.compensates = side
    if (side === null) return
    listing.ofTool(state.tool, 'compensates', { side, line: given.block.line })
    const offset = numberOf(given, 'D')
    if (offset !== null) listing.ofTool(state.tool, 'diameters', { offset: String(offset), line: given.block.line })
  }

/** A frame that turns, scales or mirrors in a way that is not worked out here. */
const frame =
  (words: string | null): Does =>
  ({ state, listing }, given) => {
    // What was programmed in one frame is no place in another.
    if (state.frame !== words) state.at = nowhere()
    state.frame = words
    if (words !== null) listing.notFollowed(given.block.line, textOf(given), `${words}: no place is told until it is off`)
  }

/** Round a cylinder whose radius C says; C0 ends it. */
function wraps(doing: Doing, given: Given): void {
  frame(numberOf(given, 'C') === 0 ? null : 'cylindrical interpolation')(doing, given)
}

const calls =
  (slot: (given: Given) => string | null): Does =>
  ({ state, listing }, given) => {
    const called = slot(given)
    if (called === null) return listing.notFollowed(given.block.line, textOf(given), 'the number of the slot is not known')
    // The same place has other figures in another slot.
    if (called !== state.slot) state.at = nowhere()
    state.slot = called
    listing.slot(given.block.line, called)
  }

function rotates({ state, listing, length }: Doing, given: Given): void {
  const [x, y] = [given.words.has('X') ? length(given, 'X') : 0, given.words.has('Y') ? length(given, 'Y') : 0]
  const angle = numberOf(given, 'R')
  listing.listed('shifts', 'G68', given.block.line, textOf(given))
  // By its code the block goes nowhere: its X and Y are the centre.
  state.rotation = x === null || y === null || angle === null ? 'unknown' : { angle: (angle * Math.PI) / 180, x, y }
  if (state.rotation === 'unknown') listing.notFollowed(given.block.line, textOf(given), 'the rotation is not known')
}

/** Puts another local shift in force: the tool stays where it is, the frame moves under it. */
function takesShift(state: State, shift: Place): void {
  for (const axis of AXES) {
    const [at, before, by] = [state.at[axis], state.shift[axis], shift[axis]]
    if (before !== by) state.at[axis] = at === null || by === null || before === null ? null : at + before - by
  }
  state.shift = shift
}

const UNSHIFTED: Place = { X: 0, Y: 0, Z: 0 }

function shifts({ state, listing, length }: Doing, given: Given): void {
  listing.listed('shifts', 'G52', given.block.line, textOf(given))
  const named = AXES.filter((axis) => given.words.has(axis))
  takesShift(state, { ...state.shift, ...Object.fromEntries(named.map((axis) => [axis, length(given, axis)])) })
}

/** G92.1 ends a shift, G92.2 sets it aside, and G92.3 puts back what was set aside (RS-274). */
const unshifts =
  (code: 'G92.1' | 'G92.2' | 'G92.3'): Does =>
  ({ state, listing }, given) => {
    listing.listed('shifts', code, given.block.line, textOf(given))
    const before = state.shift
    takesShift(state, code === 'G92.3' ? (state.setAside ?? state.shift) : UNSHIFTED)
    if (code !== 'G92.3') state.setAside = code === 'G92.2' ? before : null
  }

/** G92: where the tool stands is called by these figures from now on. */
function presets({ state, listing, length }: Doing, given: Given): void {
  if (!has(given, 'XYZ')) return
  listing.listed('shifts', 'G92', given.block.line, textOf(given))
  const shift = { ...state.shift }
  for (const axis of AXES)
    if (given.words.has(axis)) {
      const called = length(given, axis)
      const at = state.at[axis]
      const before = shift[axis]
      shift[axis] = at === null || called === null || before === null ? null : at + before - called
      state.at[axis] = called
    }
  state.shift = shift
  if (AXES.some((axis) => shift[axis] === null))
    listing.notFollowed(given.block.line, textOf(given), 'where the tool stood is not known, nor is where this puts the zero')
}

function takesLength({ state, listing }: Doing, given: Given): void {
  state.length = true
  // The tip stands elsewhere in part coordinates than what was there before.
  state.at.Z = null
  const offset = numberOf(given, 'H')
  const { line } = given.block
  if (offset !== null) listing.ofTool(state.tool, 'lengths', { offset: String(offset), line })
  else listing.notFollowed(line, textOf(given), 'no H is called with it: the control takes whichever was called last')
}

/** G44 takes a length off where G43 adds it: right only where lengths are kept with the other sign. */
function takesLengthOff(doing: Doing, given: Given): void {
  takesLength(doing, given)
  doing.listing.notFollowed(
    given.block.line,
    textOf(given),
    'the length counts with the other sign, and the tip is not where the record puts it',
  )
}

function drill(code: number): Does {
  return ({ state, motion }, given) => {
    if (state.cycle && state.cycle.code !== code) state.cycle = { ...state.cycle, code }
    state.motion = 'cycle'
    motion.define(given, code)
  }
}

const MILL_CYCLES = [73, 74, 76, 81, 82, 83, 84, 85, 86, 87, 88, 89]

/** What every G code does that stays or that needs no place, by its number in tenths. */
export const CODES: ReadonlyMap<number, Does> = new Map<number, Does>([
  [0, moves('rapid')],
  [10, moves('feed')],
  [20, moves('cw')],
  [30, moves('ccw')],
  // Threads are cut by a feed move.
  [320, moves('feed')],
  [330, moves('feed')],
  [340, moves('feed')],
  [170, plane('XY')],
  [180, plane('ZX')],
  [190, plane('YZ')],
  [200, unit('in')],
  [210, unit('mm')],
  [400, compensates(null)],
  [410, compensates('left')],
  [420, compensates('right')],
  [430, takesLength],
  [440, takesLengthOff],
  [490, ({ state }) => ((state.length = false), (state.at.Z = null), undefined)],
  [160, frame('polar coordinates')],
  [150, frame(null)],
  [434, frame('tool centre point control')],
  [121, frame('polar interpolation')],
  [1120, frame('polar interpolation')],
  [131, frame(null)],
  [1130, frame(null)],
  [71, wraps],
  [1070, wraps],
  [510, frame('scaling')],
  [500, frame(null)],
  [511, frame('mirror')],
  [501, frame(null)],
  [682, frame('tilted plane')],
  [680, rotates],
  [690, ({ state }) => void (state.rotation = null)],
  [660, frame('a macro at every block')],
  [670, frame(null)],
  [520, shifts],
  [920, presets],
  [921, unshifts('G92.1')],
  [922, unshifts('G92.2')],
  [923, unshifts('G92.3')],
  [541, calls((given) => plainSlot(numberOf(given, 'P'), (number) => `G54.1 P${number}`))],
  [900, ({ state }) => void (state.incremental = false)],
  [910, ({ state }) => void (state.incremental = true)],
  [901, ({ state }) => void (state.centresAbsolute = true)],
  [911, ({ state }) => void (state.centresAbsolute = false)],
  [980, ({ state }) => void (state.returns = 'initial')],
  [990, ({ state }) => void (state.returns = 'retract')],
  [800, ({ state }) => ((state.cycle = null), (state.motion = state.motion === 'cycle' ? 'rapid' : state.motion), undefined)],
  ...[54, 55, 56, 57, 58, 59].map((code): [number, Does] => [code * 10, calls(() => `G${code}`)]),
  ...Array.from({ length: 9 }, (_, at): [number, Does] => [591 + at, calls(() => `G59.${at + 1}`)]),
  ...MILL_CYCLES.map((code): [number, Does] => [code * 10, drill(code)]),
])

const plainSlot = (number: number | null, name: (number: number) => string): string | null =>
  number === null ? null : name(Math.trunc(number))

/** On a control whose U and W add, these are no distances and no drilling cycles. */
export const LATHE_CODES: ReadonlyMap<number, Does | null> = new Map<number, Does | null>([
  [900, turning],
  [920, (doing, given) => (has(given, 'XZUW') ? turning(doing) : undefined)],
  [940, turning],
  [980, null],
  [990, null],
  [730, roughs],
  [740, there],
  [750, there],
  [760, there],
  [700, null],
  [710, roughs],
  [720, roughs],
  [500, null],
])

function turning({ state }: Doing): void {
  state.turning = true
  state.motion = 'feed'
}

/**
 * A contour that is roughed: its blocks follow, up to the one that Q names, and afterwards the tool stands where it stood before them.
 * They are read once, as they are finished: what the passes before that reach lies between them and there.
 */
function roughs({ state }: Doing, given: Given): void {
  const last = numberOf(given, 'Q')
  if (last !== null && numberOf(given, 'P') !== null) state.contour = { last, back: { ...state.at } }
}

function there({ motion }: Doing, given: Given): void {
  if (motion.goes(given)) motion.there(given, motion.target(given))
}

/** Codes after which the block's places are not a move in part coordinates. */
export const NO_MOVE: ReadonlySet<number> = new Set([
  40,
  ...[100, 280, 300, 310, 382, 383, 384, 385, 500, 501, 510, 511, 520, 530, 650, 660, 680, 682],
  ...[920, 921, 922, 923],
])

/** On a lathe the words of these are depths and allowances, or a cut that is told already. */
export const LATHE_NO_MOVE: ReadonlySet<number> = new Set([700, 710, 720, 730, 740, 750, 760])

/** Straight moves that end where something is touched (RS-274 G38.2 to G38.5, and G31 on most controls). */
export const PROBES: ReadonlySet<number> = new Set([310, 382, 383, 384, 385])

/** Codes that change nothing of what is told here: dwell, exact stop, feed and speed modes, tapping modes. */
export const SILENT: ReadonlySet<number> = new Set([
  40, 50, 51, 80, 90, 110, 220, 230, 270, 600, 610, 611, 620, 630, 640, 930, 940, 950, 960, 970, 980, 990,
])
