import { minus, nm, plus, type LengthUnit, type Nm } from '../length/index.ts'

/** How a line enters the sum: the first figure, added, taken off, or only noted beside it. */
export type Operation = 'start' | 'add' | 'less' | 'aside'

/** One line of the notebook: a figure, or a figure still to be read. */
export interface WorkingLine {
  operation: Operation
  label: string
  /** The figure as it is written on the line; the operation says what the sum does with it. */
  figure: Nm | null
  /** The routine's input that is typed on this line, if it is a field. */
  input?: string
  /** The unit a typed figure came in when it is not the machine's. */
  note?: string
}

export interface WorkingResult {
  /** Text before the figure: "G54 X", "T4 length". */
  label: string
  figure: Nm | null
  /** ± U (k = 2). */
  expanded: Nm | null
}

/** The sum, in the open: the lines above the double rule, and what stands under it. */
export interface Working {
  unit: LengthUnit
  lines: WorkingLine[]
  result: WorkingResult
}

/**
 * What the lines add up to, before rounding to the register's increment; null while one is missing.
 * The result that is recorded must agree with this: the working is the evidence.
 */
export function sumOf(lines: readonly WorkingLine[]): Nm | null {
  let sum = nm(0)
  for (const { operation, figure } of lines) {
    if (operation === 'aside') continue
    if (figure === null) return null
    sum = operation === 'less' ? minus(sum, figure) : plus(sum, figure)
  }
  return sum
}

/** A line that adds a signed amount, written without a sign of its own: "less 5.0000" rather than "+ −5.0000". */
export function signedLine(label: string, amount: Nm): WorkingLine {
  return amount < 0 ? { operation: 'less', label, figure: nm(0 - amount) } : { operation: 'add', label, figure: amount }
}
