import { nm, type Nm } from '../length/index.ts'

export type SpindleName = 'main' | 'sub'

/** What a station of a turret is made for: a held tool, a tool on the spindle's axis, or one that turns by itself. */
export const STATION_USES = ['turning', 'drilling', 'driven'] as const
export type StationUse = (typeof STATION_USES)[number]

/** A station that is something else than a turning one on the main side. */
export interface SpecialStation {
  number: number
  use: StationUse
  spindle: SpindleName
}

/** A turret with its stations, numbered from 1. */
export interface Turret {
  name: string
  stations: number
  /** From the reference point of a station to that of the station opposite, as a rule would measure it; absent where not on record. */
  across?: Nm | null
  /** The datum of a station as its maker prints it: X as the machine reads it. */
  printed?: { X: Nm; Z: Nm } | null
  /** Stations that are not turning ones on the main side. */
  special?: SpecialStation[]
}

/** A chuck or collet nose as far as a tool can run into it: how wide, and how far its body reaches behind the jaws. Nanometres. */
export interface Chuck {
  across: Nm
  length: Nm
}

/** What only a lathe's record says. */
export interface TurningRecord {
  /** Whether the control adds a wear register to the geometry, or takes it off. */
  wear: 'added' | 'taken-off'
  /** Number of the tool that the others of a spindle are counted from. */
  masters: Partial<Record<SpindleName, string>>
  /** Where the turret is turned, in machine coordinates; null where nothing is agreed. */
  changeAt: { X: Nm; Z: Nm } | null
  chucks: Partial<Record<SpindleName, Chuck>>
  /** Diameter of the tailstock's quill; null where there is none. */
  tailstock: Nm | null
}

export const PLAIN_TURNING: TurningRecord = { wear: 'added', masters: {}, changeAt: null, chucks: {}, tailstock: null }

/** A place on a turret, by the number that programs call it by. */
export interface Station extends SpecialStation {
  turret: Turret
  /** Where it sits on its own turret, counted from 0. */
  place: number
}

/** The station that a tool's number names: turrets are counted through one after the other. Null for a number that none has. */
export function stationOf(turrets: readonly Turret[], number: string): Station | null {
  const wanted = Number(stationNumber(number))
  if (!Number.isInteger(wanted) || wanted < 1) return null
  let before = 0
  for (const turret of turrets) {
    if (wanted <= before + turret.stations) {
      const special = turret.special?.find((one) => one.number === wanted)
      return { number: wanted, use: special?.use ?? 'turning', spindle: special?.spindle ?? 'main', turret, place: wanted - before - 1 }
    }
    before += turret.stations
  }
  return null
}

/** The station in a tool's number: what stands before the point of a further pair of offsets, "3" in "3.13". */
export const stationNumber = (number: string): string => number.split('.')[0]!

/** The spindle that a tool works at: its own where a pair of offsets says it, else its station's; the main one where neither is on record. */
export const spindleOfTool = (
  { number, spindle }: { number: string; spindle?: SpindleName },
  { turrets }: { turrets: readonly Turret[] },
): SpindleName => spindle ?? stationOf(turrets, number)?.spindle ?? 'main'

/** Numbers of all stations, in their order. */
export const stationNumbers = (turrets: readonly Turret[]): string[] =>
  Array.from({ length: turrets.reduce((sum, { stations }) => sum + stations, 0) }, (_, at) => String(at + 1))

/** What the control counts for an offset: its geometry with the wear that it adds or takes off. */
export const withWear = (geometry: Nm, wear: Nm | null | undefined, machine: { turning: TurningRecord }): Nm =>
  nm(geometry + wearSense(machine) * (wear ?? 0))

/** +1 where the control adds a wear register to what it belongs to, −1 where it takes it off. */
export const wearSense = ({ turning }: { turning: TurningRecord }): 1 | -1 => (turning.wear === 'added' ? 1 : -1)
