import type { GivenReason } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'

/** So many entries of a setup are looked through: what was said longer ago is no longer what anybody means. */
const ENTRIES = 200

const REASONS = `
  SELECT DISTINCT ON (f.value #>> '{finding,check}', f.value #>> '{finding,about}')
    f.value #>> '{finding,check}' AS "check", f.value #>> '{finding,about}' AS about, f.value ->> 'reason' AS reason, e.at, e."by"
  FROM (SELECT at, seq, "by", content FROM entry WHERE setup = $1 ORDER BY at DESC, machine DESC, seq DESC LIMIT ${ENTRIES}) e
  CROSS JOIN LATERAL jsonb_array_elements(e.content -> 'findings') f
  WHERE f.value ->> 'reason' IS NOT NULL
  ORDER BY f.value #>> '{finding,check}', f.value #>> '{finding,about}', e.at DESC, e.seq DESC`

/** The last reason that was given in a setup for each thing that a check asked about, newest first. */
export async function reasonsGiven({ pool }: Pick<Connection, 'pool'>, setup: string): Promise<GivenReason[]> {
  const { rows } = await pool.query<Omit<GivenReason, 'at'> & { at: Date }>({ name: 'reasons-given', text: REASONS, values: [setup] })
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() })).sort((one, other) => other.at.localeCompare(one.at))
}
