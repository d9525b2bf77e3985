import { radiusToward, type Nm } from '@rook/core'
import { MACHINE, at, touch, stylus } from './part-zero.ts'
import type { NamedPlays, Shifts } from './play.ts'
import { shown } from '../typed.ts'

/** Probes, in a ring of known size and on a wall. */
export const CALIBRATE_PLAYS = {
  'probe-in-ring'(chance) {
    const probe = stylus(chance)
    const D = 40e6 + chance.normal(500)
    const side = (u: { x: number; y: number }, d: 1 | -1) => shown(d * (D / 2 - radiusToward(probe, u)) + chance.normal(1_500), MACHINE)
    const r = probe.radii!
    return {
      scene: at([], probe),
      raw: {
        probe: 'probe',
        ring: 'ring',
        repeats: '1',
        seated: 'yes',
        centreX: '0',
        centreY: '0',
        'X+1': side({ x: 1, y: 0 }, 1),
        'X-1': side({ x: -1, y: 0 }, -1),
        'Y+1': side({ x: 0, y: 1 }, 1),
        'Y-1': side({ x: 0, y: -1 }, -1),
      },
      truth: (
        [
          ['X+', r.xPlus],
          ['X-', r.xMinus],
          ['Y+', r.yPlus],
          ['Y-', r.yMinus],
        ] as const
      ).map(([property, value]) => [{ family: 'probe', slot: 'probe', property, layer: 'geometry' }, value]),
    }
  },

  'probe-on-wall'(chance) {
    const probe = stylus(chance)
    const wall = -53.3e6
    const r = probe.radii!
    const facing: [number, Nm][] = [
      [0, r.xPlus],
      [90, r.yMinus],
      [180, r.xMinus],
      [270, r.yPlus],
    ]
    return {
      scene: at([], probe),
      raw: {
        probe: 'probe',
        pin: 'pin-10',
        direction: '+',
        repeats: '1',
        seated: 'yes',
        wall: touch(wall, 1, 5e6, 0, chance.normal(1_000)),
        ...Object.fromEntries(facing.map(([turn, radius]) => [`turn${turn}`, touch(wall, 1, radius, 0, chance.normal(1_500))])),
      },
      truth: (
        [
          ['X+', r.xPlus],
          ['X-', r.xMinus],
          ['Y+', r.yPlus],
          ['Y-', r.yMinus],
        ] as const
      ).map(([property, value]) => [{ family: 'probe', slot: 'probe', property, layer: 'geometry' }, value]),
    }
  },
} satisfies NamedPlays

/** What becomes of what these find when all readings are shifted by a step. */
export const CALIBRATE_SHIFTS = {
  'probe-in-ring': 'stays',
  'probe-on-wall': 'stays',
} as const satisfies Shifts
