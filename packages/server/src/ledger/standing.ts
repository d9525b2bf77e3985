import { provenanceOf, type Nm, type RegisterKey, type Standing } from '@rook/core'
import type { Provenance } from '@rook/core'
import type { registerValue } from '../base/db/schema.ts'

/** A present value, or the last write before a moment, as a statement of ours reads it. */
export interface StandingRow extends Omit<Standing, 'value' | 'state' | keyof Provenance> {
  register: RegisterKey
  value: number
  state: (typeof registerValue.$inferSelect)['state']
  provenance: Provenance
}

export function asStanding({ register: _register, value, state, at, provenance, ...row }: StandingRow): Standing {
  return {
    ...row,
    value: value as Nm,
    state: state === 'unset' ? 'set' : state,
    at: new Date(at).toISOString(),
    ...provenanceOf(provenance),
  }
}
