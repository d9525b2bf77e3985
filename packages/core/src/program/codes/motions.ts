import type { State } from '../state.ts'
import { rows, type Code, type Does } from './code.ts'

const moves =
  (motion: State['motion']): Does =>
  ({ state }) => {
    state.motion = motion
    state.turning = null
    if (motion !== 'cycle') state.cycle = null
  }

const drill =
  (code: number): Does =>
  ({ state, motion }, given) => {
    if (state.cycle && state.cycle.code !== code) state.cycle = { ...state.cycle, code }
    state.motion = 'cycle'
    motion.define(given, code)
  }

const noCycle: Does = ({ state }) => {
  state.cycle = null
  if (state.motion === 'cycle') state.motion = 'rapid'
}

/** Numbers that are drilling cycles on every control, and those that are turning cycles where U and W say distances. */
const DRILLS = [81, 82, 83, 84, 85, 86, 87, 88, 89]
const MILL_DRILLS = [73, 74, 76]

/** Straight moves, arcs and drilling cycles. */
export const MOTIONS: readonly Code[] = [
  ...rows(
    [0, 'rapid', 'motion', 'move', moves('rapid')],
    [10, 'feed', 'motion', 'move', moves('feed')],
    [20, 'arc clockwise', 'motion', 'move', moves('cw')],
    [30, 'arc counter-clockwise', 'motion', 'move', moves('ccw')],
    // Threads are cut by a feed move.
    [320, 'thread', 'motion', 'move', moves('feed')],
    [330, 'thread', 'motion', 'move', moves('feed')],
    [340, 'thread', 'motion', 'move', moves('feed')],
    [800, 'no cycle', 'motion', 'move', noCycle],
  ),
  ...DRILLS.flatMap((code) => rows([code * 10, 'drilling cycle', 'motion', 'move', drill(code)])),
  ...MILL_DRILLS.flatMap((code) => rows([code * 10, 'drilling cycle', 'motion', 'move', drill(code), 'distance codes'])),
]
