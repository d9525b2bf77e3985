import type { Nm } from '../length/index.ts'

/** A figure on one of the working's lines. */
export interface LengthInput {
  kind: 'length'
  id: string
  label: string
  /** Finest step: the machine's increment for readings, 1 nm for sizes and places. */
  grid: Nm
  /**
   * `reading`: seen on the control at the touch. `place`: from the drawing. `size`: a thickness.
   * Tells which slips are possible, and which pad opens.
   */
  role: 'reading' | 'place' | 'size'
  hint?: string
}

export interface Option {
  value: string
  label: string
  /** One more line under the label: a gauge's size, a slot's name. */
  note?: string
}

/** One of several: a direction, a slot, a gauge, a tool. */
export interface ChoiceInput {
  kind: 'choice'
  id: string
  label: string
  options: Option[]
  /** `row`: all options side by side; `list`: one line that opens. */
  shown: 'row' | 'list'
  hint?: string
}

/** What a routine asks for, in the order it is done at the machine. */
export type InputSpec = LengthInput | ChoiceInput

/** What was typed or chosen, by input: always text, read by the core on both sides of the wire. */
export type RawInputs = Readonly<Record<string, string>>
