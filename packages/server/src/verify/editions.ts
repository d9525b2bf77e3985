import type pg from 'pg'
import { EDITIONED } from '../db/schema.ts'
import type { Fault } from './fault.ts'

/** The columns that an edition's key is made of, where it is not the id. */
const KEYS: Partial<Record<(typeof EDITIONED)[number], string>> = { mount: `row.machine || '/' || row.number` }

/** Whatever is kept in editions has to hold now what its newest edition says, and nothing else may be there. */
export async function verifyEditions(pool: pg.Pool): Promise<Fault[]> {
  const client = await pool.connect()
  try {
    await client.query(`BEGIN; SET LOCAL timezone = 'UTC'; SET LOCAL statement_timeout = 0`)
    const faults: Fault[] = []
    for (const thing of EDITIONED) {
      const { rows } = await client.query<{ key: string }>(`
        SELECT coalesce(now.key, newest.key) AS key
        FROM (SELECT ${KEYS[thing] ?? 'row.id'} AS key, to_jsonb(row) - '{changed_at,changed_by}'::text[] AS content FROM ${thing} row) now
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
