import type { InputSpec, MachineRecord, Problem } from '@rook/core'

/** What every field of a routine is given, whatever kind of figure or choice it asks for. */
export interface FieldProps<Input extends InputSpec = InputSpec> {
  input: Input
  machine: Pick<MachineRecord, 'unit' | 'increment'>
  problem?: Problem | undefined
  /** It is the next that wants an answer. */
  asked: boolean
  /** On a line of the working its label and its trouble stand elsewhere. */
  bare?: boolean
  /** Where several stand side by side. */
  narrow?: boolean | 'most'
}

/** Enter goes on, with Shift back; an odd figure is agreed to. */
export interface FieldEvents {
  next: []
  back: []
  agree: []
}
