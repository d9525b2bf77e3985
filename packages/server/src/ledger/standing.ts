import { bareProvenance, provenanceOf, type Nm, type RegisterKey, type Standing } from '@rook/core'
import type { Lane } from '../db/lane.ts'
import type { registerValue } from '../db/schema.ts'

type StandingRow = typeof registerValue.$inferSelect

/** What stands in every register of a machine that has been set. */
export async function loadStanding({ statements }: Pick<Lane, 'statements'>, machine: string): Promise<Record<RegisterKey, Standing>> {
  const rows = await statements.standing.execute({ machine })
  return Object.fromEntries(rows.map((row) => [row.register, asStanding(row)]))
}

function asStanding(row: StandingRow): Standing {
  return {
    value: row.value as Nm,
    state: row.state === 'unset' ? 'set' : row.state,
    entry: row.entry,
    at: row.at,
    by: row.by,
    standard: row.standard,
    operation: row.operation,
    setup: row.setup,
    seen: row.seen,
    assembly: row.assembly,
    ...provenanceOf(row.provenance),
  }
}

interface FormerRow {
  register: string
  after: string
  state: 'set' | 'estimated' | 'deliberately-zero' | 'disturbed'
  entry: string
  at: string
  by: string
  standard: number | null
  assembly: string | null
  setup: string | null
}

const FORMERLY = `
  SELECT wanted.register, w.after, w.state, w.entry, e.at, p.name AS by, w.standard, w.assembly, e.setup
  FROM unnest($3::text[]) AS wanted(register)
  CROSS JOIN LATERAL (
    SELECT * FROM entry_write w
    WHERE w.machine = $1 AND w.operation = $2 AND w.register = wanted.register
      AND w.after IS NOT NULL
      AND (SELECT c.id FROM entry c WHERE c.refers = w.entry AND c.kind = 'correction' LIMIT 1) IS NULL
      AND (SELECT own.kind FROM entry own WHERE own.id = w.entry) <> 'correction'
    ORDER BY w.seq DESC LIMIT 1
  ) w
  JOIN entry e ON e.id = w.entry
  JOIN person p ON p.id = e.person`

/**
 * The last values of some registers under an operation, from whichever setup, corrections left out.
 * One walk down an index per register, however long the ledger: the sub-selects are written so that they
 * stay look-ups and never become a join over all entries.
 */
export async function loadFormerly(
  { client }: Lane,
  machine: string,
  operation: string,
  registers: RegisterKey[],
): Promise<Record<RegisterKey, Standing>> {
  if (registers.length === 0) return {}
  const { rows } = await client.query<FormerRow>({ name: 'formerly', text: FORMERLY, values: [machine, operation, registers] })
  return Object.fromEntries(
    rows.map((row) => [
      row.register,
      {
        value: Number(row.after) as Nm,
        state: row.state,
        entry: row.entry,
        at: new Date(row.at).toISOString(),
        by: row.by,
        standard: row.standard,
        operation,
        setup: row.setup,
        seen: false,
        assembly: row.assembly,
        // Only its figure is compared with; what it rested on then is in its entry.
        ...bareProvenance(row.entry),
      },
    ]),
  )
}
