import { TURNS } from '../assembly/index.ts'
import type { Point } from '../drawing/index.ts'
import { mm, nm, type Nm } from '../length/index.ts'
import { stationOf } from '../machine/index.ts'
import type { Scene } from '../scene/index.ts'
import { acrossOf, obstaclesAt, onTurret, tipAt, type Obstacle, type OnSide, type OnTurret, type TurretLook } from './turret-places.ts'

/** A closed outline in a picture of a turret. From the side: part Z to the right, X up. From the front: along the spindle, X up. */
export interface TurretPiece {
  what: Obstacle['what'] | 'turret' | 'holder' | 'cutter'
  points: Point[]
  /** Number of its tool. */
  number?: string
  /** True for the tool that stands at the work. */
  active?: boolean
  /** True for what touches something that it must not. */
  lit: boolean
  nominal: boolean
}

export interface TurretPicture {
  side: TurretPiece[]
  front: TurretPiece[]
  /** Where each station's number is written, along the spindle. */
  numbers: { number: string; at: Point; active: boolean; lit: boolean }[]
  /** What touches what it must not, or would while the turret turns. */
  fouls: { numbers: string[]; sentence: string }[]
  /** How near the nearest comes; null where something touches, or nothing stands in the way. */
  nearest: { number: string; words: string; gap: Nm } | null
  /** Numbers of tools whose place on the turret is not known: they are drawn by usual sizes. */
  unknown: string[]
}

const THICK = mm(70)
const round = (value: number): Nm => nm(Math.round(value))
const point = (x: number, y: number): Point => ({ x: round(x), y: round(y) })
const rectangle = (left: number, low: number, right: number, high: number): Point[] => [
  point(left, low),
  point(right, low),
  point(right, high),
  point(left, high),
]

/** A tool at its place: its middle line seen along the spindle, from the turret outward, and its extent in Z. */
interface Placed extends OnTurret {
  from: { u: number; v: number }
  to: { u: number; v: number }
  z: { from: number; to: number }
  /** How far from the turret's axis it reaches. */
  outer: number
  /** The edge of the turret under it. */
  root: { u: number; v: number }
  /** Inside its station, where its number is written. */
  label: { u: number; v: number }
  active: boolean
}

/**
 * A turret to scale at one of its places, from the side and along the spindle, with chuck, jaws, work and tailstock, and what of
 * it touches what it must not. A tip stands G \u2212 datum beyond its station; the reference point of the station that is at the work
 * lies that far behind the tip, and the other stations follow from how wide the turret is.
 * @param number the tool at the work
 * @returns a sentence where it cannot be drawn
 */
export function turretPicture(number: string, look: TurretLook, slot: string, scene: Scene): TurretPicture | string {
  const station = stationOf(scene.machine.turrets, number)
  if (!station) return `T${number} sits in no station that is on record of ${scene.machine.name}.`
  const all = onTurret(station.turret.name, number, scene)
  const own = all.find(({ tool }) => tool.number === number)
  if (!own) return `Nothing is mounted in T${number}.`
  const tip = tipAt(look, own, slot, scene)
  if (!tip) return CANNOT[look] ?? 'This place is not known.'
  // A tailstock is at the work only where it is wanted; where the turret turns it is always thought to be there.
  const obstacles = obstaclesAt(station.spindle, scene).obstacles.filter(({ what }) => what !== 'quill' || look === 'change')
  // The reference point lies behind the tip by its reach; the turret's axis half of its width further out.
  const reference: OnSide = { r: tip.r + own.reach.X, z: tip.z + own.reach.Z }
  const middle = reference.r + acrossOf(station) / 2
  const placed = all.map((one) => place(one, own, reference, middle))
  const found = judge(placed, own, look, obstacles, { reference, middle })
  const lit = new Set(found.fouls.flatMap(({ numbers }) => numbers))
  const hit = (what: Obstacle['what']) => found.hit.has(what)
  return {
    side: [
      ...obstacles.map((one): TurretPiece => ({
        ...shape(one.what, hit(one.what), one.nominal),
        points: rectangle(one.from, -one.radius, one.to, one.radius),
      })),
      {
        ...shape('turret', found.hit.has('turret'), station.turret.across == null),
        points: rectangle(reference.z, reference.r, reference.z + THICK, reference.r + acrossOf(station)),
      },
      ...[...placed].sort((a, b) => Number(a.active) - Number(b.active)).flatMap((one) => fromSide(one, lit)),
    ],
    front: [
      ...[...obstacles]
        .sort((a, b) => b.radius - a.radius)
        .map((one): TurretPiece => ({ ...shape(one.what, hit(one.what), one.nominal), points: ring(one.radius) })),
      {
        ...shape('turret', found.hit.has('turret'), station.turret.across == null),
        points: disc(middle, acrossOf(station) / 2, station.turret.stations),
      },
      ...placed.flatMap((one) => fromFront(one, lit)),
    ],
    numbers: placed.map(({ tool, active, label }) => ({
      number: tool.number,
      at: point(label.u, label.v),
      active,
      lit: lit.has(tool.number),
    })),
    fouls: found.fouls,
    nearest: found.nearest,
    unknown: all.filter(({ known }) => !known).map(({ tool }) => tool.number),
  }
}

const CANNOT: Partial<Record<TurretLook, string>> = {
  change:
    'Where the turret is turned is not known in part coordinates: the record needs a change position, and the tool and the slot their figures.',
}

const shape = (what: TurretPiece['what'], lit: boolean, nominal: boolean) => ({ what, lit, nominal })

const ring = (radius: number): Point[] =>
  Array.from({ length: 48 }, (_, at) => point(radius * Math.cos((at * Math.PI) / 24), radius * Math.sin((at * Math.PI) / 24)))

/** A turret's outline with a flat for each station; one of them lies toward the axis. */
function disc(middle: number, radius: number, stations: number): Point[] {
  const half = Math.PI / stations
  const corner = radius / Math.cos(half)
  return Array.from({ length: stations }, (_, at) => {
    const angle = half + 2 * half * at
    return point(corner * Math.sin(angle), middle - corner * Math.cos(angle))
  })
}

function place(one: OnTurret, own: OnTurret, reference: OnSide, middle: number): Placed {
  const { stations } = one.station.turret
  const angle = ((one.station.place - own.station.place) * 2 * Math.PI) / stations
  const radius = acrossOf(one.station) / 2
  const at = (distance: number) => ({ u: distance * Math.sin(angle), v: middle - distance * Math.cos(angle) })
  // Toward its own chuck: a tool for the other spindle stands out the other way.
  const sense = one.station.spindle === own.station.spindle ? 1 : -1
  const tipZ = reference.z - sense * one.reach.Z
  const isAlongX = one.along === 'X'
  const [inner, outer] = bodyOf(one, radius)
  return {
    ...one,
    active: one.tool.number === own.tool.number,
    from: at(inner),
    to: at(outer),
    outer,
    root: at(radius),
    label: at(radius * 0.86),
    z: isAlongX
      ? { from: Math.min(tipZ, tipZ + sense * one.wide), to: Math.max(tipZ, tipZ + sense * one.wide) }
      : { from: Math.min(tipZ, reference.z), to: Math.max(tipZ, reference.z) },
  }
}

/** From where to where a tool reaches, counted from its turret's axis: a boring bar lies beyond its tip, a drill on both sides of it. */
function bodyOf({ tool, along, reach, wide }: OnTurret, radius: number): [inner: number, outer: number] {
  const tip = radius + reach.X
  if (along === 'X') return [Math.min(radius, tip), tip]
  return tool.kind === 'boring-bar' ? [tip, tip + wide] : [tip - wide / 2, tip + wide / 2]
}

/** How near the middle line of a tool comes to the spindle's axis, seen along it. */
function nearestToAxis({ from, to }: Placed): number {
  const [du, dv] = [to.u - from.u, to.v - from.v]
  const long = du * du + dv * dv
  const share = long === 0 ? 0 : Math.min(1, Math.max(0, -(from.u * du + from.v * dv) / long))
  return Math.hypot(from.u + share * du, from.v + share * dv)
}

const overlaps = (a: { from: number; to: number }, b: { from: number; to: number }) => a.from < b.to && b.from < a.to

function judge(
  placed: readonly Placed[],
  own: OnTurret,
  look: TurretLook,
  obstacles: readonly Obstacle[],
  { reference, middle }: { reference: OnSide; middle: number },
) {
  const hit = new Set<TurretPiece['what']>()
  const fouls: TurretPicture['fouls'] = []
  let nearest: TurretPicture['nearest'] = null
  for (const one of placed) {
    // While the turret turns each of its tools passes where the first one stands.
    const turns = look === 'change'
    const distance = turns ? Math.max(0, middle - one.outer) : nearestToAxis(one)
    for (const obstacle of obstacles) {
      if (!overlaps(one.z, obstacle)) continue
      // The tool at the work is there to touch it.
      if (one.active && !turns && obstacle.what === 'stock') continue
      // A tool that stands beside its line by half of its width.
      const gap = distance - (one.active || turns ? 0 : one.wide / 2) - obstacle.radius
      if (gap < 0) {
        hit.add(obstacle.what)
        fouls.push({ numbers: [one.tool.number], sentence: sentenceOf(one, own, obstacle, look) })
      } else if (nearest === null || gap < nearest.gap) nearest = { number: one.tool.number, words: obstacle.words, gap: round(gap) }
    }
  }
  for (const obstacle of obstacles)
    if (obstacle.what !== 'stock' && reference.r < obstacle.radius && overlaps({ from: reference.z, to: reference.z + THICK }, obstacle)) {
      hit.add(obstacle.what).add('turret')
      fouls.push({
        numbers: [own.tool.number],
        sentence: `The turret itself would run into ${obstacle.words} with T${own.tool.number} there.`,
      })
    }
  return { hit, fouls, nearest: fouls.length > 0 ? null : nearest }
}

function sentenceOf(one: Placed, own: OnTurret, { words }: Obstacle, look: TurretLook): string {
  const number = `T${one.tool.number}`
  if (look === 'change') return `${number} would run into ${words} while the turret turns. Take the change position further away.`
  return one.active
    ? `${number} would run into ${words} there.`
    : `${number} beside it would run into ${words} while T${own.tool.number} stands there. Leave a station free between them, or set it shorter.`
}

function fromSide(one: Placed, lit: ReadonlySet<string>): TurretPiece[] {
  const { number } = one.tool
  const more = { number, active: one.active, lit: lit.has(number), nominal: !one.known }
  const [low, high] = [Math.min(one.from.v, one.to.v), Math.max(one.from.v, one.to.v)]
  const { from, to } = one.z
  if (!one.active || !TURNS.includes(one.tool.kind)) return [{ what: 'cutter', ...more, points: rectangle(from, low, to, high) }]
  // An insert of 80 degrees at the tip, as large as its holder has room for.
  const size = Math.min(one.wide * 0.6, high - low, to - from)
  const bar = one.along === 'Z'
  const [z, r, up] = bar ? [from, high, -1] : [from, low, 1]
  const at = (x: number, y: number) => point(z + x * size, r + up * y * size)
  return [
    {
      what: 'holder',
      ...more,
      points: bar ? rectangle(from + size * 0.3, low, to, high - size * 0.1) : rectangle(from + size * 0.15, low + size * 0.5, to, high),
    },
    { what: 'cutter', ...more, points: [at(0, 0), at(0.99, 0.09), at(1.08, 1.08), at(0.09, 0.99)] },
  ]
}

/** A tool seen along the spindle: as wide as it is, along its line. What holds one that stands along Z is drawn by a usual width. */
function fromFront(one: Placed, lit: ReadonlySet<string>): TurretPiece[] {
  const { number } = one.tool
  const more = { number, active: one.active, lit: lit.has(number), nominal: !one.known }
  const strip = (from: Placed['from'], to: Placed['to'], wide: number): Point[] => {
    const [du, dv] = [to.u - from.u, to.v - from.v]
    const long = Math.hypot(du, dv) || 1
    const [nu, nv] = [(-dv / long) * (wide / 2), (du / long) * (wide / 2)]
    return [point(from.u + nu, from.v + nv), point(to.u + nu, to.v + nv), point(to.u - nu, to.v - nv), point(from.u - nu, from.v - nv)]
  }
  const own: TurretPiece = { what: 'cutter', ...more, points: strip(one.from, one.to, one.wide) }
  if (one.along === 'X') return [own]
  const holder: TurretPiece = { what: 'holder', ...more, nominal: true, points: strip(one.root, one.to, Math.max(one.wide * 1.8, mm(24))) }
  return [holder, own]
}
