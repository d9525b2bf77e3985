import { nm, rotationRegister, workRegister, type Axis, type RegisterRef } from '@rook/core'
import type { Chance } from '../chance.ts'
import { FOUR_AXES } from '../machines.ts'
import { scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'
import { at, MACHINE, STANDARD, zero } from './part-zero.ts'
import type { NamedPlays, Played, Shifts } from './play.ts'

/** Standard uncertainty of a rotation that stands: three thousandths of a degree. */
const TURNED = 3_000

interface TurnedSlot {
  W: { X: number; Y: number; Z: number }
  /** The rotation as it truly is, radians. */
  angle: number
  standing: [RegisterRef, number, number][]
}

/** A slot with its zero and its rotation, both as well known as they say. */
function turnedSlot(chance: Chance, slot: string): TurnedSlot {
  const W = zero(chance)
  const degrees = chance.between(-2.5, 2.5)
  return {
    W,
    angle: (degrees * Math.PI) / 180,
    standing: [
      [workRegister(slot, 'X'), W.X + chance.normal(STANDARD.finder), STANDARD.finder],
      [workRegister(slot, 'Y'), W.Y + chance.normal(STANDARD.finder), STANDARD.finder],
      [rotationRegister(slot), degrees * 1e6 + chance.normal(TURNED), TURNED],
    ],
  }
}

const turn = (x: number, y: number, angle: number) => ({
  X: Math.cos(angle) * x - Math.sin(angle) * y,
  Y: Math.sin(angle) * x + Math.cos(angle) * y,
})
const both = (slot: string, place: { X: number; Y: number }): [RegisterRef, number][] =>
  (['X', 'Y'] as Axis[]).map((axis) => [workRegister(slot, axis), place[axis as 'X' | 'Y']])

/** A skewed block, its corner far from part zero: the angle's lever is what is known least. */
function farCorner(chance: Chance, P: { x: number; y: number }): Played {
  const W = zero(chance)
  const angle = chance.normal(0.004)
  const corner = turn(P.x, P.y, angle)
  const point = (along: number, across: number, axis: 'X' | 'Y') => {
    const place = turn(along, across, angle)
    const exact = { X: W.X + corner.X + place.X, Y: W.Y + corner.Y + place.Y }
    // The spindle moves along one machine axis: the contact scatters along it.
    return { ...exact, [axis]: exact[axis] + chance.normal(STANDARD.finder) }
  }
  const points = [point(5e6, -5e6, 'Y'), point(85e6, -5e6, 'Y'), point(-5e6, 34e6, 'X')]
  const readings = Object.fromEntries(
    points.flatMap(({ X, Y }, i) => [
      [`X${i + 1}`, shown(X, MACHINE)],
      [`Y${i + 1}`, shown(Y, MACHINE)],
    ]),
  )
  const raw = { slot: 'G54', side: 'X', directionLong: '+', directionSquare: '+', finder: 'finder', between: 'none' }
  return {
    scene: at([]),
    raw: { ...raw, placeX: typed(P.x), placeY: typed(P.y), ...readings },
    truth: [...both('G54', W), [rotationRegister('G54'), ((angle * 180) / Math.PI) * 1e6]],
  }
}

/** Slots that are turned, zeros far from what is touched, and rotary axes. */
export const TURNED_PLAYS = {
  'turned-corner: zero at 200, 100': (chance) => farCorner(chance, { x: -200e6, y: -100e6 }),
  'turned-corner: zero inside, far off': (chance) => farCorner(chance, { x: -60e6, y: 150e6 }),

  'known-features: zero far off'(chance) {
    const W = zero(chance)
    const angle = chance.normal(0.002)
    const places = [
      [218, 122],
      [292, 122],
      [292, 158],
    ].map(([x, y]) => ({ x: x! * 1e6, y: y! * 1e6 }))
    const readings = Object.fromEntries(
      places.flatMap(({ x, y }, i) => {
        const found = turn(x, y, angle)
        return [
          [`nominalX${i + 1}`, typed(x)],
          [`nominalY${i + 1}`, typed(y)],
          [`foundX${i + 1}`, shown(W.X + found.X + chance.normal(STANDARD.finder), MACHINE)],
          [`foundY${i + 1}`, shown(W.Y + found.Y + chance.normal(STANDARD.finder), MACHINE)],
        ]
      }),
    )
    return {
      scene: at([]),
      raw: { slot: 'G54', finder: 'finder', count: '3', read: 'machine', turning: 'yes', ...readings },
      truth: [...both('G54', W), [rotationRegister('G54'), ((angle * 180) / Math.PI) * 1e6]],
    }
  },

  'from-stock: in a turned slot'(chance) {
    const { W, angle, standing } = turnedSlot(chance, 'G55')
    const size = { x: chance.between(80e6, 120e6), y: chance.between(40e6, 70e6) }
    const way = turn(size.x / 2, size.y / 2, angle)
    const raw = { from: 'G55', slot: 'G54', cornerX: 'low', cornerY: 'low', toX: 'middle', toY: 'middle', placeX: '0', placeY: '0' }
    return {
      scene: at(standing),
      raw: { ...raw, sizeX: typed(size.x + chance.normal(10_000)), sizeY: typed(size.y + chance.normal(10_000)) },
      truth: both('G54', { X: W.X + way.X, Y: W.Y + way.Y }),
    }
  },

  'moved-zero: in a turned slot'(chance) {
    const { W, angle, standing } = turnedSlot(chance, 'G55')
    const far = chance.between(60e6, 160e6)
    const way = turn(far, 0, angle)
    return {
      scene: at(standing),
      raw: { from: 'G55', axis: 'X', by: 'typed', distance: typed(far + chance.normal(5_000)), slot: 'G54' },
      truth: both('G54', { X: W.X + way.X, Y: W.Y + way.Y }),
    }
  },

  'parts-grid: in a turned slot'(chance) {
    const { W, angle, standing } = turnedSlot(chance, 'G54')
    const nest = (i: number) => {
      const way = turn(i * 60e6, 0, angle)
      return { X: W.X + way.X + chance.normal(5_000), Y: W.Y + way.Y + chance.normal(5_000) }
    }
    return {
      scene: at(standing),
      raw: { from: 'G54', columns: '3', rows: '1', by: 'pitch', pitchX: '60' },
      truth: [...both('G55', nest(1)), ...both('G56', nest(2))],
    }
  },

  'capture: a rotation stays'(chance) {
    const { W, angle, standing } = turnedSlot(chance, 'G54')
    const place = turn(80e6, 50e6, angle)
    const [X, Y] = [W.X + place.X, W.Y + place.Y]
    return {
      scene: at(standing),
      raw: {
        slot: 'G54',
        rotation: 'keep',
        axes: 'XY',
        finder: 'indicator',
        placeX: '80',
        placeY: '50',
        readingX: shown(X + chance.normal(3_000), MACHINE),
        readingY: shown(Y + chance.normal(3_000), MACHINE),
      },
      truth: both('G54', W),
    }
  },

  'rotary-zero'(chance) {
    const level = chance.between(-150e6, 150e6)
    const slope = chance.normal(0.0006)
    const run = chance.between(50e6, 90e6)
    const reading = Math.round((level + (slope * 180e6) / Math.PI) / 1000) * 1000
    return {
      scene: withFourAxes([]),
      raw: {
        slot: 'G54',
        axis: 'A',
        how: 'face',
        indicator: 'indicator',
        rise: typed(Math.tan(((reading - level) * Math.PI) / 180e6) * run + chance.normal(3_000) + chance.normal(3_000)),
        run: typed(run + chance.normal(10_000)),
        reading: String(reading / 1e6),
        place: '0',
      },
      truth: [[workRegister('G54', 'A'), level]],
    }
  },

  'rotary-zero: as it stands'(chance) {
    const W = chance.between(-100e6, 100e6)
    const reading = Math.round((W + 30e6 + chance.normal(5_000)) / 1000) * 1000
    return {
      scene: withFourAxes([]),
      raw: { slot: 'G54', axis: 'A', how: 'now', by: 'true', reading: String(reading / 1e6), place: '30' },
      truth: [[workRegister('G54', 'A'), W]],
    }
  },
} satisfies NamedPlays

const withFourAxes = (standing: [RegisterRef, number, number][]) =>
  scene(
    standing.map(([ref, value, standard]) => [ref, stands(nm(Math.round(value)), { standard })]),
    { machine: FOUR_AXES, plan: null },
  )

/** What becomes of what these find when all readings are shifted by a step. */
export const TURNED_SHIFTS = {
  'rotary-zero': { otherwise: 'its readings are angles' },
} as const satisfies Shifts
