import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import type { Sent } from './sent.ts'
import { Problem } from '../problem.ts'
import { PATIENCE, type Connection, type Database } from './client.ts'
import type { Asks, Kept } from './kept.ts'
import * as schema from './schema.ts'

/** What work is done on: one connection inside a transaction, or statements that stand each for itself; and what was sent. */
export interface Lane {
  db: Database
  client: Asks
  kept: Kept
  sent: Sent | null
}

/**
 * Does work whose only write is one statement, without a transaction around it: two round trips less, and nothing is held
 * while it is worked out. Whatever was read may be older than the write, which has to find that out by itself.
 */
export function withoutTransaction<T>(
  { pool, db, kept }: Connection,
  work: (lane: Lane) => Promise<T>,
  { sent = null }: Pick<Options, 'sent'> = {},
): Promise<T> {
  return work({ db, client: pool, kept, sent })
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

/** PostgreSQL gives up one of two transactions that wait for each other, or that would not have been possible in a row. */
const GIVEN_UP = ['40P01', '40001']
const MOST_TRIES = 3

/**
 * Runs work in one transaction: all of it becomes visible at the commit, or none of it ever does. Where the database has given
 * it up for another one it is done again from the beginning, so the work must have no effect but in the database.
 */
export async function inTransaction<T>(
  connection: Pick<Connection, 'pool' | 'kept'>,
  work: (lane: Lane) => Promise<T>,
  options: Options = {},
): Promise<T> {
  const began = performance.now()
  for (let tries = 1; ; tries++)
    try {
      return await attempt(connection, work, options, began)
    } catch (error) {
      const { code, cause } = error as { code?: string; cause?: { code?: string } }
      if (tries === MOST_TRIES || !GIVEN_UP.includes(code ?? cause?.code ?? '')) throw error
    }
}

async function attempt<T>(
  { pool, kept }: Pick<Connection, 'pool' | 'kept'>,
  work: (lane: Lane) => Promise<T>,
  { for: purpose = 'write', sent = null, within = PATIENCE.whole }: Options,
  began: number,
): Promise<T> {
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

/**
 * Until the transaction ends nobody else does the same to the thing of this id. For rows that are linked as they are tried: two at
 * once must not both try, for the one that is refused would leave a gap in the chain.
 */
export const oneAtATime = ({ client }: Pick<Lane, 'client'>, id: string): Promise<unknown> =>
  client.query('SELECT pg_advisory_xact_lock(hashtext($1))', [id])
