import type { EntryContent } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'

/** A go that was given. */
export interface Given {
  entry: string
  at: Date
  by: string
  /** The issue, its number, the name of its file and the hash of its text; null where it was given without a text. */
  issue: string | null
  number: number | null
  name: string | null
  hash: string | null
  findings: EntryContent['findings']
}

const LAST_GO = `
  SELECT DISTINCT ON (e.setup) e.setup, e.id AS entry, e.at, e."by", u.issue, i.issue AS number, i.name, i.text AS hash,
    e.content -> 'findings' AS findings
  FROM entry e LEFT JOIN program_use u ON u.entry = e.id LEFT JOIN program_issue i ON i.id = u.issue
  WHERE e.setup = ANY($1) AND e.kind = 'go' AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = e.id AND k.kind = 'correction')
  ORDER BY e.setup, e.at DESC`

/** The go that was given last for each of some setups and not taken back, by the setup's id. */
export async function lastGoOf({ client }: Pick<Lane, 'client'>, setups: readonly string[]): Promise<Map<string, Given>> {
  const { rows } = await client.query<Given & { setup: string }>({ name: 'last-go', text: LAST_GO, values: [setups] })
  return new Map(rows.map(({ setup, ...given }) => [setup, given]))
}
