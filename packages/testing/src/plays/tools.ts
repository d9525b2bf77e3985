import { diameterRegister, lengthRegister, setterAcross, setterCentre, setterRegister, wearOf, workRegister } from '@rook/core'
import type { Chance } from '../chance.ts'
import { at, MACHINE, STANDARD, zero } from './part-zero.ts'
import type { NamedPlays, Played, Shifts } from './play.ts'
import { shown } from '../typed.ts'

/** Lengths, diameters and setters as they are played at the machine. */
export const TOOL_PLAYS = {
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

  'tool-length: four edges alike, the longest': (chance) => edges(chance, 4, 'longest', 0),
  'tool-length: two edges apart, the longest': (chance) => edges(chance, 2, 'longest', 4_000),
  'tool-length: four edges, their mean': (chance) => edges(chance, 4, 'mean', 4_000),

  'tool-length: on the part, wear put to zero'(chance) {
    const [W, H] = [zero(chance).Z, chance.between(103e6, 104e6)]
    const reading = W + H + 0.8e6 + 1e6 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    return {
      scene: at([
        [workRegister('G54', 'Z'), W + chance.normal(STANDARD.length), STANDARD.length],
        [wearOf(lengthRegister('4')), -20_000, 0],
      ]),
      raw: { tool: '4', method: 'part', slot: 'G54', between: 'shim', place: '0.8', wear: 'zero', reading: shown(reading, MACHINE) },
      truth: [[lengthRegister('4'), H]],
    }
  },

  'tool-diameter: setter, both sides'(chance) {
    const [C, A, r] = [zero(chance).X, chance.between(8e6, 12e6), 6e6 + chance.normal(4_000)]
    return {
      scene: at([
        [setterCentre('setter', 'X'), C, 1_500],
        [setterAcross('setter'), A + chance.normal(2_000), 2_000],
        [lengthRegister('4'), 103_475_500, STANDARD.length],
      ]),
      raw: {
        tool: '4',
        method: 'both-sides',
        setter: 'setter',
        axis: 'X',
        high: shown(C + r + A / 2 + chance.normal(1_000), MACHINE),
        low: shown(C - r - A / 2 + chance.normal(1_000), MACHINE),
      },
      truth: [[diameterRegister(MACHINE, '4'), r]],
    }
  },

  'tool-diameter: four edges, the longest'(chance) {
    const [C, A, r] = [zero(chance).X, chance.between(8e6, 12e6), 6e6 + chance.normal(4_000)]
    const readings = Array.from({ length: 4 }, (_, edge) => [
      edge === 0 ? 'reading' : `reading-${edge + 1}`,
      shown(C - (r + A / 2) + chance.normal(1_000), MACHINE),
    ])
    return {
      scene: at([
        [setterCentre('setter', 'X'), C + chance.normal(1_500), 1_500],
        [setterAcross('setter'), A + chance.normal(2_000), 2_000],
        [lengthRegister('4'), 103_475_500, STANDARD.length],
      ]),
      raw: { tool: '4', method: 'one-side', setter: 'setter', axis: 'X', direction: '+', edges: '4', ...Object.fromEntries(readings) },
      truth: [[diameterRegister(MACHINE, '4'), r]],
    }
  },

  'setter-constant'(chance) {
    const K = zero(chance).Z - 20e6
    const reading = K + 150e6 + chance.normal(1_000) + chance.normal(1_000)
    return {
      scene: at([]),
      raw: { setter: 'setter', master: 'gauge:master', reading: shown(reading, MACHINE) },
      truth: [[setterRegister('setter'), K]],
    }
  },
} satisfies NamedPlays

/** Each edge touched for itself, its own scatter in every reading. */
function edges(chance: Chance, count: number, rule: 'longest' | 'mean', apart: number): Played {
  const K = zero(chance).Z - 20e6
  const lengths = Array.from({ length: count }, () => 103.5e6 + chance.normal(apart))
  const readings = lengths.map((length, edge) => [
    edge === 0 ? 'reading' : `reading-${edge + 1}`,
    shown(K + length + chance.normal(Math.hypot(1_000, STANDARD.felt)), MACHINE),
  ])
  const scene = at([[setterRegister('setter'), K + chance.normal(STANDARD.K), STANDARD.K]])
  const tools = scene.tools.map((tool) => (tool.number === '4' ? { ...tool, edges: { rule, spread: null } } : tool))
  const length = rule === 'mean' ? lengths.reduce((sum, one) => sum + one, 0) / count : Math.max(...lengths)
  return {
    scene: { ...scene, tools },
    raw: { tool: '4', method: 'setter', setter: 'setter', edges: String(count), ...Object.fromEntries(readings) },
    truth: [[lengthRegister('4'), length]],
  }
}

/** What becomes of what these find when all readings are shifted by a step. */
export const TOOL_SHIFTS = {
  'setter-sides': { otherwise: 'the middle follows, the width stays' },
  'tool-diameter': { otherwise: 'a radius is counted from the setter, from either side' },
  'tool-length': 'follows',
  'setter-constant': 'follows',
} as const satisfies Shifts
