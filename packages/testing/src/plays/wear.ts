import { diameterRegister, lengthRegister, wearOf } from '@rook/core'
import type { Chance } from '../chance.ts'
import { typed } from '../typed.ts'
import { at, MACHINE } from './part-zero.ts'
import type { NamedPlays, Played, Shifts } from './play.ts'

/** A size on the part that is off, measured with a gauge that scatters by what it states. */
function sized(chance: Chance, kind: 'inside' | 'outside'): Played {
  const [target, wear] = [40_010_000, -10_000]
  const size = target + chance.between(-60e3, 60e3)
  const sign = kind === 'inside' ? -1 : 1
  const register = diameterRegister(MACHINE, '4')
  return {
    scene: at([
      [register, 6e6, 2_000],
      [wearOf(register), wear, 0],
    ]),
    raw: { tool: '4', kind, by: 'measured', with: 'bore', target: typed(target), measured: typed(size + chance.normal(1_000)) },
    // The register holds radii: half of what the size is off.
    truth: [[wearOf(register), wear + (sign * (target - size)) / 2]],
  }
}

/** Corrections by wear, and advice that writes nothing. */
export const WEAR_PLAYS = {
  'side-size': (chance) => sized(chance, 'inside'),
  'side-size: outside': (chance) => sized(chance, 'outside'),

  'depth-size'(chance) {
    const [target, wear] = [-18e6, 5_000]
    const depth = target + chance.between(-60e3, 60e3)
    const register = lengthRegister('4')
    return {
      scene: at([
        [register, 103_475_500, 2_000],
        [wearOf(register), wear, 0],
      ]),
      raw: { tool: '4', by: 'measured', with: 'mic', target: typed(target), measured: typed(depth + chance.normal(2_000)) },
      truth: [[wearOf(register), wear + target - depth]],
    }
  },

  'boring-head'(chance) {
    const scene = at([])
    const tools = scene.tools.map((tool) => (tool.number === '7' ? { ...tool, kind: 'boring-head' as const } : tool))
    const measured = typed(28e6 + chance.between(-50e3, 50e3))
    return { scene: { ...scene, tools }, raw: { tool: '7', dial: 'diameter', with: 'bore', target: '28.01', measured }, truth: [] }
  },
} satisfies NamedPlays

/** What becomes of what these find when all readings are shifted by a step. */
export const WEAR_SHIFTS = {
  'side-size': 'stays',
  'depth-size': 'stays',
  'boring-head': 'stays',
} as const satisfies Shifts
