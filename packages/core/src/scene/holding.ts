import type { Nm } from '../length/index.ts'

/** A side of the stock, by the axis that leaves it outward. */
export const STOCK_SIDES = ['X-', 'X+', 'Y-', 'Y+'] as const
export type StockSide = (typeof STOCK_SIDES)[number]

/**
 * How an operation holds its work, as far as a picture shows it. Lengths in nanometres; null where a size is not on record,
 * which is drawn by a usual size and marked.
 */
export type Holding =
  /** One vise or several in a row along the jaws. `grip`: how far the jaws reach up the stock from its lowest face. `parallels`: height of what the stock lies on. `bed`: how high they lie over the table. */
  | { kind: 'vise'; count: number; fixedJaw: StockSide; grip: Nm | null; parallels: Nm | null; bed?: Nm | null | undefined }
  /** Screwed or located on a plate or in a fixture of this thickness. */
  | { kind: 'plate'; thickness: Nm | null }
  /** Clamped from above onto the table, on parallels of this height. */
  | { kind: 'clamps'; parallels: Nm | null }
  /** `stickOut`: how far the bar's face stands in front of the jaws. */
  | { kind: 'chuck'; stickOut: Nm | null }
  | { kind: 'collet'; stickOut: Nm | null }
