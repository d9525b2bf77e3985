import { standsAlong } from '../assembly/index.ts'
import { mm, nm, type Nm } from '../length/index.ts'
import { stationNumber, withWear, zSense, type SpindleName, type Station, stationOf } from '../machine/index.ts'
import { standsOut } from '../tip/station-reach.ts'
import { readsRadii } from '../tip/x-reads.ts'
import { geometryRegister, registerKey, stationDatum, wearOf } from '../register/index.ts'
import { stockSeen } from '../drawing/index.ts'
import { workTotal, type MountedTool, type Scene } from '../scene/index.ts'

/** A place by its distance from the spindle's axis and its part Z; nanometres, both true lengths. */
export interface OnSide {
  r: number
  z: number
}

/** Something round on the spindle's axis that a tool can run into. */
export interface Obstacle {
  what: 'chuck' | 'jaws' | 'stock' | 'quill'
  words: string
  radius: number
  from: number
  to: number
  /** True where a size is not on record and a usual one stands for it. */
  nominal: boolean
}

/** A tool on the turret, as far as its place is known. */
export interface OnTurret {
  tool: MountedTool
  station: Station
  /** How far its tip stands out of its station, toward the axis and toward its own chuck; usual ones where that is not known. */
  reach: { X: number; Z: number }
  known: boolean
  /** Width of what stands out. */
  wide: number
  along: 'X' | 'Z'
}

/** Where the turret stands for a look: at the face, before the jaws, or where it is turned. */
export const TURRET_LOOKS = ['facing', 'jaws', 'change'] as const
export type TurretLook = (typeof TURRET_LOOKS)[number]

/** A turret of usual size, where its record does not say. */
const USUAL = { across: mm(300), reachX: mm(45), reachZ: mm(50), shank: mm(20), bar: mm(16), stock: mm(50), long: mm(80), jaw: mm(22) }
/** A tool that goes up to the jaws stays this far away. */
const BEFORE_JAWS = mm(2)

export const acrossOf = ({ turret }: Pick<Station, 'turret'>): number => turret.across ?? USUAL.across

/** What stands on a spindle's axis: chuck, jaws, the work, the quill of a tailstock. */
export function obstaclesAt(spindle: SpindleName, scene: Scene): { obstacles: Obstacle[]; face: number; jaws: number; diameter: number } {
  const { turning } = scene.machine
  const stock = stockSeen(scene)
  const holding = scene.plan?.holding ?? scene.atHand?.holding ?? null
  const held = holding && 'stickOut' in holding ? holding.stickOut : null
  const diameter = stock ? stock.X.to - stock.X.from : USUAL.stock
  const face = stock ? stock.Z.to : 0
  const jaws = face - (held ?? (stock ? (stock.Z.to - stock.Z.from) / 2 : USUAL.long / 2))
  const chuck = turning.chucks[spindle] ?? null
  const across = chuck?.across ?? diameter + mm(100)
  const jawsReach = Math.min(across / 2, diameter / 2 + mm(16))
  const back = jaws - USUAL.jaw
  return {
    face,
    jaws,
    diameter,
    obstacles: [
      { what: 'stock', words: 'the work', radius: diameter / 2, from: jaws, to: face, nominal: stock === null },
      { what: 'jaws', words: 'the jaws', radius: jawsReach, from: back, to: jaws, nominal: held === null },
      { what: 'chuck', words: 'the chuck', radius: across / 2, from: back - (chuck?.length ?? mm(60)), to: back, nominal: chuck === null },
      ...(turning.tailstock === null
        ? []
        : [
            {
              what: 'quill' as const,
              words: 'the tailstock',
              radius: turning.tailstock / 2,
              from: face,
              to: face + mm(120),
              nominal: false,
            },
          ]),
    ],
  }
}

/**
 * The tools of one turret, each with how far it stands out of its station.
 * @param active number of the tool at the work; of a tool with several pairs of offsets the pair that is called is shown, and once
 */
export function onTurret(turretName: string, active: string, scene: Scene): OnTurret[] {
  const own = scene.tools.find(({ number }) => number === active)
  return scene.tools.flatMap((tool) => {
    const isShown = tool.number === active || (tool.pairOf === undefined && tool.number !== own?.pairOf)
    if (!isShown) return []
    const station = stationOf(scene.machine.turrets, tool.number)
    if (!station || station.turret.name !== turretName) return []
    const along = standsAlong(tool) ?? 'X'
    const [x, z] = [standsOut(tool, 'X', scene), standsOut(tool, 'Z', scene)]
    // Reference points of one turret lie alike: a neighbour's datum is better than a usual size.
    const [nearX, nearZ] = [byNeighbour(tool, station, 'X', scene), byNeighbour(tool, station, 'Z', scene)]
    const { DMM, DC } = tool.properties
    return [
      {
        tool,
        station,
        reach: { X: x ?? nearX ?? (along === 'X' ? USUAL.reachX : 0), Z: z ?? nearZ ?? (along === 'Z' ? USUAL.reachZ : 0) },
        known: x !== null && z !== null,
        wide: DMM ?? DC ?? (along === 'X' ? USUAL.shank : USUAL.bar),
        along,
      },
    ]
  })
}

function byNeighbour(tool: MountedTool, { turret, number, place }: Station, axis: 'X' | 'Z', scene: Scene): number | null {
  for (let at = 0; at < turret.stations; at++) {
    const datum = scene.standing[registerKey(stationDatum(String(number - place + at), axis))]
    if (!datum) continue
    const own = { ...scene.standing, [registerKey(stationDatum(stationNumber(tool.number), axis))]: datum }
    return standsOut(tool, axis, { ...scene, standing: own })
  }
  return null
}

/** Where a tip stands for a look, from the spindle's axis and in part Z; null where that needs a figure that is not there. */
export function tipAt(look: TurretLook, on: OnTurret, slot: string, scene: Scene): OnSide | null {
  const { face, jaws, diameter } = obstaclesAt(on.station.spindle, scene)
  if (look === 'change') return atChange(on, slot, scene)
  // A boring bar does not get to the axis: it is shown in the middle of the work.
  const r = on.tool.kind === 'boring-bar' ? on.wide / 2 : look === 'facing' || on.along === 'Z' ? 0 : diameter / 2
  return look === 'facing' ? { r, z: face } : { r, z: jaws + BEFORE_JAWS }
}

function atChange({ tool }: OnTurret, slot: string, scene: Scene): OnSide | null {
  const { changeAt } = scene.machine.turning
  const of = (axis: 'X' | 'Z'): Nm | null => {
    const zero = workTotal(scene, slot, axis)
    const register = geometryRegister(tool.offset, axis)
    const geometry = scene.standing[registerKey(register)]
    if (zero === null || !geometry || !changeAt) return null
    return nm(changeAt[axis] - zero - withWear(geometry.value, scene.standing[registerKey(wearOf(register))]?.value, scene.machine))
  }
  const [x, z] = [of('X'), of('Z')]
  if (x === null || z === null) return null
  return { r: readsRadii(scene) ? x : x / 2, z: z * zSense(scene.machine, slot) }
}
