import type { Nm } from '../length/index.ts'
import type { Drawing } from '../drawing/index.ts'
import type { RegisterRef } from '../machine/index.ts'
import type { Uncertainty } from '../uncertainty/index.ts'
import type { Working } from '../working/index.ts'

/** A value for one register, on its increment. */
export interface Write {
  register: RegisterRef
  value: Nm
  state: 'set' | 'deliberately-zero'
  uncertainty: Uncertainty | null
  /** For a tool's length: the assembly that was measured. */
  assembly: string | null
}

/** A figure that the control must show once the value is in it. */
export interface Readout {
  key: string
  /** What to look at: "with T4 on that face, G54 active, the control must read". */
  sentence: string
  axis: string
  value: Nm
}

/** A single mistake, and the value there would have been without it. */
export interface Slip {
  id: string
  /** Half a sentence that follows "as if": "the shim of 1.000 had not been taken off". */
  phrase: string
  corrected: Nm
}

/** The result of a routine once everything it needs is there. */
export interface Result {
  writes: Write[]
  readouts: Readout[]
  slips: Slip[]
  /** Ids of the gauges it rests on: their calibration is kept with the entry. */
  gauges: string[]
  /** Machine readings by axis, for the travel check: what the control showed at the touch. */
  readings: { axis: 'X' | 'Y' | 'Z'; label: string; value: Nm }[]
}

/** Why a routine cannot be worked out although its inputs can be read. */
export interface Refusal {
  input: string | null
  sentence: string
}

/** Everything the three panes show, from the first keystroke on. */
export interface Sheet {
  /** The register that will be written, as soon as it is known. */
  target: RegisterRef | null
  working: Working
  drawing: Drawing
  refusal: Refusal | null
  result: Result | null
}
