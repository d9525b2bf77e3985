import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import type { Sent } from '../ledger/sending.ts'
import { Problem } from '../http/problem.ts'
import { PATIENCE, type Connection, type Database } from './client.ts'
import type { Kept } from '../shop/kept.ts'
import * as schema from './schema.ts'

/** One connection inside a transaction, and what was sent that it works on. */
export interface Lane {
  db: Database
  client: pg.PoolClient
  kept: Kept
  sent: Sent | null
}

const builders = new WeakMap<pg.PoolClient, Database>()

function builderOn(client: pg.PoolClient): Database {
  const known = builders.get(client)
  if (known) return known
  const db = drizzle(client, { schema }) as unknown as Database
  builders.set(client, db)
  return db
}

const BEGIN = {
  write: 'BEGIN',
  /** One snapshot, so that everything read is of one moment. */
  read: 'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY',
}

interface Options {
  for?: keyof typeof BEGIN
  sent?: Sent | null
  /** How long it may take in all, milliseconds; what comes to its end later is not committed. */
  within?: number
}

/** Runs work in one transaction: all of it becomes visible at the commit, or none of it ever does. */
export async function inTransaction<T>(
  { pool, kept }: Pick<Connection, 'pool' | 'kept'>,
  work: (lane: Lane) => Promise<T>,
  { for: purpose = 'write', sent = null, within = PATIENCE.whole }: Options = {},
): Promise<T> {
  const began = performance.now()
  const client = await pool.connect()
  let broken: Error | undefined
  // A connection that dies between two statements says so here; the next statement fails by itself.
  const onError = (error: Error) => (broken = error)
  client.on('error', onError)
  try {
    await client.query(BEGIN[purpose])
    const result = await work({ db: builderOn(client), client, kept, sent })
    if (performance.now() - began > within) throw tooSlow()
    await client.query('COMMIT')
    return result
  } catch (error) {
    await client.query('ROLLBACK').catch((failed: Error) => (broken = failed))
    throw error
  } finally {
    client.off('error', onError)
    client.release(broken)
  }
}

/** The browser has given up on it by now, or is about to. */
const tooSlow = () =>
  new Problem(503, 'too-slow', 'The ledger took too long, so nothing was recorded. What you typed is kept; send it again.')
