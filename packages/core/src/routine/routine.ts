import type { MachineKind, MachineRecord } from '../machine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { InputSpec, RawInputs } from './input.ts'
import type { Sheet } from './sheet.ts'
import type { Values } from './values.ts'

/**
 * One way of finding a value, as data and a pure function. The interface, the server's re-computation
 * and the tests all run this one definition; a new routine is a new file and a line in the catalogue.
 */
export interface Routine {
  /** Stays the same for ever: entries name it. */
  id: string
  name: string
  /** How the value came about, for an entry's title: "G54 X from an edge". */
  manner: string
  /** What it is for, in one sentence. */
  purpose: string
  kind: 'pick-up' | 'touch-off' | 'wear' | 'calibration' | 'measured' | 'statement'
  machines: readonly MachineKind[]
  /** False when this machine has no use for it; the reason is shown where it would be listed. */
  unfit?(machine: MachineRecord): string | null
  /** What it asks for, given what has been chosen so far. */
  inputs(scene: Scene, raw: RawInputs): InputSpec[]
  /** The three panes' contents from what is there so far; `result` only when nothing is missing. */
  sheet(values: Values, scene: Scene): Sheet
}
