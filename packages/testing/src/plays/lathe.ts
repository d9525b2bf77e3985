import {
  armRegister,
  geometryRegister,
  nm,
  noseRegister,
  stationCentre,
  stationDatum,
  wearOf,
  workRegister,
  type MachineRecord,
  type RegisterRef,
} from '@rook/core'
import type { Chance } from '../chance.ts'
import { LATHE, TURRET_LATHE, Y_LATHE } from '../machines.ts'
import { mounted, scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'
import { STANDARD } from './part-zero.ts'
import type { NamedPlays, Played, Shifts } from './play.ts'

const TOOLS = [
  mounted('1', 'ld-80', 'Turning tool 80\u00b0', { kind: 'turning' }),
  mounted('2', 'dr-85', 'Drill 8.5', { kind: 'drill' }),
  mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar' }),
  mounted('11', 'ld-80-s', 'Turning tool 80\u00b0, second side', { kind: 'turning' }),
]

/** A tool's figures were found on the tool that sits there. */
const assemblyOf = ({ family, slot }: RegisterRef) =>
  (family === 'tool' ? TOOLS.find(({ offset }) => offset === slot)?.assembly : null) ?? null

export const on = (machine: MachineRecord, standing: [RegisterRef, number, number][]) =>
  scene(
    standing.map(([ref, value, standard]) => [ref, stands(nm(Math.round(value)), { standard, assembly: assemblyOf(ref) })]),
    { machine, plan: null, tools: TOOLS },
  )
/** Standard uncertainty of the micrometer that measures a diameter on the machine. */
const MICROMETER = 2_000
/** Of a size that was measured with something that nobody has said. */
const SIZE = 10_000

/** A skim cut at M, its diameter measured: geometry and wear that stays are M \u2212 W \u2212 D together, every term as X reads. */
function skim(chance: Chance, machine: MachineRecord): Played {
  const half = machine.xReads === 'radius' ? 2 : 1
  const wear = 30_000
  const [D, G] = [chance.between(30e6, 70e6), -chance.between(240e6, 250e6)]
  return {
    scene: on(machine, [
      [workRegister('G54', 'X'), 0, 0],
      [wearOf(geometryRegister('1', 'X')), wear, 0],
    ]),
    raw: {
      tool: '1',
      slot: 'G54',
      wear: 'keep',
      reading: shown(G + wear + D / half, machine),
      with: 'mic',
      place: typed(D + chance.normal(MICROMETER)),
    },
    truth: [[geometryRegister('1', 'X'), G]],
  }
}

/** A turned size that is off, corrected by the wear of the tool that cuts it: \u0394G = target \u2212 measured, as X reads. */
function sized(chance: Chance, machine: MachineRecord, kind: 'outside' | 'bore' | 'shoulder' | 'cone'): Played {
  const register = geometryRegister('1', kind === 'shoulder' ? 'Z' : 'X')
  const [target, wear] = [kind === 'shoulder' ? -24e6 : 24.98e6, 12_000]
  const size = target + chance.between(-80e3, 80e3)
  const half = kind !== 'shoulder' && machine.xReads === 'radius' ? 2 : 1
  return {
    scene: on(machine, [
      [register, -231_406_000, 2_000],
      [wearOf(register), wear, 0],
    ]),
    raw: {
      tool: '1',
      kind,
      by: 'measured',
      with: 'mic',
      ...(kind === 'cone' ? { cone: '30', looks: '+' } : {}),
      target: typed(target),
      measured: typed(size + chance.normal(2_000)),
    },
    truth: [[wearOf(register), wear + (target - size) / half]],
  }
}

/** A bar or bore of known diameter touched over a feeler: M = W + G + D + c, c twice the feeler where X reads diameters. */
function known(chance: Chance, machine: MachineRecord, surface: 'outside' | 'bore'): Played {
  const half = machine.xReads === 'radius' ? 2 : 1
  const [D, G] = [chance.between(30e6, 70e6), -chance.between(230e6, 240e6)]
  const gap = 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
  const c = ((surface === 'outside' ? 1 : -1) * 2 * gap) / half
  return {
    scene: on(machine, [[workRegister('G54', 'X'), 0, 0]]),
    raw: {
      tool: '3',
      slot: 'G54',
      surface,
      between: 'feeler',
      reading: shown(G + D / half + c, machine),
      with: 'mic',
      place: typed(D + chance.normal(MICROMETER)),
    },
    truth: [[geometryRegister('3', 'X'), G]],
  }
}

/** A tool on a face of the setter arm, whose constant was found before: G = M \u2212 K. */
function onArm(chance: Chance, side: 'X-' | 'X+' | 'Z-'): Played {
  const axis = side[0] as 'X' | 'Z'
  const [K, G] = [chance.between(130e6, 160e6), -chance.between(20e6, 240e6)]
  return {
    scene: on(LATHE, [[armRegister('setter', side), K + chance.normal(STANDARD.length), STANDARD.length]]),
    raw: {
      tool: '3',
      setter: 'setter',
      face: side,
      reading: shown(K + G + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt), LATHE),
    },
    truth: [[geometryRegister('3', axis), G]],
  }
}

/** What a rule reads, and a known reach is known to. */
const [RULE, REACH] = [250_000, 10_000]

/** The datum of a station from a tool of known reach: X_s = G_x \u2212 2\u00b7reach, Z_s = G_z \u2212 reach, mirrored for the sub-spindle. */
function datum(chance: Chance, machine: MachineRecord, station: '1' | '11', holds: 'one' | 'all'): Played {
  const twice = machine.xReads === 'radius' ? 1 : 2
  const sense = station === '11' ? -1 : 1
  const [X, Z] = [-chance.between(330e6, 345e6), -chance.between(10e6, 15e6)]
  const [x, z] = [chance.between(30e6, 60e6), chance.between(0, 20e6)]
  const off = () => chance.normal(STANDARD.length)
  return {
    scene: on(machine, [
      [geometryRegister(station, 'X'), X + twice * x + off(), STANDARD.length],
      [geometryRegister(station, 'Z'), Z + sense * z + off(), STANDARD.length],
    ]),
    raw: {
      tool: station,
      for: holds,
      'reach-X': typed(x + chance.normal(REACH)),
      'reach-Z': typed(z + chance.normal(REACH)),
    },
    truth: [
      [stationDatum(station, 'X'), X],
      [stationDatum(station, 'Z'), Z],
    ],
  }
}

/** A first geometry from a rule held to the turret. */
function stickOut(chance: Chance, machine: MachineRecord, station: '3' | '11'): Played {
  const twice = machine.xReads === 'radius' ? 1 : 2
  const sense = station === '11' ? -1 : 1
  const [X, Z] = [-chance.between(330e6, 345e6), -chance.between(10e6, 15e6)]
  const [x, z] = [chance.between(30e6, 60e6), chance.between(5e6, 70e6)]
  const off = () => chance.normal(STANDARD.length)
  return {
    scene: on(machine, [
      [stationDatum(station, 'X'), X + off(), STANDARD.length],
      [stationDatum(station, 'Z'), Z + off(), STANDARD.length],
    ]),
    raw: { tool: station, 'out-X': typed(x + chance.normal(RULE)), 'out-Z': typed(z + chance.normal(RULE)) },
    truth: [
      [geometryRegister(station, 'X'), X + twice * x],
      [geometryRegister(station, 'Z'), Z + sense * z],
    ],
  }
}

/** An indicator of 0.003 swept round a bar or a hole in a station that stands a little off the axis. */
function swept(chance: Chance, machine: MachineRecord, round: 'bar' | 'hole'): Played {
  const twice = machine.xReads === 'radius' ? 1 : 2
  const [C, e] = [-chance.between(200e6, 215e6), chance.between(-0.2e6, 0.2e6)]
  const way = round === 'bar' ? 1 : -1
  const side = (at: 1 | -1) => typed(0.4e6 + at * way * e + chance.normal(3_000))
  return {
    scene: on(machine, [[workRegister('G54', 'X'), 0, 0]]),
    raw: { station: '2', slot: 'G54', round, with: 'indicator', reading: shown(C + twice * e, machine), far: side(1), near: side(-1) },
    truth: [[stationCentre('2'), C]],
  }
}

export const LATHE_PLAYS = {
  'nose-and-tip: from a cone'(chance) {
    const [r, entered] = [chance.between(0.2e6, 1.2e6), 0.4e6]
    const share = Math.sin(Math.PI / 4) + Math.cos(Math.PI / 4) - 1
    return {
      scene: on(LATHE, []),
      raw: {
        tool: '3',
        'nose-from': 'cone',
        'cone-on': 'bore',
        looks: '+',
        cone: '45',
        entered: '0.4',
        left: typed((r - entered) * share + chance.normal(10_000)),
        tip: '2',
      },
      truth: [[noseRegister('3'), r]],
    }
  },
  'run-out'(chance) {
    const total = chance.between(0.01e6, 0.08e6)
    const [greatest, least] = [0.4e6 + total + chance.normal(3_000), 0.4e6 + chance.normal(3_000)]
    return {
      scene: on(LATHE, []),
      raw: { where: 'bore', with: 'indicator', counts: 'half', greatest: typed(greatest), least: typed(least) },
      truth: [],
    }
  },
  'face: by the finished length, after a flip'(chance) {
    const W = -chance.between(440e6, 470e6)
    const [G, whole] = [chance.between(-20e6, 40e6), 52.8e6]
    const reading = W + G + (whole - 52e6) + chance.normal(STANDARD.felt)
    return {
      scene: on(LATHE, [[geometryRegister('1', 'Z'), G + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: {
        slot: 'G54',
        tool: '1',
        between: 'none',
        stands: 'left',
        whole: typed(whole + chance.normal(10_000)),
        finished: '52',
        reading: shown(reading, LATHE),
      },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },
  'station-datum': (chance) => datum(chance, TURRET_LATHE, '1', 'one'),
  'station-datum: all of its kind, X reads radii': (chance) => datum(chance, { ...TURRET_LATHE, xReads: 'radius' }, '1', 'all'),
  'station-datum: at the sub-spindle': (chance) => datum(chance, TURRET_LATHE, '11', 'one'),
  'tool-stick-out': (chance) => stickOut(chance, TURRET_LATHE, '3'),
  'tool-stick-out: X reads radii': (chance) => stickOut(chance, { ...TURRET_LATHE, xReads: 'radius' }, '3'),
  'tool-stick-out: at the sub-spindle': (chance) => stickOut(chance, TURRET_LATHE, '11'),
  'station-centre': (chance) => swept(chance, TURRET_LATHE, 'bar'),
  'station-centre: a reamed hole, X reads radii': (chance) => swept(chance, { ...TURRET_LATHE, xReads: 'radius' }, 'hole'),
  'on-centre'(chance) {
    const C = -chance.between(200e6, 215e6)
    return {
      scene: on(TURRET_LATHE, [[stationCentre('2'), C + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { tool: '2' },
      truth: [[geometryRegister('2', 'X'), C + 2 * chance.normal(10_000)]],
    }
  },

  'turned-diameter: a bore'(chance) {
    const played = skim(chance, LATHE)
    return { ...played, raw: { ...played.raw, surface: 'bore', after: played.raw.reading! } }
  },
  'known-diameter': (chance) => known(chance, LATHE, 'outside'),
  'known-diameter: a bore': (chance) => known(chance, LATHE, 'bore'),
  'known-diameter: X reads radii': (chance) => known(chance, { ...LATHE, xReads: 'radius' }, 'outside'),
  'tool-on-arm': (chance) => onArm(chance, 'X-'),
  'tool-on-arm: the other side': (chance) => onArm(chance, 'X+'),
  'tool-on-arm: along Z': (chance) => onArm(chance, 'Z-'),
  'nose-and-tip'(chance) {
    const radius = chance.between(0.2e6, 1.6e6)
    return {
      scene: on(LATHE, []),
      raw: { tool: '3', 'nose-from': 'measured', with: 'mic', nose: typed(radius + chance.normal(2_000)), tip: '2' },
      truth: [[noseRegister('3'), radius]],
    }
  },
  'arm-constant'(chance) {
    const [K, G] = [chance.between(130e6, 160e6), -chance.between(240e6, 250e6)]
    return {
      scene: on(LATHE, [[geometryRegister('1', 'X'), G + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: {
        setter: 'setter',
        tool: '1',
        face: 'X-',
        reading: shown(K + G + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt), LATHE),
      },
      truth: [[armRegister('setter', 'X-'), K]],
    }
  },
  'tool-y'(chance) {
    // The middle of the two sides is the axis, whatever cutter and bar measure: M = W + G ± (R + r).
    const [G, apart] = [chance.between(-2e6, 2e6), chance.between(18e6, 24e6)]
    const side = (sign: 1 | -1) => shown(G + sign * apart + chance.normal(STANDARD.felt), Y_LATHE)
    return {
      scene: on(Y_LATHE, [[workRegister('G54', 'Y'), 0, 0]]),
      raw: { tool: '3', slot: 'G54', sides: 'both', low: side(-1), high: side(1) },
      truth: [[geometryRegister('3', 'Y'), G]],
    }
  },
  'tool-y: one side over a feeler'(chance) {
    const G = chance.between(-2e6, 2e6)
    const [bar, cutter] = [30e6, 10e6]
    const gap = 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    const way = chance.between(0, 1) < 0.5 ? 1 : -1
    const halves = (bar + cutter) / 2 + chance.normal(SIZE / 2) + chance.normal(SIZE / 2)
    return {
      scene: on(Y_LATHE, [[workRegister('G54', 'Y'), 0, 0]]),
      raw: {
        tool: '3',
        slot: 'G54',
        sides: 'one',
        direction: way === 1 ? '+' : '-',
        bar: typed(bar),
        across: typed(cutter),
        between: 'feeler',
        reading: shown(G - way * (halves + gap), Y_LATHE),
      },
      truth: [[geometryRegister('3', 'Y'), G]],
    }
  },
  'turned-size': (chance) => sized(chance, LATHE, 'outside'),
  'turned-size: a bore, X reads radii': (chance) => sized(chance, { ...LATHE, xReads: 'radius' }, 'bore'),
  'turned-size: a cone': (chance) => sized(chance, LATHE, 'cone'),
  'turned-size: a shoulder': (chance) => sized(chance, LATHE, 'shoulder'),
  'turned-diameter': (chance) => skim(chance, LATHE),
  'turned-diameter: X reads radii': (chance) => skim(chance, { ...LATHE, xReads: 'radius' }),

  'face: on a lathe, with wear'(chance) {
    const W = -chance.between(440e6, 470e6)
    const [G, wear] = [chance.between(-20e6, 40e6), 40_000]
    const reading = W + G + wear + 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    return {
      scene: on(LATHE, [
        [geometryRegister('1', 'Z'), G + chance.normal(STANDARD.length), STANDARD.length],
        [wearOf(geometryRegister('1', 'Z')), wear, 0],
      ]),
      raw: { slot: 'G54', tool: '1', between: 'feeler', reading: shown(reading, LATHE), place: '0' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },

  'tool-length: on a lathe'(chance) {
    const [W, G] = [-chance.between(440e6, 470e6), chance.between(-20e6, 60e6)]
    const reading = W + G + 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    return {
      scene: on(LATHE, [[workRegister('G54', 'Z'), W + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { tool: '3', method: 'part', slot: 'G54', between: 'feeler', reading: shown(reading, LATHE), place: '0' },
      truth: [[geometryRegister('3', 'Z'), G]],
    }
  },

  'moved-zero: on a lathe'(chance) {
    const W = -chance.between(440e6, 470e6)
    return {
      scene: on(LATHE, [[workRegister('G55', 'Z'), W + 0.5e6 + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { from: 'G55', axis: 'Z', by: 'typed', distance: typed(-0.5e6 + chance.normal(5_000)), slot: 'G54' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },
} satisfies NamedPlays

/** What becomes of what these find when all readings are shifted by a step. */
export const LATHE_SHIFTS = {
  'nose-and-tip': 'stays',
  'run-out': 'stays',
  'station-datum': 'stays',
  'tool-stick-out': 'stays',
  'station-centre': 'follows',
  'on-centre': 'stays',
  'turned-diameter': 'follows',
  'known-diameter': 'follows',
  'tool-on-arm': 'follows',
  'arm-constant': 'follows',
  'tool-y': 'follows',
  'turned-size': 'stays',
} as const satisfies Shifts
