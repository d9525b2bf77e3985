import { geometryRegister, lengthRegister, nm, rotationRegister, workRegister } from '@rook/core'
import { FOUR_AXES, LATHE } from '../machines.ts'
import { mounted, scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'
import { at, MACHINE, STANDARD, touch, TURNED_CORNER, zero } from './part-zero.ts'
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

  'turned-corner: witnessed from both sides'(chance) {
    const W = zero(chance)
    const angle = chance.normal(0.004)
    const t = { x: Math.cos(angle), y: Math.sin(angle) }
    // Where the finder of radius 5 stands at a side, so far along the block and across it; the machine moved along one axis.
    const stands = (along: number, across: number, moved: 'x' | 'y') => {
      const centre = { x: W.X + along * t.x - across * t.y, y: W.Y + along * t.y + across * t.x }
      centre[moved] += chance.normal(STANDARD.finder)
      return [shown(centre.x, MACHINE), shown(centre.y, MACHINE)] as const
    }
    const touches = {
      '1': stands(5e6, -5e6, 'y'),
      '2': stands(85e6, -5e6, 'y'),
      '3': stands(-5e6, 34e6, 'x'),
      'witness-long': stands(40e6, 63e6 + 5e6, 'y'),
      'witness-square': stands(92e6 + 5e6, 20e6, 'x'),
    }
    const readings = Object.entries(touches).flatMap(([id, [x, y]]) =>
      id.startsWith('witness')
        ? [
            [`${id}-X`, x],
            [`${id}-Y`, y],
          ]
        : [
            [`X${id}`, x],
            [`Y${id}`, y],
          ],
    )
    return {
      scene: { ...at([]), plan: scene().plan },
      raw: {
        ...TURNED_CORNER,
        ...(Object.fromEntries(readings) as Record<string, string>),
      },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
        [rotationRegister('G54'), ((angle * 180) / Math.PI) * 1e6],
      ],
    }
  },

  'rotary-zero: witnessed at a second angle'(chance) {
    const level = chance.between(-150e6, 150e6)
    const run = chance.between(50e6, 90e6)
    const looked = (slope: number) => {
      const reading = Math.round((level + (slope * 180e6) / Math.PI) / 1000) * 1000
      const rise = Math.tan(((reading - level) * Math.PI) / 180e6) * run + chance.normal(3_000) + chance.normal(3_000)
      return { reading: String(reading / 1e6), rise: typed(rise) }
    }
    const [first, second] = [looked(chance.normal(0.0006)), looked(chance.pick([-1, 1] as const) * chance.between(0.01, 0.03))]
    return {
      scene: scene([], { machine: FOUR_AXES, plan: null }),
      raw: {
        slot: 'G54',
        axis: 'A',
        how: 'face',
        indicator: 'indicator',
        ...first,
        run: typed(run + chance.normal(10_000)),
        place: '0',
        witness: second.reading,
        'witness-rise': second.rise,
      },
      truth: [[workRegister('G54', 'A'), level]],
    }
  },

  'rotary-zero: witnessed by a second face'(chance) {
    const W = chance.between(-100e6, 100e6)
    const swept = (part: number) => String(Math.round((W + part + chance.normal(5_000)) / 1000) / 1000)
    return {
      scene: scene([], { machine: FOUR_AXES, plan: null }),
      raw: {
        slot: 'G54',
        axis: 'A',
        how: 'now',
        by: 'true',
        reading: swept(30e6),
        place: '30',
        witness: swept(120e6),
        'witness-place': '120',
      },
      truth: [[workRegister('G54', 'A'), W]],
    }
  },

  'tool-length: witnessed over another shim'(chance) {
    const [W, H] = [zero(chance).Z, chance.between(103e6, 104e6)]
    const over = (thickness: number) =>
      shown(W + H + 0.8e6 + thickness + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt), MACHINE)
    const standing = [[workRegister('G54', 'Z'), W + chance.normal(STANDARD.length), STANDARD.length]] as const
    return {
      scene: at(standing.map(([register, value, standard]) => [register, value, standard])),
      raw: {
        tool: '4',
        method: 'part',
        slot: 'G54',
        between: 'shim',
        place: '0.8',
        reading: over(1e6),
        witness: over(50e6),
        'witness-between': 'block',
      },
      truth: [[lengthRegister('4'), H]],
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
