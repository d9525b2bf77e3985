import { numberOf, textOf } from '../given.ts'
import type { State } from '../state.ts'
import { rows, type Code, type Does, type Doing } from './code.ts'
import type { Given } from '../given.ts'

const compensates =
  (side: 'left' | 'right'): Does =>
  ({ state, listing }, given) => {
    const offset = numberOf(given, 'D')
    const { line } = given.block
    state.compensates = { side, tool: state.tool, offset: offset === null ? (state.compensates?.offset ?? null) : String(offset) }
    listing.ofTool(state.tool, 'compensates', { side, line })
    if (offset !== null) listing.ofTool(state.tool, 'diameters', { offset: String(offset), line })
  }

function takesLength({ state, listing }: Doing, given: Given): void {
  const offset = numberOf(given, 'H')
  const { line } = given.block
  state.length = { tool: state.tool, offset: offset === null ? null : String(offset) }
  // The tip stands elsewhere in part coordinates than what was there before.
  state.at.Z = null
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

function withoutLength({ state }: { state: State }): void {
  state.length = null
  state.at.Z = null
}

/** Lengths and radii that are called for a tool. */
export const OFFSETS: readonly Code[] = rows(
  [400, 'cutter compensation off', 'radius', 'move', ({ state }) => void (state.compensates = null)],
  [410, 'cutter to the left', 'radius', 'move', compensates('left')],
  [420, 'cutter to the right', 'radius', 'move', compensates('right')],
  [430, 'length added', 'length', 'move', takesLength],
  [440, 'length taken off', 'length', 'move', takesLengthOff],
  [490, 'no length', 'length', 'move', withoutLength],
)
