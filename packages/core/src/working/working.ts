import { minus, nm, plus, type LengthUnit, type Nm } from '../length/index.ts'
import type { RegisterKey } from '../register/index.ts'

/**
 * How a line enters the sum: the first figure, added, taken off, or only noted beside it. A `touch` is a
 * reading that a fit uses; what the fit makes of it stands on a line of its own.
 */
export type Operation = 'start' | 'add' | 'less' | 'aside' | 'touch'

/** One figure on a line, or a figure still to be read. */
export interface WorkingCell {
  /** As it is written on the line; the operation says what the sum does with it. */
  figure: Nm | null
  /** The routine's input that is typed here, if it is a field. */
  input?: string
  /** `angle` for millionths of a degree; a length in nanometres where nothing is said. */
  holds?: 'angle'
}

/** One line of the notebook: a figure for each column, or nothing where the column has no part in it. */
export interface WorkingLine {
  operation: Operation
  label: string
  cells: readonly (WorkingCell | null)[]
  /** Label of the only result that it enters; every result where nothing is said. */
  of?: string
}

/** What stands under the double rule in one column. */
export interface ResultCell {
  /** The register that takes it; null for a plain reading. */
  register: RegisterKey | null
  figure: Nm | null
  /** ± U (k = 2). */
  expanded: Nm | null
  /** The contributors that U owes most to, at most two. */
  largest?: readonly string[]
}

export interface WorkingResult {
  /** Text before the figures: "G54 X", "G54", "T4 length". */
  label: string
  cells: readonly (ResultCell | null)[]
}

/** Something else that was found: a diameter, an angle, a form error; already written out. */
export interface Fact {
  label: string
  text: string
  /** What it ought to be, where that is known. */
  wanted?: string
}

/** The sum, in the open: the lines above the double rule, and what stands under it. */
export interface Working {
  unit: LengthUnit
  /** Headings of the columns: axes where there are several, one empty text where there is one column. */
  columns: readonly string[]
  lines: readonly WorkingLine[]
  results: readonly WorkingResult[]
  facts: readonly Fact[]
}

/**
 * What a column's lines add up to, before rounding to the register's increment; null while one is missing, or where no
 * line of the column takes part in a sum.
 * The result that is recorded must agree with this: the working is the evidence.
 */
export function sumOf(lines: readonly WorkingLine[], column = 0): Nm | null {
  let sum = nm(0)
  let any = false
  for (const { operation, cells } of lines) {
    const cell = cells[column]
    if (operation === 'aside' || operation === 'touch' || !cell) continue
    if (cell.figure === null) return null
    any = true
    sum = operation === 'less' ? minus(sum, cell.figure) : plus(sum, cell.figure)
  }
  return any ? sum : null
}

/** A line with one figure, for a sum on one axis. */
export function line(operation: Operation, label: string, figure: Nm | null, input?: string): WorkingLine {
  return { operation, label, cells: [input === undefined ? { figure } : { figure, input }] }
}

/** A line that adds a signed amount, written without a sign of its own: "less 5.0000" rather than "+ −5.0000". */
export function signedLine(label: string, amount: Nm): WorkingLine {
  return amount < 0 ? line('less', label, nm(0 - amount)) : line('add', label, amount)
}
