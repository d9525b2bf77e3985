import { lengthRegister } from '@rook/core'
import { FOUR_AXES } from '../machines.ts'
import { scene } from '../scene.ts'
import { at, STANDARD } from './part-zero.ts'
import type { NamedPlays, Shifts } from './play.ts'

/** What is only stated: there is no measurement behind it, and so no \u00b1U. */
export const STATED_PLAYS = {
  'copied-offset': () => ({
    scene: at([[lengthRegister('4'), 103_475_500, STANDARD.length]]),
    raw: { from: 'tool/4/length/geometry', to: '54' },
    truth: [],
  }),

  'deliberate-zero': () => ({ scene: at([]), raw: { register: 'work/G55/Z/geometry' }, truth: [] }),

  'rotary-zero: typed': (chance) => ({
    scene: scene([], { machine: FOUR_AXES, plan: null }),
    raw: { slot: 'G54', axis: 'A', how: 'typed', angle: chance.between(-90, 90).toFixed(3) },
    truth: [],
  }),
} satisfies NamedPlays

/** What becomes of what these find when all readings are shifted by a step. */
export const STATED_SHIFTS = {
  'copied-offset': 'stays',
  'deliberate-zero': 'stays',
} as const satisfies Shifts
