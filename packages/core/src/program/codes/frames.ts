import { AXES, type Place } from '../extents.ts'
import { has, numberOf, textOf, type Given } from '../given.ts'
import { changeFrame, NOWHERE, type State } from '../state.ts'
import { rows, type Code, type Does, type Doing } from './code.ts'

/** A frame that turns, scales or mirrors in a way that is not worked out here. */
const frame =
  (words: string | null): Does =>
  ({ state, listing }, given) => {
    // What was programmed in one frame is no place in another.
    if (state.frame !== words) state.at = { ...NOWHERE }
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
    if (called !== state.slot) state.at = { ...NOWHERE }
    state.slot = called
    listing.slot(given.block.line, called)
  }

/** By its code the block goes nowhere: its X and Y are the centre. */
function rotates({ state, listing, length }: Doing, given: Given): void {
  const [x, y] = [given.words.has('X') ? length(given, 'X') : 0, given.words.has('Y') ? length(given, 'Y') : 0]
  const angle = numberOf(given, 'R')
  listing.listed('shifts', 'G68', given.block.line, textOf(given))
  const rotation = x === null || y === null || angle === null ? ('unknown' as const) : { angle: (angle * Math.PI) / 180, x, y }
  changeFrame(state, { rotation })
  if (rotation === 'unknown') listing.notFollowed(given.block.line, textOf(given), 'the rotation is not known')
}

const UNSHIFTED: Place = { X: 0, Y: 0, Z: 0 }

function shifts({ state, listing, length }: Doing, given: Given): void {
  listing.listed('shifts', 'G52', given.block.line, textOf(given))
  const named = AXES.filter((axis) => given.words.has(axis))
  changeFrame(state, { shift: { ...state.shift, ...Object.fromEntries(named.map((axis) => [axis, length(given, axis)])) } })
}

/** G92.1 ends a shift, G92.2 sets it aside, and G92.3 puts back what was set aside (RS-274). */
const unshifts =
  (code: 'G92.1' | 'G92.2' | 'G92.3'): Does =>
  ({ state, listing }, given) => {
    listing.listed('shifts', code, given.block.line, textOf(given))
    const before = state.shift
    changeFrame(state, { shift: code === 'G92.3' ? (state.setAside ?? state.shift) : UNSHIFTED })
    if (code !== 'G92.3') state.setAside = code === 'G92.2' ? before : null
  }

/** Where the tool stands is called by these figures from now on. */
export function presets({ state, listing, length }: Doing, given: Given): void {
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
  if (state.rotation !== null && has(given, 'XY')) {
    // Controls differ in which of the two comes first.
    state.shift = { ...state.shift, X: null, Y: null }
    return listing.notFollowed(given.block.line, textOf(given), 'it puts the zero elsewhere while a rotation is on')
  }
  if (AXES.some((axis) => shift[axis] === null))
    listing.notFollowed(given.block.line, textOf(given), 'where the tool stood is not known, nor is where this puts the zero')
}

const plainSlot = (number: number | null, name: (number: number) => string): string | null =>
  number === null ? null : name(Math.trunc(number))

const noRotation = ({ state }: { state: State }) => changeFrame(state, { rotation: null })

const SLOTS: readonly (readonly [code: number, slot: string])[] = [
  ...[54, 55, 56, 57, 58, 59].map((code) => [code * 10, `G${code}`] as const),
  ...Array.from({ length: 9 }, (_, at) => [591 + at, `G59.${at + 1}`] as const),
]

/** What programmed figures count from: slots, shifts, rotations, and frames that are named and not followed. */
export const FRAMES: readonly Code[] = [
  ...SLOTS.flatMap(([code, slot]) => rows([code, 'slot', 'slot', 'move', calls(() => slot)])),
  ...rows(
    [541, 'extended slot', 'slot', 'move', calls((given) => plainSlot(numberOf(given, 'P'), (number) => `G54.1 P${number}`))],
    [520, 'local shift', 'frame', 'own', shifts],
    [680, 'rotation', 'frame', 'own', rotates],
    [690, 'rotation off', 'frame', 'move', noRotation],
    [160, 'polar coordinates', 'frame', 'move', frame('polar coordinates')],
    [150, 'polar coordinates off', 'frame', 'move', frame(null)],
    [434, 'tool centre point control', 'frame', 'move', frame('tool centre point control')],
    [121, 'polar interpolation', 'frame', 'own', frame('polar interpolation')],
    [1120, 'polar interpolation', 'frame', 'own', frame('polar interpolation')],
    [131, 'polar interpolation off', 'frame', 'own', frame(null)],
    [1130, 'polar interpolation off', 'frame', 'own', frame(null)],
    [71, 'cylindrical interpolation', 'frame', 'own', wraps],
    [1070, 'cylindrical interpolation', 'frame', 'own', wraps],
    [510, 'scaling', 'frame', 'own', frame('scaling')],
    [500, 'scaling off', 'frame', 'own', frame(null), 'distance codes'],
    [511, 'mirror', 'frame', 'own', frame('mirror')],
    [501, 'mirror off', 'frame', 'own', frame(null)],
    [682, 'tilted plane', 'frame', 'own', frame('tilted plane')],
    [660, 'a macro at every block', 'frame', 'own', frame('a macro at every block')],
    [670, 'no macro at every block', 'frame', 'move', frame(null)],
    [920, 'preset', 'place', 'own', presets, 'distance codes'],
    [921, 'preset off', 'place', 'own', unshifts('G92.1')],
    [922, 'preset set aside', 'place', 'own', unshifts('G92.2')],
    [923, 'preset put back', 'place', 'own', unshifts('G92.3')],
    // The greatest speed, or a preset where it names a place.
    [500, 'preset', 'place', 'own', presets, 'distance letters'],
  ),
]
