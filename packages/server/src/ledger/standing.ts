import { provenanceOf, type Nm, type RegisterKey, type Standing } from '@rook/core'
import type { Provenance } from '@rook/core'
import type { registerValue } from '../db/schema.ts'

/** A present value, or the last write before a moment, as a statement of ours reads it. */
export interface StandingRow {
  register: RegisterKey
  value: number
  state: (typeof registerValue.$inferSelect)['state']
  entry: string
  at: string
  by: string
  standard: number | null
  operation: string | null
  setup: string | null
  seen: boolean
  assembly: string | null
  provenance: Provenance
}

export function asStanding(row: StandingRow): Standing {
  return {
    value: row.value as Nm,
    state: row.state === 'unset' ? 'set' : row.state,
    entry: row.entry,
    at: new Date(row.at).toISOString(),
    by: row.by,
    standard: row.standard,
    operation: row.operation,
    setup: row.setup,
    seen: row.seen,
    assembly: row.assembly,
    ...provenanceOf(row.provenance),
  }
}
