import type pg from 'pg'
import type { Fault } from './fault.ts'

/**
 * A setup began and ended when its own entries say so, on their machine. One from before such entries were kept has none of them;
 * it is held by its editions alone.
 */
export async function verifySetups(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; seq: string; id: string }>(`
    WITH standing AS (
      SELECT * FROM entry e WHERE kind IN ('begun', 'ended') AND NOT EXISTS (SELECT FROM entry c WHERE c.kind = 'correction' AND c.refers = e.id)
    ), newest AS (SELECT DISTINCT ON (setup, kind) * FROM standing ORDER BY setup, kind, at DESC, seq DESC)
    SELECT coalesce(b.machine, e.machine, s.machine) AS machine, coalesce(b.seq, e.seq, 0) AS seq, coalesce(s.id, b.setup, e.setup) AS id
    FROM setup s
    FULL JOIN (SELECT * FROM newest WHERE kind = 'begun') b ON b.setup = s.id
    LEFT JOIN (SELECT * FROM newest WHERE kind = 'ended') e ON e.setup = coalesce(s.id, b.setup)
    WHERE s.id IS NULL
      OR b.id IS NOT NULL AND (b.machine <> s.machine OR b.at <> s.started_at OR b.content ->> 'operation' <> s.operation
        OR s.ended_at IS DISTINCT FROM e.at)
      OR e.id IS NOT NULL AND (e.machine <> s.machine OR e.at IS DISTINCT FROM s.ended_at)
    ORDER BY 1, 2`)
  return rows.map(({ machine, seq, id }) => ({ machine, seq: Number(seq), sentence: `setup ${id} is not what its entries say of it` }))
}

/** What an entry took over the wire was taken so, and is kept as it was. */
export async function verifyTaken(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; seq: string }>(`
    SELECT DISTINCT e.machine, e.seq
    FROM entry e CROSS JOIN LATERAL jsonb_array_elements(e.content -> 'taken') said
    LEFT JOIN taken t ON t.id::text = said #>> '{taken,id}'
    WHERE t.id IS NULL OR t.machine <> said #>> '{taken,machine}' OR t.what <> said #>> '{taken,what}'
      OR t.at <> (said #>> '{taken,at}')::timestamptz OR t.positions <> said #> '{taken,positions}'
      OR coalesce(t.gauge, 'null') <> coalesce(said #> '{taken,gauge}', 'null')
    ORDER BY 1, 2`)
  return rows.map(({ machine, seq }) => ({ machine, seq: Number(seq), sentence: 'what it took over the wire is not what is kept of it' }))
}
