import { AXES } from '../extents.ts'
import { textOf, type Given } from '../given.ts'
import { writtenBy } from '../written.ts'
import { rows, type Code, type Does, type Doing } from './code.ts'

/** After this block the place of the axes that it names is not known. */
export function leaves({ listing, motion, state }: Doing, given: Given, why: string): void {
  listing.notFollowed(given.block.line, textOf(given), why)
  for (const axis of motion.named(given)) state.at[axis] = null
}

/** Moves in machine coordinates, and to reference points: afterwards nobody knows where the axes stand in part coordinates. */
const machineMove =
  (code: 'G28' | 'G30' | 'G53'): Does =>
  ({ listing, state, motion }, given) => {
    listing.listed('machineMoves', code, given.block.line, textOf(given))
    const named = motion.named(given)
    // On its way to the reference point it passes the place that the block names.
    // "From where it stands" needs no place: whatever stands there goes straight home.
    const isKnown = named.every((axis) => (given.words.has(axis) && !state.incremental) || state.at[axis] !== null)
    if (code !== 'G53' && isKnown && motion.goes(given)) motion.rapid(given, motion.target(given))
    for (const axis of named.length === 0 && code !== 'G53' ? AXES : named) state.at[axis] = null
  }

/** Straight moves that end where something is touched (RS-274 G38.2 to G38.5, and G31 on most controls). */
const probes: Does = (doing, given) => leaves(doing, given, 'a probing move ends where it touches')

function writes(doing: Doing, given: Given): void {
  const { state, listing, length, slots } = doing
  for (const one of writtenBy(given, state, slots, (letter) => length(given, letter))) listing.write(one)
}

/** What moves axes elsewhere than in part coordinates, or writes into the control. */
export const ELSEWHERE: readonly Code[] = rows(
  [100, 'values into the control', 'place', 'own', writes],
  [280, 'to the reference point', 'place', 'own', machineMove('G28')],
  [300, 'to another reference point', 'place', 'own', machineMove('G30')],
  [530, 'machine coordinates', 'place', 'own', machineMove('G53')],
  [310, 'probing', 'motion', 'own', probes],
  [382, 'probing', 'motion', 'own', probes],
  [383, 'probing', 'motion', 'own', probes],
  [384, 'probing', 'motion', 'own', probes],
  [385, 'probing', 'motion', 'own', probes],
  // What it calls is read after everything else in its block.
  [650, 'macro call', 'motion', 'own', null],
)
