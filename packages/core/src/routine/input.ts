import type { Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'

interface Input {
  id: string
  label: string
  hint?: string
  /** May be left empty. */
  optional?: boolean
  /** What to do to give it, where it shows a slip that nothing else would: the check that finds nothing to compare with says so. */
  also?: string
  /** Said of the measurement beside its figures: it stands under them. */
  beside?: boolean
}

/** A figure on one of the working's lines. */
export interface LengthInput extends Input {
  kind: 'length'
  /** Finest step: the machine's increment for readings, 1 nm for sizes and places. */
  grid: Nm
  /**
   * `reading`: seen on the control at the touch. `place`: from the drawing. `size`: a thickness, a width.
   * Tells which slips are possible, and which pad opens.
   */
  role: 'reading' | 'place' | 'size'
  /** The axis that a reading is of. */
  axis?: Axis
  /** Readings of several axes at one position name it alike: they are read at the same moment. */
  position?: string
  /** True for one that is read off another display than the machine's: no machine coordinate may be taken for it. */
  otherDisplay?: boolean
  /** True for a place that a gauge finds: its figure may be taken for it as for any size. */
  gauged?: boolean
  /** What is said of a figure that is not more than zero, where none can be; without it any figure may be. */
  aboveZero?: string
  /** True for a figure of the choices' strip rather than of a line: a pitch, an expected width. */
  given?: boolean
}

/** True for a figure that a gauge can give: a size, or a place that is found by measuring. */
export const takesGauge = (input: InputSpec): input is LengthInput =>
  input.kind === 'length' && (input.role === 'size' || input.gauged === true)

/** An angle in degrees, counter-clockwise positive. */
export interface AngleInput extends Input {
  kind: 'angle'
  /** True for one that stands on a line of the working; the others are given before anything is touched. */
  onLine?: boolean
}

export interface Option {
  value: string
  label: string
  /** One more line under the label: a gauge's size, a slot's name. */
  note?: string
}

/** One of several: a direction, a slot, a gauge, a tool. */
export interface ChoiceInput extends Input {
  kind: 'choice'
  options: Option[]
  /** `row`: all options side by side; `list`: one line that opens. */
  shown: 'row' | 'list'
  /** Of a choice among gauges: the ids of the sizes that the chosen one measured. */
  measures?: readonly string[]
}

/** Any number of several, none among them: further slots. Kept as their values with commas between. */
export interface SeveralInput extends Input {
  kind: 'several'
  options: Option[]
}

/** A plain number: revolutions a minute, minutes, parts. */
export interface NumberInput extends Input {
  kind: 'number'
  /** Written behind it: "rpm". */
  unit: string
  min: number
  max: number
}

/** What a routine asks for, in the order it is done at the machine. */
export type InputSpec = LengthInput | AngleInput | ChoiceInput | SeveralInput | NumberInput

/** What was typed or chosen, by input: always text, read by the core on both sides of the wire. */
export type RawInputs = Readonly<Record<string, string>>
