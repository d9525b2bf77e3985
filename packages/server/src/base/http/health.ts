import type pg from 'pg'
import { Problem } from '../problem.ts'

/** A write now and then is enough to know that there is room for one. */
const EVERY = 5_000
const FULL = /^(53100|58030)$/
let wroteAt = Number.NEGATIVE_INFINITY

/**
 * Whether the ledger can do what it is for: read, and write. A database on a full disk answers questions for as long as one likes.
 * @throws Problem 507 where there is no room for another entry
 */
export async function looksWell(pool: pg.Pool): Promise<void> {
  if (performance.now() - wroteAt < EVERY) {
    await pool.query('SELECT 1')
    return
  }
  try {
    await pool.query('INSERT INTO pulse (id, at) VALUES (1, now()) ON CONFLICT (id) DO UPDATE SET at = excluded.at')
    wroteAt = performance.now()
  } catch (error) {
    if (FULL.test((error as { code?: string }).code ?? ''))
      throw new Problem(507, 'disk-full', 'The database has no room left on its disk: nothing can be recorded until there is.')
    throw error
  }
}
