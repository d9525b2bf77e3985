import type { LengthUnit, Nm } from '../length/index.ts'
import type { MachineKind } from '../machine/index.ts'
import type { Feature, PlannedSize, PlannedTool, StockBox } from '../scene/index.ts'

/** A step of an operation's order of work. */
export interface PlannedStep {
  id: string
  title: string
  detail: string | null
  kind: 'homed' | 'confirm' | 'routine' | 'tools' | 'seen'
  /** The routine that does it; null where none does. */
  routine: string | null
  /** What the plan already knows of the routine's inputs, as it would be typed. */
  preset: Readonly<Record<string, string>>
  /** What is looked at before it is confirmed, a line each. */
  checks?: readonly string[] | undefined
}

/** What an operation says of its work, apart from whose it is. */
export interface OperationPlan {
  /** "Op 20" */
  name: string
  /** Revision of the part that it makes. */
  revision: string
  kind: MachineKind
  /** Unit of the drawing that it was planned from. */
  unit: LengthUnit
  /** Machines that may do it; any of its kind where the list is empty. */
  machines: readonly string[]
  /** Slots that its program calls, in the order it uses them, and what each is for. */
  slots: readonly string[]
  purposes: Readonly<Record<string, string>>
  stock: StockBox | null
  fixture: string
  /** How far zero moves from one loading to the next, one standard deviation. */
  fixtureRepeat: Nm | null
  /** Width of the tightest tolerance zone that part zero serves. */
  tolerance: Nm | null
  /** Height over part zero that clears everything. */
  clearance: Nm | null
  features: readonly Feature[]
  sizes: readonly PlannedSize[]
  tools: readonly PlannedTool[]
  /** The program with its issue, as people call it. */
  program: string
  steps: readonly PlannedStep[]
}

/** The middle of a size's limits: what a correction aims at. */
export const middleOf = ({ nominal, upper, lower }: Pick<PlannedSize, 'nominal' | 'upper' | 'lower'>): Nm =>
  (nominal + Math.round((upper + lower) / 2)) as Nm
