import { geometryRegister, lengthRegister, nm, workRegister } from '@rook/core'
import { LATHE } from '../machines.ts'
import { mounted, scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'
import { at, MACHINE, STANDARD, touch, zero } from './part-zero.ts'
import { on } from './lathe.ts'
import type { NamedPlays } from './play.ts'

/** What is touched a second time where nothing else stands to compare with. The stock is 92 by 63 wide. */
export const WITNESSED_PLAYS = {
  'edge: witnessed from both sides'(chance) {
    const W = zero(chance).X
    const isLow = chance.happens(0.5)
    const [d, P] = isLow ? ([1, 0] as const) : ([-1, 92e6] as const)
    const far = isLow ? 92e6 : 0
    return {
      scene: { ...at([]), plan: scene().plan },
      raw: {
        slot: 'G54',
        axis: 'X',
        direction: isLow ? '+' : '-',
        finder: 'finder',
        between: 'none',
        place: typed(P),
        reading: touch(W + P, d, 5e6, 0, chance.normal(STANDARD.finder)),
        witness: touch(W + far, isLow ? -1 : 1, 5e6, 0, chance.normal(STANDARD.finder)),
      },
      truth: [[workRegister('G54', 'X'), W]],
    }
  },

  'corner: witnessed from both sides'(chance) {
    const W = zero(chance)
    return {
      scene: { ...at([]), plan: scene().plan },
      raw: {
        slot: 'G54',
        axes: 'XY',
        directionX: '+',
        directionY: '-',
        finder: 'finder',
        between: 'none',
        placeX: '0',
        placeY: '63',
        readingX: touch(W.X, 1, 5e6, 0, chance.normal(STANDARD.finder)),
        readingY: touch(W.Y + 63e6, -1, 5e6, 0, chance.normal(STANDARD.finder)),
        witnessX: touch(W.X + 92e6, -1, 5e6, 0, chance.normal(STANDARD.finder)),
        witnessY: touch(W.Y, 1, 5e6, 0, chance.normal(STANDARD.finder)),
      },
      truth: (['X', 'Y'] as const).map((axis) => [workRegister('G54', axis), W[axis]]),
    }
  },

  'face: witnessed by a second tool'(chance) {
    const W = zero(chance).Z
    const lengths = { '4': 103_475_500, '5': 91_208_000, '7': 138_022_100 }
    const top = W + 0.8e6 + 1e6 + chance.normal(STANDARD.shim)
    const over = (length: number) => shown(top + length + chance.normal(STANDARD.length) + chance.normal(STANDARD.felt), MACHINE)
    return {
      scene: scene(
        Object.entries(lengths).map(([number, length]) => [
          lengthRegister(number),
          stands(nm(length), { standard: STANDARD.length, assembly: `tool-${number}` }),
        ]),
        {
          machine: MACHINE,
          plan: null,
          tools: Object.entries(lengths).map(([number, length]) =>
            mounted(number, `tool-${number}`, `Tool ${number}`, { estimate: nm(length) }),
          ),
        },
      ),
      raw: {
        slot: 'G54',
        tool: '4',
        between: 'shim',
        reading: over(lengths['4']),
        place: '0.8',
        witness: over(lengths['7']),
        'witness-tool': '7',
      },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },

  'turned-diameter: witnessed at a second diameter'(chance) {
    const G = -chance.between(240e6, 250e6)
    const cut = (diameter: number) => shown(G + diameter, LATHE)
    const [first, second] = [chance.between(40e6, 60e6), chance.between(15e6, 35e6)].map((one) => Math.round(one / 1000) * 1000)
    const measured = (diameter: number) => typed(diameter + chance.normal(2_000))
    return {
      scene: on(LATHE, [[workRegister('G54', 'X'), 0, 0]]),
      raw: {
        tool: '1',
        slot: 'G54',
        with: 'mic',
        reading: cut(first!),
        place: measured(first!),
        witness: cut(second!),
        'witness-place': measured(second!),
      },
      truth: [[geometryRegister('1', 'X'), G]],
    }
  },
} satisfies NamedPlays
