import type { Nm, RegisterKey } from '@rook/core'
import type { EntryContent } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'

/** As much of an entry as says how far its setup has come. */
export interface SetupEntry extends Pick<
  EntryContent,
  'id' | 'kind' | 'step' | 'at' | 'title' | 'reason' | 'refers' | 'readouts' | 'seen' | 'release'
> {
  setup: string
  by: string
  writes: { register: RegisterKey; before: Nm | null; origin: string }[]
  /** Steps that it carried over from an earlier setup, a row for each figure. */
  carried: { step: string; register: RegisterKey; origin: string }[]
}

// From the entries' own columns: nobody's working and drawing is opened to count steps.
const ENTRIES = `
  SELECT e.id, e.setup, e.kind, e.step, e.at, e."by", e.title, e.reason, e.refers, e.readouts, e.seen, e.release,
    coalesce((SELECT json_agg(json_build_object('register', w.register, 'before', w.before, 'origin', w.provenance -> 'origin') ORDER BY w.register)
      FROM entry_write w WHERE w.entry = e.id), '[]') AS writes,
    coalesce((SELECT json_agg(json_build_object('step', c.step, 'register', c.register, 'origin', c.origin) ORDER BY c.step, c.register)
      FROM carried c WHERE e.kind = 'carried' AND c.entry = e.id), '[]') AS carried
  FROM unnest($1::text[]) AS wanted(setup) CROSS JOIN LATERAL (
    SELECT * FROM entry one WHERE one.setup = wanted.setup ORDER BY one.at, one.machine, one.seq
  ) e`

type Row = Omit<SetupEntry, 'at'> & { at: Date }

/** The entries of setups that still hold, each setup's in order: corrected ones and the corrections themselves left out. */
export async function standingEntries({ client }: Pick<Lane, 'client'>, setups: readonly string[]): Promise<Map<string, SetupEntry[]>> {
  const found = new Map<string, SetupEntry[]>(setups.map((setup) => [setup, []]))
  if (setups.length === 0) return found
  const { rows } = await client.query<Row>({ name: 'setup-entries', text: ENTRIES, values: [setups] })
  const takenBack = new Set(rows.filter(({ kind }) => kind === 'correction').map(({ refers }) => refers))
  for (const { at, ...row } of rows)
    if (row.kind !== 'correction' && !takenBack.has(row.id)) found.get(row.setup)!.push({ ...row, at: at.toISOString() })
  return found
}
