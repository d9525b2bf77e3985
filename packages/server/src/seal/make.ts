import { wallClockAt } from '@rook/core'
import type { Seal } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { announce } from '../base/live/announce.ts'
import { sealHash, type ChainEnd } from '../ledger/seal-hash.ts'

/** Any number will do, as long as every process takes the same. */
const SEAL_LOCK = 7_014_057

/** Ends that no seal has: those of chains that have grown since. Ordered by their bytes, as the hash is taken. */
const GROWN = `
  SELECT chain, key, link, hash FROM (
    SELECT chain, key, link, trim(hash) AS hash FROM chain_end
    UNION ALL SELECT 'entry' COLLATE "C", machine COLLATE "C", seq, trim(hash) FROM machine_head WHERE seq > 0
  ) ends
  WHERE NOT EXISTS (SELECT FROM sealed_end s WHERE s.chain = ends.chain AND s.key = ends.key AND s.link = ends.link)
  ORDER BY chain, key`

const KEEP = `
  INSERT INTO sealed_end (day, chain, key, link, hash)
  SELECT $1, * FROM unnest($2::text[], $3::text[], $4::bigint[], $5::text[])`

/**
 * Seals a day, if nobody has yet: everything that stands at that moment, whichever process does it.
 * @returns the newest seal; null where its day is sealed already
 */
export function sealDay(connection: Connection, now: string): Promise<Seal | null> {
  return inTransaction(
    connection,
    async ({ client, kept }) => {
      await client.query('SELECT pg_advisory_xact_lock($1)', [SEAL_LOCK])
      const { timeZone } = await kept.shop(client, await kept.versions(client))
      const day = wallClockAt(timeZone, now).toPlainDate().toString()
      const { rows: sealed } = await client.query<{ day: string; hash: string }>(
        'SELECT day, trim(hash) AS hash FROM seal ORDER BY day COLLATE "C" DESC LIMIT 1',
      )
      const newest = sealed[0]
      // A clock that was set back makes no second seal of a day, and none between two.
      if (newest && newest.day >= day) return null
      const { rows } = await client.query<Omit<ChainEnd, 'link'> & { link: string }>(GROWN)
      const ends = rows.map((row) => ({ ...row, link: Number(row.link) }))
      const hash = sealHash(newest?.hash ?? '', day, now, ends)
      await client.query('INSERT INTO seal (day, at, hash) VALUES ($1, $2, $3)', [day, now, hash])
      const column = <K extends keyof ChainEnd>(name: K) => ends.map((end) => end[name])
      await client.query(KEEP, [day, column('chain'), column('key'), column('link'), column('hash')])
      await announce(client, { kind: 'shop', id: 'seal' })
      return { day, hash }
    },
    { within: Number.POSITIVE_INFINITY },
  )
}
