import { minus, nm, type Nm } from '../length/index.ts'
import { spindleOfTool, stationNumber, stationOf, type MachineRecord, type SpindleName } from '../machine/index.ts'
import { geometryRegister, registerKey, stationDatum } from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import type { WorkingCell, WorkingLine } from '../working/index.ts'
import { readsRadii } from './x-reads.ts'

export const STATION_AXES = ['X', 'Z'] as const
export type StationAxis = (typeof STATION_AXES)[number]

/** How often, and with which sign, a reach goes into a geometry offset: twice on an X that reads diameters, mirrored on a sub-spindle. */
function factor(axis: StationAxis, spindle: SpindleName, scene: Pick<Scene, 'machine'>): number {
  if (axis === 'X') return readsRadii(scene) ? 1 : 2
  return spindle === 'sub' ? -1 : 1
}

/** What a reach beyond the station, toward the axis or toward the station's own chuck, adds to the geometry offset. */
export const asGeometry = (axis: StationAxis, reach: Nm, spindle: SpindleName, scene: Pick<Scene, 'machine'>): Nm =>
  nm(reach * factor(axis, spindle, scene))

/**
 * How far a tip stands out beyond its station: (G_x \u2212 X_s)/2 toward the axis where X reads diameters, G_z \u2212 Z_s toward the chuck
 * that the tool works at. Below zero it lies behind the station. Null while geometry or datum is unset, or the tool sits in no station.
 * @param geometry what stands where nothing is said
 */
export function standsOut(
  tool: Pick<MountedTool, 'number' | 'offset' | 'spindle'>,
  axis: StationAxis,
  scene: Scene,
  geometry?: Nm,
): Nm | null {
  const station = stationOf(scene.machine.turrets, tool.number)
  const datum = scene.standing[registerKey(stationDatum(stationNumber(tool.number), axis))]
  const value = geometry ?? scene.standing[registerKey(geometryRegister(tool.offset, axis))]?.value
  if (!station || !datum || value === undefined) return null
  return nm(Math.round(minus(value, datum.value) / factor(axis, spindleOfTool(tool, scene.machine), scene)))
}

/**
 * The lines of a reach in both axes' columns: on X, where it reads diameters, noted first and counted twice; on the Z of a sub-spindle,
 * which counts the other way, on a line of its own.
 * @param operation what the sum does with it on the main spindle
 */
export function reachLines(
  operation: 'add' | 'less',
  words: string,
  reach: Readonly<Record<StationAxis, WorkingCell>>,
  spindle: SpindleName,
  scene: Pick<Scene, 'machine'>,
): WorkingLine[] {
  const z = spindle === 'sub' ? null : reach.Z
  const twice = { figure: reach.X.figure === null ? null : nm(reach.X.figure * 2) }
  const label = z === null ? 'twice that, X reads diameters' : `${words}, twice on X, which reads diameters`
  return [
    ...(readsRadii(scene)
      ? [{ operation, label: words, cells: [reach.X, z] }]
      : [
          { operation: 'aside' as const, label: words, cells: [reach.X, null] },
          { operation, label, cells: [twice, z] },
        ]),
    ...(z === null
      ? [
          {
            operation: operation === 'add' ? ('less' as const) : ('add' as const),
            label: `${words}, toward the sub-spindle`,
            cells: [null, reach.Z],
          },
        ]
      : []),
  ]
}

/** Why a lathe has no use for the datum of a station; null where its stations are on record. */
export const withoutTurret = ({ turrets, name }: MachineRecord): string | null =>
  turrets.length === 0 ? `No turret is on record of ${name}. Say how many stations it has first.` : null

/** The stations of the same turret that are of the same use and side, the own one among them. */
export function alikeStations(number: string, { turrets }: MachineRecord): string[] {
  const own = stationOf(turrets, number)
  if (!own) return []
  return Array.from({ length: own.turret.stations }, (_, at) => String(own.number - own.place + at)).filter((other) => {
    const station = stationOf(turrets, other)!
    return station.use === own.use && station.spindle === own.spindle
  })
}
