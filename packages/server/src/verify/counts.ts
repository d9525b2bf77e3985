import type pg from 'pg'
import type { Fault } from './fault.ts'

/** What is kept of parts that were counted has to be what the entries say, and nothing else may be there. */
export async function verifyCounts(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; seq: string }>(`
    SELECT coalesce(e.machine, 'no machine') AS machine, coalesce(e.seq, 0) AS seq
    FROM (SELECT * FROM entry WHERE kind = 'counted') e FULL JOIN part_count c ON c.entry = e.id
    WHERE c.entry IS NULL OR e.id IS NULL OR c.setup <> e.setup OR c.at <> e.at OR c."by" <> e."by" OR c.reason IS DISTINCT FROM e.reason
      OR c.job <> (SELECT job FROM setup WHERE id = e.setup)
      OR c.made <> (e.content #>> '{parts,made}')::integer OR c.scrapped <> (e.content #>> '{parts,scrapped}')::integer
    ORDER BY 1, 2`)
  return rows.map(({ machine, seq }) => ({ machine, seq: Number(seq), sentence: 'what it counted is not what is kept of it' }))
}

/** The same of what was carried over from earlier setups. */
export async function verifyCarried(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; seq: string }>(`
    WITH said AS (
      SELECT e.id, e.machine, e.seq, e.setup, s ->> 'step' AS step, f ->> 'register' AS register, (f ->> 'value')::bigint AS value, (f ->> 'origin')::uuid AS origin
      FROM entry e, jsonb_array_elements(e.content -> 'carried') s, jsonb_array_elements(s -> 'figures') f WHERE e.kind = 'carried')
    SELECT DISTINCT coalesce(e.machine, 'no machine') AS machine, coalesce(e.seq, 0) AS seq
    FROM said e FULL JOIN carried c ON c.entry = e.id AND c.step = e.step AND c.register = e.register
    WHERE c.entry IS NULL OR e.id IS NULL OR c.setup <> e.setup OR c.value <> e.value OR c.origin <> e.origin ORDER BY 1, 2`)
  return rows.map(({ machine, seq }) => ({ machine, seq: Number(seq), sentence: 'what it carried over is not what is kept of it' }))
}
