import {
  lengthRegister,
  mm,
  nm,
  radiusToward,
  rotationRegister,
  setterRegister,
  workRegister,
  type Axis,
  type Gauge,
  type MachineRecord,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import type { Chance } from '../chance.ts'
import type { NamedPlays, Shifts } from './play.ts'
import { GAUGES } from '../gauges.ts'
import { FOUR_AXES } from '../machines.ts'
import { scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'

export const MACHINE: MachineRecord = { ...FOUR_AXES, rotary: [] }
export const STANDARD = { finder: 5_000, shim: 1_000, felt: 2_000, length: 2_000, K: 3_000, height: 10_000 }

/** A probe with a run-out of its own in every run; the record knows it, the touches scatter by its uncertainty. */
export function stylus(chance: Chance): Gauge {
  const [mean, x, y, uneven] = [2_987_000, chance.normal(5_000), chance.normal(5_000), chance.normal(2_000)]
  const radii = { xPlus: mean + x + uneven, xMinus: mean - x + uneven, yPlus: mean + y - uneven, yMinus: mean - y - uneven }
  const whole = Object.fromEntries(Object.entries(radii).map(([side, value]) => [side, Math.round(value)])) as unknown as NonNullable<
    Gauge['radii']
  >
  return { ...GAUGES.find(({ id }) => id === 'probe')!, radii: whole, uncertainty: mm(0.0015) }
}

export const at = (standing: [RegisterRef, number, number][], probe?: Gauge): Scene =>
  scene(
    standing.map(([ref, value, standard]) => [ref, stands(nm(Math.round(value)), { standard, assembly: 'em-12' })]),
    { machine: MACHINE, plan: null, gauges: probe ? [...GAUGES.filter(({ id }) => id !== 'probe'), probe] : GAUGES },
  )

export const zero = (chance: Chance) => ({
  X: chance.between(-400e6, -300e6),
  Y: chance.between(-250e6, -150e6),
  Z: chance.between(-480e6, -400e6),
})

/** Where the display stands when something of radius r touches a side from direction d over a thickness g. */
export const touch = (side: number, d: 1 | -1, r: number, g: number, noise: number) => shown(side - d * (r + g) + noise, MACHINE)

/** What is given for the near left corner of a turned block. */
export const TURNED_CORNER = {
  slot: 'G54',
  side: 'X',
  directionLong: '+',
  directionSquare: '+',
  finder: 'finder',
  between: 'none',
  placeX: '0',
  placeY: '0',
}

/** Part zero. */
export const PART_ZERO_PLAYS = {
  edge(chance) {
    const W = zero(chance).X
    const d = chance.pick([1, -1] as const)
    const P = mm(chance.pick([0, 12.5, -40]))
    const raw = { slot: 'G54', axis: 'X', direction: d === 1 ? '+' : '-', finder: 'finder', between: 'shim', place: typed(P) }
    const reading = touch(W + P, d, 5e6, 1e6 + chance.normal(STANDARD.shim), chance.normal(STANDARD.finder))
    return { scene: at([]), raw: { ...raw, reading }, truth: [[workRegister('G54', 'X'), W]] }
  },

  'edge: a side of the stock'(chance) {
    const W = zero(chance).X
    const isLow = chance.happens(0.5)
    const [d, P] = isLow ? ([1, 0] as const) : ([-1, 92e6] as const)
    const raw = { slot: 'G54', axis: 'X', direction: isLow ? '+' : '-', finder: 'finder', between: 'none', place: typed(P) }
    return {
      scene: { ...at([]), plan: scene().plan },
      raw: { ...raw, reading: touch(W + P, d, 5e6, 0, chance.normal(STANDARD.finder)) },
      truth: [[workRegister('G54', 'X'), W]],
    }
  },

  corner(chance) {
    const W = zero(chance)
    const H = 103_475_500 + chance.normal(STANDARD.length)
    const g = 1e6 + chance.normal(STANDARD.shim)
    const raw = {
      slot: 'G54',
      axes: 'XYZ',
      directionX: '+',
      directionY: '-',
      finder: 'finder',
      between: 'none',
      tool: '4',
      'z-between': 'shim',
    }
    const readings = {
      readingX: touch(W.X, 1, 5e6, 0, chance.normal(STANDARD.finder)),
      readingY: touch(W.Y + 63e6, -1, 5e6, 0, chance.normal(STANDARD.finder)),
      readingZ: shown(W.Z + H + 0.8e6 + g + chance.normal(STANDARD.felt), MACHINE),
    }
    const places = { placeX: '0', placeY: '63', placeZ: '0.8' }
    return {
      scene: at([[lengthRegister('4'), 103_475_500, STANDARD.length]]),
      raw: { ...raw, ...readings, ...places },
      truth: (['X', 'Y', 'Z'] as const).map((axis) => [workRegister('G54', axis), W[axis]]),
    }
  },

  middle(chance) {
    const W = zero(chance).Y
    const half = chance.between(10e6, 30e6)
    const probe = stylus(chance)
    const inside = chance.next() < 0.5
    const [first, second] = inside ? ([-1, 1] as const) : ([1, -1] as const)
    const r = (d: 1 | -1) => radiusToward(probe, { x: 0, y: d })
    return {
      scene: at([], probe),
      raw: {
        slot: 'G54',
        axis: 'Y',
        kind: inside ? 'inside' : 'outside',
        finder: 'probe',
        between: 'none',
        first: touch(W - half + 20e6, first, r(first), 0, chance.normal(1_500)),
        second: touch(W + half + 20e6, second, r(second), 0, chance.normal(1_500)),
        place: '20',
      },
      truth: [[workRegister('G54', 'Y'), W]],
    }
  },

  'bore-boss'(chance) {
    const W = zero(chance)
    const probe = stylus(chance)
    const boss = chance.next() < 0.5
    const count = chance.pick([3, 4, 6, 8])
    const radius = chance.between(12e6, 25e6)
    const readings: Record<string, string> = {}
    for (let i = 0; i < count; i++) {
      const angle = (2 * Math.PI * i) / count + chance.normal(0.05)
      const u = { x: Math.cos(angle), y: Math.sin(angle) }
      const r = radiusToward(probe, boss ? { x: -u.x, y: -u.y } : u)
      const distance = (boss ? radius + r : radius - r) + chance.normal(1_500)
      readings[`X${i + 1}`] = shown(W.X + 46e6 + u.x * distance, MACHINE)
      readings[`Y${i + 1}`] = shown(W.Y + 31.5e6 + u.y * distance, MACHINE)
    }
    const raw = { slot: 'G54', kind: boss ? 'boss' : 'bore', finder: 'probe', touches: String(count), placeX: '46', placeY: '31.5' }
    return {
      scene: at([], probe),
      raw: { ...raw, ...readings },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
      ],
    }
  },

  'turned-corner'(chance) {
    const W = zero(chance)
    const angle = chance.normal(0.004)
    const t = { x: Math.cos(angle), y: Math.sin(angle) }
    const n = { x: -t.y, y: t.x }
    const centre = (along: number, across: number, axis: 'x' | 'y') => {
      const point = { x: W.X + along * t.x + across * n.x, y: W.Y + along * t.y + across * n.y }
      // The spindle moves along one machine axis: the contact scatters along it.
      return { ...point, [axis]: point[axis] + chance.normal(STANDARD.finder) }
    }
    const points = [centre(5e6, -5e6, 'y'), centre(85e6, -5e6, 'y'), centre(-5e6, 34e6, 'x')]
    const readings = Object.fromEntries(
      points.flatMap(({ x, y }, i) => [
        [`X${i + 1}`, shown(x, MACHINE)],
        [`Y${i + 1}`, shown(y, MACHINE)],
      ]),
    )
    return {
      scene: at([]),
      raw: { ...TURNED_CORNER, ...readings },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
        [rotationRegister('G54'), ((angle * 180) / Math.PI) * 1e6],
      ],
    }
  },

  'known-features'(chance) {
    const W = zero(chance)
    const angle = chance.normal(0.002)
    const places = [
      [18, 22],
      [92, 22],
      [92, 58],
      [18, 58],
    ].map(([x, y]) => ({ x: x! * 1e6, y: y! * 1e6 }))
    const readings = Object.fromEntries(
      places.flatMap(({ x, y }, i) => [
        [`nominalX${i + 1}`, typed(x)],
        [`nominalY${i + 1}`, typed(y)],
        [`foundX${i + 1}`, shown(W.X + Math.cos(angle) * x - Math.sin(angle) * y + chance.normal(STANDARD.finder), MACHINE)],
        [`foundY${i + 1}`, shown(W.Y + Math.sin(angle) * x + Math.cos(angle) * y + chance.normal(STANDARD.finder), MACHINE)],
      ]),
    )
    return {
      scene: at([]),
      raw: { slot: 'G54', finder: 'finder', count: '4', read: 'machine', turning: 'yes', ...readings },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
        [rotationRegister('G54'), ((angle * 180) / Math.PI) * 1e6],
      ],
    }
  },

  capture(chance) {
    const W = zero(chance)
    const raw = { slot: 'G54', axes: 'XY', finder: 'eye', placeX: '10', placeY: '0' }
    return {
      scene: at([]),
      raw: {
        ...raw,
        readingX: shown(W.X + 10e6 + chance.normal(250_000), MACHINE),
        readingY: shown(W.Y + chance.normal(250_000), MACHINE),
      },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
      ],
    }
  },

  face(chance) {
    const W = zero(chance).Z
    const H = 103_475_500 + chance.normal(STANDARD.length)
    const reading = shown(W + H + 0.8e6 + 1e6 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt), MACHINE)
    return {
      scene: at([[lengthRegister('4'), 103_475_500, STANDARD.length]]),
      raw: { slot: 'G54', tool: '4', between: 'shim', reading, place: '0.8' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },

  'face-plane'(chance) {
    const W = zero(chance)
    const H = 103_475_500 + chance.normal(STANDARD.length)
    const g = 1e6 + chance.normal(STANDARD.shim)
    const [bx, by] = [chance.normal(0.0003), chance.normal(0.0003)]
    const places = [
      [0, 0],
      [80, 0],
      [80, 60],
      [0, 60],
    ]
    const readings = Object.fromEntries(
      places.flatMap(([x, y], i) => {
        const z = W.Z + H + 0.5e6 + g + bx * x! * 1e6 + by * y! * 1e6 + chance.normal(STANDARD.felt)
        return [
          [`X${i + 1}`, typed(W.X + x! * 1e6 - (W.X % 100))],
          [`Y${i + 1}`, typed(W.Y + y! * 1e6 - (W.Y % 100))],
          [`Z${i + 1}`, shown(z, MACHINE)],
        ]
      }),
    )
    return {
      scene: at([
        [lengthRegister('4'), 103_475_500, STANDARD.length],
        [workRegister('G54', 'X'), W.X, 0],
        [workRegister('G54', 'Y'), W.Y, 0],
      ]),
      raw: { slot: 'G54', tool: '4', between: 'shim', touches: '4', over: 'zero', place: '0.5', ...readings },
      truth: [[workRegister('G54', 'Z'), W.Z]],
    }
  },

  'by-height'(chance) {
    const table = zero(chance).Z
    const h = chance.between(30e6, 80e6)
    const K = table + 50e6 + chance.normal(Math.hypot(STANDARD.K, 1_000))
    return {
      scene: at([[setterRegister('setter'), K, STANDARD.K]]),
      raw: {
        slot: 'G54',
        setter: 'setter',
        how: 'gauge',
        measured: 'height',
        height: typed(Math.round(h + chance.normal(STANDARD.height))),
        place: '0',
      },
      truth: [[workRegister('G54', 'Z'), table + h]],
    }
  },

  'from-stock'(chance) {
    const W = zero(chance)
    const size = { X: chance.between(80e6, 120e6), Y: chance.between(40e6, 70e6) }
    const corner = (axis: 'X' | 'Y') => W[axis] - size[axis] / 2 + chance.normal(STANDARD.finder)
    return {
      scene: at([
        [workRegister('G55', 'X'), corner('X'), STANDARD.finder],
        [workRegister('G55', 'Y'), corner('Y'), STANDARD.finder],
      ]),
      raw: {
        from: 'G55',
        cornerX: 'low',
        cornerY: 'low',
        toX: 'middle',
        toY: 'middle',
        slot: 'G54',
        sizeX: typed(size.X + chance.normal(10_000)),
        sizeY: typed(size.Y + chance.normal(10_000)),
        placeX: '0',
        placeY: '0',
      },
      truth: [
        [workRegister('G54', 'X'), W.X],
        [workRegister('G54', 'Y'), W.Y],
      ],
    }
  },

  'moved-zero'(chance) {
    const W = zero(chance).Z
    return {
      scene: at([[workRegister('G55', 'Z'), W + 0.5e6 + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { from: 'G55', axis: 'Z', by: 'typed', distance: typed(-0.5e6 + chance.normal(5_000)), slot: 'G54' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },

  'parts-grid'(chance) {
    const W = zero(chance)
    const [cos, sin] = [Math.cos((0.25 * Math.PI) / 180), Math.sin((0.25 * Math.PI) / 180)]
    const nest = (i: number) => ({ X: W.X + cos * i * 30e6 + chance.normal(5_000), Y: W.Y + sin * i * 30e6 + chance.normal(5_000) })
    const nests = { G55: nest(1), G56: nest(2) }
    return {
      scene: at([
        [workRegister('G54', 'X'), W.X + chance.normal(STANDARD.finder), STANDARD.finder],
        [workRegister('G54', 'Y'), W.Y + chance.normal(STANDARD.finder), STANDARD.finder],
      ]),
      raw: { from: 'G54', columns: '3', rows: '1', by: 'pitch', pitchX: '30', turned: '0.25' },
      truth: Object.entries(nests).flatMap(([slot, place]) =>
        (['X', 'Y'] as Axis[]).map((axis): [RegisterRef, number] => [workRegister(slot, axis), place[axis as 'X' | 'Y']]),
      ),
    }
  },

  'after-flip'(chance) {
    const W = zero(chance)
    const standing = (['X', 'Y', 'Z'] as const).map((axis): [RegisterRef, number, number] => [
      workRegister('G54', axis),
      W[axis] + chance.normal(STANDARD.finder),
      STANDARD.finder,
    ])
    const first = { firstX: '0', firstY: '63', firstZ: '-18' }
    const second = { secondX: '-92', secondY: '63', secondZ: '0' }
    const moved = { X: 92e6, Y: 0, Z: -18e6 }
    return {
      scene: at(standing),
      raw: { from: 'G54', turned: 'Y', slot: 'G55', ...first, ...second },
      truth: (['X', 'Y', 'Z'] as const).map((axis) => [
        { ...workRegister('G55', axis), family: 'expected' },
        W[axis] + moved[axis] + chance.normal(20_000),
      ]),
    }
  },
} satisfies NamedPlays

/** What becomes of what these find when all readings are shifted by a step. */
export const PART_ZERO_SHIFTS = {
  edge: 'follows',
  corner: 'follows',
  middle: 'follows',
  'bore-boss': 'follows',
  'turned-corner': 'follows',
  'known-features': 'follows',
  capture: 'follows',
  face: 'follows',
  'face-plane': { otherwise: 'part zero in X and Y stands, and is not shifted with the touches' },
  'by-height': 'stays',
  'from-stock': 'stays',
  'moved-zero': 'stays',
  'parts-grid': 'stays',
  'after-flip': 'stays',
} as const satisfies Shifts
