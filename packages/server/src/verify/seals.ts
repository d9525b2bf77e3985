import type pg from 'pg'
import { LINKED } from '../base/db/tables.ts'
import { ENTRIES, sealHash, type ChainEnd } from '../ledger/seal-hash.ts'
import type { Fault } from './fault.ts'

/** A seal that somebody has on paper: its day and the beginning of its hash. */
export interface ExpectedSeal {
  day: string
  hash: string
}

/** Each seal follows from the one before it, and whatever it sealed is still there as it was. */
export async function verifySeals(pool: pg.Pool, expected: readonly ExpectedSeal[]): Promise<Fault[]> {
  const { rows } = await pool.query<{ day: string; at: Date; hash: string }>(
    'SELECT day, at, trim(hash) AS hash FROM seal ORDER BY day COLLATE "C"',
  )
  const faults: Fault[] = []
  let before = ''
  for (const { day, at, hash } of rows) {
    if (sealHash(before, day, at.toISOString(), await endsOf(pool, day)) !== hash)
      faults.push({ machine: 'seals', seq: 0, sentence: `the seal of ${day} is not what was sealed` })
    before = hash
  }
  for (const { day, hash } of expected)
    if (!rows.some((row) => row.day === day && row.hash.startsWith(hash)))
      faults.push({ machine: 'seals', seq: 0, sentence: `there is no seal of ${day} with the hash ${hash}` })
  return [...faults, ...(await broken(pool))]
}

async function endsOf(pool: pg.Pool, day: string): Promise<ChainEnd[]> {
  const { rows } = await pool.query<Omit<ChainEnd, 'link'> & { link: string }>(
    'SELECT chain, key, link, trim(hash) AS hash FROM sealed_end WHERE day = $1 ORDER BY chain, key',
    [day],
  )
  return rows.map((row) => ({ ...row, link: Number(row.link) }))
}

/** Sealed ends whose row is not there any more as it was. */
async function broken(pool: pg.Pool): Promise<Fault[]> {
  const chains = [
    { name: ENTRIES, table: 'entry', key: 'row.machine', link: 'row.seq' },
    ...LINKED.map(({ table, of }) => ({
      name: table,
      table,
      key: of.map((column) => `row.${column}::text`).join(` || '/' || `),
      link: 'row.link',
    })),
  ]
  const known = chains.map(({ name }) => `'${name}'`).join(', ')
  const { rows } = await pool.query<{ day: string; chain: string; key: string; link: string }>(`
    ${chains
      .map(
        ({ name, table, key, link }) => `
          SELECT s.day, s.chain, s.key, s.link FROM sealed_end s
          WHERE s.chain = '${name}' AND NOT EXISTS (
            SELECT FROM ${table} row WHERE ${key} = s.key AND ${link} = s.link AND row.hash = s.hash)`,
      )
      .join(' UNION ALL ')}
    UNION ALL SELECT day, chain, key, link FROM sealed_end WHERE chain NOT IN (${known}) OR day NOT IN (SELECT day FROM seal)
    ORDER BY 1, 2, 3, 4`)
  return rows.map(({ day, chain, key, link }) => ({
    machine: key,
    seq: Number(link),
    sentence: `${chain.replaceAll('_', ' ')} ${link} of ${key} is not as it was sealed on ${day}`,
  }))
}
