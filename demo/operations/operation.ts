import type { Feature, Holding, Nm, PlannedSize, PlannedTool, StockBox } from '@rook/core'
import type { StepPlan } from '@rook/contract'
import type { DemoPart } from './parts.ts'

export interface DemoOperation {
  id: string
  machine: string
  part: DemoPart
  /** Sizes that it makes, and what its slots are for. */
  sizes?: PlannedSize[]
  purposes?: Record<string, string>
  name: string
  slots: string[]
  stock: StockBox | null
  fixture: string
  holding?: Holding
  /** Picture of the part under its drawings, millimetres, part zero at its own origin. */
  outline?: string
  fixtureRepeat: Nm | null
  program: string
  /** Width of the tightest tolerance zone, height that clears everything, features that can be found again. */
  tolerance?: Nm
  clearance?: Nm
  features?: Feature[]
  /** Tools that its program calls, with their H and D numbers, in the order they are set. */
  tools?: PlannedTool[]
  /** Degrees by which the part truly lies turned. */
  turned?: number
  steps: StepPlan[]
  /** Where the zeros truly lie, by slot and axis; Z is where the gauge line (or the master) stands at part zero. */
  truth: Record<string, Record<string, Nm>>
}

/** Stock in part coordinates, in whatever unit `unit` makes lengths of. */
export const box = (unit: (value: number) => Nm, x: [number, number], y: [number, number], z: [number, number]): StockBox => ({
  X: { from: unit(x[0]), to: unit(x[1]) },
  Y: { from: unit(y[0]), to: unit(y[1]) },
  Z: { from: unit(z[0]), to: unit(z[1]) },
})
