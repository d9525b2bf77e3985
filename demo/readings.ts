import {
  formatExact,
  halfOf,
  nm,
  radiusToward,
  roundToIncrement,
  stationOf,
  type Gauge,
  type Nm,
  type RawInputs,
  type Scene,
} from '@rook/core'
import { MACHINES } from './machines.ts'
import { PROBE_RADII, RING_CENTRE, SETTER_CONSTANT, SETTER_SIDES, STATION, WALL } from './truth.ts'

/** Someone at a machine: what the plan says, what is true, and how their touches scatter. */
export interface AtTheMachine {
  raw: RawInputs
  scene: Scene
  /** Where the slot's zero truly lies on an axis. */
  zero(axis: 'X' | 'Y' | 'Z'): number
  /** Rotation of the part as it truly lies, radians. */
  turned: number
  noise(standard: number): number
}

type Reader = (at: AtTheMachine) => Record<string, string>

const FELT = 1_200
/** How wide each cutter truly cuts, by assembly. */
const CUTTERS = Object.fromEntries(MACHINES.flatMap(({ tools }) => tools.map(({ assembly, width }) => [assembly, width])))

/** As a hand types it: with a plain hyphen for minus, the zeros at the end left out. */
export function typed(value: number, scene: Scene): string {
  return formatExact(nm(Math.round(value)), scene.machine.unit, 3).replace('\u2212', '-')
}

/** What the display shows of a position. */
const shown = (value: number, scene: Scene) => typed(roundToIncrement(value, scene.machine.increment), scene)

const gaugeOf = ({ raw, scene }: AtTheMachine, id = 'finder') => scene.gauges.find((gauge) => gauge.id === raw[id])!

/** A figure of the plan, in the machine's unit. */
const planned = ({ raw, scene }: AtTheMachine, id: string): number =>
  Number(raw[id] ?? 0) * (scene.machine.unit === 'mm' ? 1_000_000 : 25_400_000)

const thickness = (at: AtTheMachine, id = 'between') => gaugeOf(at, id)?.size ?? 0

/** Contacts scatter by a third of what the gauge is stated to: its statement is a cautious one. */
const contact = (at: AtTheMachine, gauge: Gauge) => at.noise(Math.max(gauge.uncertainty / 3, 500))

const reachOf = ({ raw, scene }: AtTheMachine) => {
  const tool = scene.tools.find(({ number }) => number === raw.tool)
  return (tool && scene.standing[`tool/${tool.offset}/length/geometry`]?.value) ?? 0
}

/** How far a tool of a lathe truly stands out of its station, as it is read to a step. */
function standingOut({ raw, scene, noise }: AtTheMachine, id: string, standard: number, step: number): Record<string, string> {
  const { machine, tools } = scene
  const own = MACHINES.find((one) => one.id === machine.id)!.tools.find(({ number }) => number === raw.tool)!
  const sense = stationOf(machine.turrets, tools.find(({ number }) => number === raw.tool)!.number)!.spindle === 'sub' ? -1 : 1
  const datum = STATION[machine.id]!
  const read = (value: number) => typed(Math.round((value + noise(standard)) / step) * step, scene)
  return { [`${id}-X`]: read((own.side! - datum.X) / 2), [`${id}-Z`]: read(sense * (own.reach - datum.Z)) }
}

/** Touch positions of every routine that reads more than one figure, worked out from where things truly are. */
export const READERS: Readonly<Record<string, Reader>> = {
  corner(at) {
    const finder = gaugeOf(at)
    const side = (axis: 'X' | 'Y') => {
      const d = at.raw[`direction${axis}`] === '+' ? 1 : -1
      const stop = radiusToward(finder, axis === 'X' ? { x: d, y: 0 } : { x: 0, y: d }) + thickness(at)
      return shown(at.zero(axis) + planned(at, `place${axis}`) - d * stop + contact(at, finder), at.scene)
    }
    const z = at.zero('Z') + reachOf(at) + planned(at, 'placeZ') + thickness(at, 'z-between') + at.noise(FELT)
    return { readingX: side('X'), readingY: side('Y'), ...(at.raw.axes === 'XYZ' ? { readingZ: shown(z, at.scene) } : {}) }
  },

  middle(at) {
    const finder = gaugeOf(at)
    const axis = at.raw.axis as 'X' | 'Y'
    const half = planned(at, 'expected') / 2
    const inside = at.raw.kind === 'inside'
    const side = (sign: 1 | -1) => {
      const d = inside ? sign : (-sign as 1 | -1)
      const stop = radiusToward(finder, axis === 'X' ? { x: d, y: 0 } : { x: 0, y: d }) + thickness(at)
      return shown(at.zero(axis) + planned(at, 'place') + sign * half - d * stop + contact(at, finder), at.scene)
    }
    return { first: side(-1), second: side(1) }
  },

  'bore-boss'(at) {
    const finder = gaugeOf(at)
    const count = Number(at.raw.touches)
    const bore = at.raw.kind === 'bore'
    const radius = planned(at, 'expected') / 2 + at.noise(3_000)
    const readings: Record<string, string> = {}
    for (let touch = 0; touch < count; touch++) {
      const angle = (2 * Math.PI * touch) / count
      const u = { x: Math.cos(angle), y: Math.sin(angle) }
      const r = radiusToward(finder, bore ? u : { x: -u.x, y: -u.y })
      const distance = (bore ? radius - r : radius + r) + contact(at, finder)
      readings[`X${touch + 1}`] = shown(at.zero('X') + planned(at, 'placeX') + u.x * distance, at.scene)
      readings[`Y${touch + 1}`] = shown(at.zero('Y') + planned(at, 'placeY') + u.y * distance, at.scene)
    }
    return readings
  },

  'turned-corner'(at) {
    const finder = gaugeOf(at)
    const [cos, sin] = [Math.cos(at.turned), Math.sin(at.turned)]
    const r = finder.size / 2 + thickness(at)
    const centre = (along: number, across: number, touch: number) => ({
      [`X${touch}`]: shown(at.zero('X') + along * cos - across * sin + (touch === 3 ? contact(at, finder) : 0), at.scene),
      [`Y${touch}`]: shown(at.zero('Y') + along * sin + across * cos + (touch === 3 ? 0 : contact(at, finder)), at.scene),
    })
    return { ...centre(8e6, -r, 1), ...centre(150e6, -r, 2), ...centre(-r, 30e6, 3) }
  },

  'known-features'(at) {
    const finder = gaugeOf(at)
    const [cos, sin] = [Math.cos(at.turned), Math.sin(at.turned)]
    const numbers = Array.from({ length: Number(at.raw.count) }, (_, index) => index + 1)
    return Object.fromEntries(
      numbers.flatMap((number) => {
        const [x, y] = [planned(at, `nominalX${number}`), planned(at, `nominalY${number}`)]
        return [
          [`foundX${number}`, shown(at.zero('X') + cos * x - sin * y + contact(at, finder) + at.noise(2_500), at.scene)],
          [`foundY${number}`, shown(at.zero('Y') + sin * x + cos * y + contact(at, finder) + at.noise(2_500), at.scene)],
        ]
      }),
    )
  },

  capture(at) {
    const finder = gaugeOf(at)
    return Object.fromEntries(
      [...(at.raw.axes ?? '')].map((axis) => [
        `reading${axis}`,
        shown(at.zero(axis as 'X' | 'Y') + planned(at, `place${axis}`) + at.noise(finder.uncertainty / 3), at.scene),
      ]),
    )
  },

  'face-plane'(at) {
    const numbers = Array.from({ length: Number(at.raw.touches) }, (_, index) => index + 1)
    const { X, Y } = at.scene.plan!.stock!
    const corners = [
      [X.from, Y.from],
      [X.to, Y.from],
      [X.to, Y.to],
      [X.from, Y.to],
    ] as [number, number][]
    return Object.fromEntries(
      numbers.flatMap((number) => {
        const [cx, cy] = corners[(number - 1) % 4]!
        const [x, y] = [cx * 0.9 + (X.from + X.to) * 0.05, cy * 0.9 + (Y.from + Y.to) * 0.05]
        const z = at.zero('Z') + reachOf(at) + planned(at, 'place') + thickness(at) + x * 0.00004 - y * 0.00003 + at.noise(FELT)
        return [
          [`X${number}`, shown(at.zero('X') + x, at.scene)],
          [`Y${number}`, shown(at.zero('Y') + y, at.scene)],
          [`Z${number}`, shown(z, at.scene)],
        ]
      }),
    )
  },

  'by-height'(at) {
    const setter = gaugeOf(at, 'setter')
    const constant = at.scene.standing[`setter/${setter.id}/K/geometry`]?.value ?? SETTER_CONSTANT
    const height = at.zero('Z') + planned(at, 'place') - (constant - setter.size)
    return { height: typed(Math.round((height + at.noise(6_000)) / 10_000) * 10_000, at.scene) }
  },

  'from-stock'(at) {
    const { stock } = at.scene.plan!
    const size = (axis: 'X' | 'Y') => typed(Math.round((stock![axis].to - stock![axis].from + at.noise(8_000)) / 10_000) * 10_000, at.scene)
    return { sizeX: size('X'), sizeY: size('Y') }
  },

  'setter-sides'(at) {
    const pin = gaugeOf(at, 'pin')
    const axis = at.raw.axis as 'X' | 'Y'
    const apart = (SETTER_SIDES.across + pin.size) / 2
    return {
      low: shown(SETTER_SIDES[axis] - apart + at.noise(700), at.scene),
      high: shown(SETTER_SIDES[axis] + apart + at.noise(700), at.scene),
    }
  },

  'tool-diameter'(at) {
    const d = at.raw.direction === '+' ? 1 : -1
    const tool = at.scene.tools.find(({ number }) => number === at.raw.tool)!
    const width = CUTTERS[tool.assembly] ?? tool.properties.DC ?? 10_000_000
    return { reading: shown(SETTER_SIDES.X - d * ((width + SETTER_SIDES.across) / 2) + at.noise(900), at.scene) }
  },

  'side-size': (at) => ({
    'cut-since': 'more',
    measured: typed(Math.round((planned(at, 'target') + at.noise(9_000) - 4_000) / 1_000) * 1_000, at.scene),
  }),

  'depth-size': (at) => ({
    'cut-since': 'more',
    measured: typed(Math.round((planned(at, 'target') + at.noise(12_000)) / 1_000) * 1_000, at.scene),
  }),

  'turned-size': (at) => ({
    ...(at.raw.kind === 'shoulder' ? { side: 'main' } : {}),
    'cut-since': 'more',
    measured: typed(Math.round((planned(at, 'target') + at.noise(7_000) + 3_000) / 1_000) * 1_000, at.scene),
  }),

  'nose-and-tip': () => ({}),

  'run-out'(at) {
    const total = Math.round((12_000 + Math.abs(at.noise(6_000))) / 1_000) * 1_000
    return { least: typed(420_000, at.scene), greatest: typed(420_000 + total, at.scene) }
  },

  // A reach is known to a few microns where a height gauge has said it, and to a quarter of a millimetre by a rule.
  'station-datum': (at) => standingOut(at, 'reach', 4_000, 1_000),
  'tool-stick-out': (at) => standingOut(at, 'out', 150_000, 500_000),

  'station-centre'(at) {
    // An indicator shows hundredths, or half thousandths of an inch.
    const step = at.scene.machine.unit === 'mm' ? 10_000 : 12_700
    const off = Math.round(at.noise(30_000) / step) * step
    const side = (sign: 1 | -1) => typed(40 * step + sign * off, at.scene)
    const often = at.scene.machine.xReads === 'diameter' ? 2 : 1
    return { reading: shown(STATION[at.scene.machine.id]!.centre + often * -off + at.zero('X'), at.scene), far: side(1), near: side(-1) }
  },

  'boring-head': (at) => ({ measured: typed(Math.round((planned(at, 'target') + at.noise(8_000) - 6_000) / 1_000) * 1_000, at.scene) }),

  'probe-in-ring'(at) {
    const ring = gaugeOf(at, 'ring')
    const sides = [
      ['X+', 1, PROBE_RADII.xPlus],
      ['X-', -1, PROBE_RADII.xMinus],
      ['Y+', 1, PROBE_RADII.yPlus],
      ['Y-', -1, PROBE_RADII.yMinus],
    ] as const
    const readings = sides.flatMap(([side, d, radius]) =>
      Array.from({ length: Number(at.raw.repeats) }, (_, time) => [
        `${side}${time + 1}`,
        shown(RING_CENTRE[side[0] as 'X' | 'Y'] + d * (ring.size / 2 - radius) + at.noise(500), at.scene),
      ]),
    )
    return { centreX: typed(RING_CENTRE.X, at.scene), centreY: typed(RING_CENTRE.Y, at.scene), ...Object.fromEntries(readings) }
  },

  'probe-on-wall'(at) {
    const pin = gaugeOf(at, 'pin')
    const facing: [number, Nm][] = [
      [0, PROBE_RADII.xPlus],
      [90, PROBE_RADII.yMinus],
      [180, PROBE_RADII.xMinus],
      [270, PROBE_RADII.yPlus],
    ]
    const touched = (radius: number) => shown(WALL - radius + at.noise(500), at.scene)
    const times = Array.from({ length: Number(at.raw.repeats) }, (_, time) => (time === 0 ? '' : `-${time + 1}`))
    const turns = facing.flatMap(([turn, radius]) => times.map((time) => [`turn${turn}${time}`, touched(radius)]))
    return { wall: touched(halfOf(pin.size)), ...Object.fromEntries(turns) }
  },

  'rotary-zero'(at) {
    // The table stands near level; the indicator shows how near, toward plus.
    const off = at.noise(0.0002)
    const rise = typed(Math.tan(off) * planned(at, 'run') + at.noise(1_000), at.scene)
    return { reading: (Math.round(TABLE_LEVEL + (off * 180_000) / Math.PI) / 1000).toFixed(3), rise }
  },
}

/** Machine angle at which the rotary table of Mill 4 is level, thousandths of a degree. */
const TABLE_LEVEL = 12_480
