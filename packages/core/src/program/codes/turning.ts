import { has, numberOf, textOf, type Given } from '../given.ts'
import type { TurningCycle } from '../state.ts'
import { rows, type Code, type Does, type Doing } from './code.ts'

/** A cycle that stays in force: what a block does not say of it stays as the block before said. */
const stays =
  (code: TurningCycle['code']): Does =>
  ({ state }, given) => {
    // With a spindle speed alone G92 is a limit.
    if (code === 'thread' && !has(given, 'XZUW')) return
    state.turning = { code, X: null, Z: null, taper: 0 }
    state.motion = 'feed'
    state.cycle = null
  }

/** The last pass of a thread; a block without a place sets how the passes before it go. */
function threads({ motion }: Doing, given: Given): void {
  if (motion.goes(given)) motion.turns(given, { code: 'thread', X: null, Z: null, taper: 0 })
}

const pecks =
  (along: 'X' | 'Z'): Does =>
  ({ motion }, given) => {
    if (motion.goes(given)) motion.pecks(given, along)
  }

/**
 * A contour that is roughed: its blocks follow, up to the one that Q names, and afterwards the tool stands where it stood before them.
 * They are read once, as they are finished: what the passes before that reach lies between them and there.
 */
function roughs({ state }: Doing, given: Given): void {
  const [first, last] = [numberOf(given, 'P'), numberOf(given, 'Q')]
  if (first !== null && last !== null) state.contour = { first, last, back: { ...state.at }, by: null }
}

/** Passes like the contour itself: the first stands off by the relief and what is left on, beyond the contour and beyond the start. */
function repeats(doing: Doing, given: Given): void {
  const { state, motion, length } = doing
  const amount = (letter: string) => (given.words.has(letter) ? (length(given, letter) ?? 0) : 0)
  if (numberOf(given, 'P') === null || numberOf(given, 'Q') === null) {
    state.relief = { X: amount('U'), Z: amount('W') }
    return
  }
  roughs(doing, given)
  const { relief, contour } = state
  // The relief on X is a radius, what is left on counts as X does.
  if (contour) contour.by = { X: motion.across(relief?.X ?? 0) + amount('U'), Y: 0, Z: (relief?.Z ?? 0) + amount('W') }
  motion.standsOff(given.block.line)
}

function finishes({ state, listing }: Doing, given: Given): void {
  const [first, last] = [numberOf(given, 'P'), numberOf(given, 'Q')]
  if (first === null || last === null) return listing.notFollowed(given.block.line, textOf(given), 'which contour is finished is not known')
  state.finishes = { first, last }
}

/** What is a turning cycle on a control whose U and W say distances. */
export const TURNING: readonly Code[] = rows(
  [700, 'contour finished', 'motion', 'own', finishes, 'distance letters'],
  [710, 'contour roughed along', 'motion', 'own', roughs, 'distance letters'],
  [720, 'contour roughed across', 'motion', 'own', roughs, 'distance letters'],
  [730, 'contour repeated', 'motion', 'own', repeats, 'distance letters'],
  [740, 'pecked along', 'motion', 'own', pecks('Z'), 'distance letters'],
  [750, 'pecked across', 'motion', 'own', pecks('X'), 'distance letters'],
  [760, 'thread', 'motion', 'own', threads, 'distance letters'],
  [900, 'turned along', 'motion', 'move', stays('along'), 'distance letters'],
  [920, 'thread', 'motion', 'move', stays('thread'), 'distance letters'],
  [940, 'turned across', 'motion', 'move', stays('across'), 'distance letters'],
)
