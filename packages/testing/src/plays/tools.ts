import { diameterRegister, lengthRegister, setterAcross, setterCentre, setterRegister } from '@rook/core'
import type { Chance } from '../chance.ts'
import { at, MACHINE, STANDARD, zero, type Played } from './part-zero.ts'
import { shown } from '../typed.ts'

/** Lengths, diameters and setters as they are played at the machine. */
export const TOOL_PLAYS: Record<string, (chance: Chance) => Played> = {
  'setter-sides'(chance) {
    const [C, A] = [zero(chance).X, chance.between(8e6, 12e6)]
    const pin = 10e6 + chance.normal(1_000)
    return {
      scene: at([]),
      raw: {
        setter: 'setter',
        axis: 'X',
        pin: 'pin-10',
        low: shown(C - (A + pin) / 2 + chance.normal(1_000), MACHINE),
        high: shown(C + (A + pin) / 2 + chance.normal(1_000), MACHINE),
      },
      truth: [
        [setterAcross('setter'), A],
        [setterCentre('setter', 'X'), C],
      ],
    }
  },

  'tool-diameter'(chance) {
    const [C, A, r] = [zero(chance).X, chance.between(8e6, 12e6), 6e6 + chance.normal(4_000)]
    const d = chance.pick([1, -1] as const)
    return {
      scene: at([
        [setterCentre('setter', 'X'), C + chance.normal(1_500), 1_500],
        [setterAcross('setter'), A + chance.normal(2_000), 2_000],
        [lengthRegister('4'), 103_475_500, STANDARD.length],
      ]),
      raw: {
        tool: '4',
        method: 'one-side',
        setter: 'setter',
        axis: 'X',
        direction: d === 1 ? '+' : '-',
        reading: shown(C - d * (r + A / 2) + chance.normal(1_000), MACHINE),
      },
      truth: [[diameterRegister(MACHINE, '4'), r]],
    }
  },

  'tool-length'(chance) {
    const [K, H] = [zero(chance).Z - 20e6, chance.between(103e6, 104e6)]
    const noise = chance.normal(Math.hypot(1_000, STANDARD.felt))
    return {
      scene: at([[setterRegister('setter'), K + chance.normal(STANDARD.K), STANDARD.K]]),
      raw: { tool: '4', method: 'setter', setter: 'setter', spindle: 'against', reading: shown(K + H + noise, MACHINE) },
      truth: [[lengthRegister('4'), H]],
    }
  },
}
