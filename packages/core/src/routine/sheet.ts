import type { Nm } from '../length/index.ts'
import type { Drawing } from '../drawing/index.ts'
import type { Axis } from '../machine/index.ts'
import type { RegisterKey, RegisterRef } from '../register/index.ts'
import type { Marks } from '../scene/index.ts'
import type { MistakeId } from '../mistake/index.ts'
import type { Uncertainty } from '../uncertainty/index.ts'
import type { Working } from '../working/index.ts'

/** A value for one register, on its increment. */
export interface Write extends Partial<Marks> {
  register: RegisterRef
  value: Nm
  state: 'set' | 'estimated' | 'deliberately-zero'
  uncertainty: Uncertainty | null
  /** For a tool's length: the assembly that was measured. */
  assembly: string | null
  /** Registers whose present values it was worked out with. */
  rests: readonly RegisterKey[]
  /** Mistakes that only this way of finding it knows, each with the value there would have been without it. */
  slips?: readonly Slip[]
}

/** A figure that the control must show once the value is in it. */
/** What a readout is about: the slot that is active while it is looked at, and the tool at the touch; null where a finder is there, or none. */
export interface ReadoutAbout {
  slot: string
  tool: string | null
}

export interface Readout {
  key: string
  about: ReadoutAbout
  /** What to look at: "with T4 on that face, G54 active, the control must read". */
  sentence: string
  axis: string
  value: Nm
  /** `angle` for millionths of a degree; a length where nothing is said. */
  holds?: 'angle'
  /** Registers of other entries that are in it, as they were: one that is measured anew makes it another figure. */
  terms?: readonly { register: RegisterKey; factor: 1 | -1; value: Nm }[]
}

/** A single mistake, and the value there would have been without it. */
export interface Slip {
  id: MistakeId
  /** Half a sentence that follows "as if": "the shim of 1.000 had not been taken off". */
  phrase: string
  corrected: Nm
}

/** A size that a routine finds by the way, to be held against what the drawing says. */
export interface FoundSize {
  /** "width of the slot", "bore" */
  label: string
  found: Nm
  /** Of an angle its figures are millionths of a degree. */
  holds?: 'angle'
  /** Standard uncertainty, in the unit of the figure. */
  standard: number
  expected: Nm | null
  /** The axis of the one zero that it shows; where none is said it shows all that was found with it. */
  axis?: Axis
  /** What the routine itself knows to be wrong where it comes out so. */
  because?: string
  /** True where the routine says itself that it is off: it is held against what is expected to find the cause, and for nothing else. */
  isTold?: boolean
}

/** Something only this routine can judge: touches at odds with each other, an angle, a tilt. */
export interface Remark {
  id: string
  /** Two or three words for the line that gathers what is clear. */
  name: string
  verdict: 'clear' | 'query' | 'stop'
  sentence: string
  figures: { label: string; value: Nm }[]
  /** Registers that it finds odd: another finding about one of them means the same thing. */
  odd?: readonly RegisterKey[]
  /** True where it names the mistake. */
  names?: boolean
}

/** A machine reading, for the checks on readings. */
export interface Reading {
  axis: Axis
  label: string
  value: Nm
}

/** A side or face of the workpiece that was touched. */
export interface TouchedFace {
  axis: Axis
  /** The way that the axis moved onto it. */
  direction: 1 | -1
  /** Where it stands in the part, as it was said. */
  place: Nm
}

/** The result of a routine once everything it needs is there. */
export interface Result {
  writes: Write[]
  readouts: Readout[]
  /** Ids of the gauges it rests on: their calibration is kept with the entry. */
  gauges: string[]
  /** What the control showed at the touches. */
  readings: Reading[]
  /** The sides and faces that it rests on. */
  touched?: TouchedFace[]
  sizes?: FoundSize[]
  remarks?: Remark[]
}

/** Why a routine cannot be worked out although its inputs can be read. */
export interface Refusal {
  input: string | null
  sentence: string
}

/** Everything the three panes show, from the first keystroke on. */
export interface Sheet {
  /** The registers that will be written, as soon as they are known. */
  targets: RegisterRef[]
  working: Working
  drawing: Drawing
  refusal: Refusal | null
  result: Result | null
}
