import type { Microdegrees } from '../angle/index.ts'
import { decimalsFor, formatLength, type LengthUnit, type Nm } from '../length/index.ts'
import type { LengthConvention } from '../touch/index.ts'
import type { SpindleName, Turret, TurningRecord } from './turning.ts'

export const MACHINE_KINDS = ['mill', 'lathe'] as const
export type MachineKind = (typeof MACHINE_KINDS)[number]
export type Axis = 'X' | 'Y' | 'Z'
export type RotaryAxis = 'A' | 'B' | 'C'

/** A fourth or fifth axis, which turns. */
export interface RotaryRecord {
  axis: RotaryAxis
  /** Its least increment, in millionths of a degree. */
  increment: Microdegrees
  /** How far it turns; null for an axis that turns without end. */
  travel: { min: Microdegrees; max: Microdegrees } | null
  /** +1 when a growing angle lifts a face on its plus side, −1 when it lowers it: which way an indicator's rise turns it. */
  sense: 1 | -1
}

/** How far an axis goes, in machine coordinates. */
export interface Travel {
  axis: Axis
  min: Nm
  max: Nm
}

/** A work offset slot of the control, with the plain name people give it ("vise B, op 20"). */
export interface WorkSlot {
  code: string
  name: string | null
  /** The spindle whose work it serves; the main one where nothing is said. */
  spindle?: SpindleName
}

/** What words of a program mean to a control, where controls differ. */
export interface ProgramWords {
  /** What a length without a decimal point counts: whole units, or the control's increments. */
  bare: 'units' | 'increments'
  /** `T M6`: T chooses and M6 changes. `Tttoo`: T turns the turret and takes the offset of the last two digits. */
  tool: 'T M6' | 'Tttoo'
  /** True where a semicolon begins a comment, beside `( )`. */
  semicolon: boolean
  /** True where G90 and G91 say absolute and incremental; false where U and W do, and G90 is a turning cycle. */
  codesForDistance: boolean
}

/** What the ledger knows of a machine: enough to read its figures and to check them. */
export interface MachineRecord {
  id: string
  name: string
  kind: MachineKind
  unit: LengthUnit
  /** Least increment of its registers, in nanometres. */
  increment: Nm
  travels: Travel[]
  slots: WorkSlot[]
  lengthConvention: LengthConvention
  /** What a mill's D register holds. */
  diameterRegister: 'diameter' | 'radius'
  /** What a lathe's X readout shows. */
  xReads: 'diameter' | 'radius'
  /** True when its control can apply a rotation with a work offset. */
  rotates: boolean
  /** True when its part display turns with that rotation; false when it counts along the machine's own axes. */
  displayTurns: boolean
  /** Fourth and fifth axes; empty where there are none. */
  rotary: RotaryRecord[]
  spindles: SpindleName[]
  /** Empty where they are not on record. */
  turrets: Turret[]
  /** What only a lathe's record says. */
  turning: TurningRecord
  /** What is looked at before the machine is used, a line each. */
  startUp: string[]
  /** How many tool offset numbers the control has: H and D run from 1 to this. */
  offsets: number
  /** How its control reads a program, where it differs from what is usual for its kind. */
  dialect?: Partial<ProgramWords> | null
  /** Limits of the checks that a lead has tightened for this machine; the shop's own elsewhere. */
  limits: Readonly<Record<string, number>>
}

/** Axes on which the machine has a work offset, in the order its control lists them. */
export function axesOf(machine: Pick<MachineRecord, 'travels'>): Axis[] {
  return machine.travels.map((travel) => travel.axis)
}

/**
 * Which way part Z counts in a slot, as seen by machine Z: \u22121 for the work of a sub-spindle, whose part Z points away from its own
 * chuck, against machine Z; +1 elsewhere. It is the m of M = W + H + m\u00b7P + c.
 */
export function zSense(machine: Pick<MachineRecord, 'slots'>, slot: string | null): 1 | -1 {
  return spindleOfSlot(machine, slot) === 'sub' ? -1 : 1
}

/** The spindle whose work a slot serves. */
export const spindleOfSlot = ({ slots }: Pick<MachineRecord, 'slots'>, slot: string | null): SpindleName =>
  slots.find(({ code }) => code === slot)?.spindle ?? 'main'

/** Writes a length as this machine's control shows it. */
export function asShown(value: Nm, machine: Pick<MachineRecord, 'unit' | 'increment'>, sign: 'negative' | 'always' = 'negative'): string {
  return formatLength(value, { unit: machine.unit, decimals: decimalsFor(machine.increment, machine.unit), sign })
}
