import type pg from 'pg'
import { TABLE_NAMES, TABLES } from '../base/db/tables.ts'
import type { Fault } from './fault.ts'

/** What an edition keeps of a row, written out once more: the database's own function is not asked whether it is right. */
const CONTENT = `to_jsonb(row) - '{changed_at,changed_by,pin_hash}'::text[] || CASE WHEN to_jsonb(row) ? 'pin_hash'
  THEN jsonb_build_object('pin_hash', encode(sha256(convert_to(to_jsonb(row) ->> 'pin_hash', 'UTF8')), 'hex')) ELSE '{}' END`

/** Whatever is kept in editions has to hold now what its newest edition says, and nothing else may be there. */
export async function verifyEditions(pool: pg.Pool): Promise<Fault[]> {
  const client = await pool.connect()
  try {
    await client.query(`BEGIN; SET LOCAL timezone = 'UTC'; SET LOCAL statement_timeout = 0`)
    const faults: Fault[] = []
    for (const thing of TABLE_NAMES) {
      const { held } = TABLES[thing]
      if (held.by !== 'editions') continue
      const key = held.of.map((column) => `row.${column}`).join(` || '/' || `)
      const { rows } = await client.query<{ key: string }>(`
        SELECT coalesce(now.key, newest.key) AS key
        FROM (SELECT ${key} AS key, ${CONTENT} AS content FROM ${thing} row) now
        FULL JOIN (
          SELECT DISTINCT ON (key) key, content FROM edition WHERE thing = '${thing}' ORDER BY key, link DESC
        ) newest ON newest.key = now.key
        WHERE now.content IS DISTINCT FROM newest.content
        ORDER BY 1`)
      faults.push(...rows.map(({ key }) => ({ machine: key, seq: 0, sentence: `the ${thing} ${key} is not what its newest edition says` })))
    }
    return faults
  } finally {
    await client.query('ROLLBACK')
    client.release()
  }
}
