import type pg from 'pg'
import { LINKED } from '../base/db/tables.ts'
import type { Fault } from './fault.ts'

/** Walks every chain of events and editions: each link in its place, each hash taken again, each end where it is said to be. */
export async function verifyChains(pool: pg.Pool): Promise<Fault[]> {
  const client = await pool.connect()
  try {
    await client.query(`BEGIN; SET LOCAL timezone = 'UTC'; SET LOCAL statement_timeout = 0`)
    const faults: Fault[] = []
    for (const { table, of } of LINKED) faults.push(...(await walk(client, table, of)))
    faults.push(...(await unknownEnds(client)))
    return faults
  } finally {
    await client.query('ROLLBACK')
    client.release()
  }
}

/** An end of a chain that no table has. */
async function unknownEnds(client: pg.PoolClient): Promise<Fault[]> {
  const { rows } = await client.query<{ chain: string; key: string }>('SELECT chain, key FROM chain_end WHERE chain <> ALL ($1)', [
    LINKED.map(({ table }) => table),
  ])
  return rows.map(({ chain, key }) => ({ machine: key, seq: 0, sentence: `a chain of ${chain} is said to end, and there is none` }))
}

async function walk(client: pg.PoolClient, table: string, key: readonly string[]): Promise<Fault[]> {
  const whose = key.map((column) => `row.${column}::text`).join(` || '/' || `)
  const { rows } = await client.query<{ whose: string; link: string; wrong: string }>(`
    WITH linked AS (
      SELECT ${whose} AS whose, row.link, trim(row.hash) AS hash, row_hash(
          coalesce(trim(lag(row.hash) OVER chain), ''), to_jsonb(row)) AS again,
        row_number() OVER chain AS place, lead(row.link) OVER chain IS NULL AS is_last
      FROM ${table} row WINDOW chain AS (PARTITION BY ${key.map((column) => `row.${column}`).join(', ')} ORDER BY row.link)
    )
    SELECT whose, link, CASE WHEN link <> place THEN 'one before it is missing' ELSE 'it is not what was written' END AS wrong
    FROM linked WHERE link <> place OR hash <> again
    UNION ALL
    SELECT coalesce(e.key, l.whose), coalesce(e.link, l.link), 'the chain does not end where it is said to'
    FROM (SELECT * FROM chain_end WHERE chain = '${table}') e
    FULL JOIN (SELECT * FROM linked WHERE is_last) l ON l.whose = e.key
    WHERE e.link IS DISTINCT FROM l.link OR trim(e.hash) IS DISTINCT FROM l.hash
    ORDER BY 1, 2`)
  return rows.map(({ whose: of, link, wrong }) => ({
    machine: of,
    seq: Number(link),
    sentence: `${table.replaceAll('_', ' ')} ${link} of ${of}: ${wrong}`,
  }))
}
