import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import type { Database } from './client.ts'
import * as schema from './schema.ts'
import { prepareStatements, type Statements } from './statements.ts'

/** One connection inside a transaction: Drizzle on it, and the statements prepared for it. */
export interface Lane {
  db: Database
  client: pg.PoolClient
  statements: Statements
}

const lanes = new WeakMap<pg.PoolClient, Lane>()

function laneOf(client: pg.PoolClient): Lane {
  const known = lanes.get(client)
  if (known) return known
  const db = drizzle(client, { schema }) as unknown as Database
  const lane = { db, client, statements: prepareStatements(db) }
  lanes.set(client, lane)
  return lane
}

type Kind = 'BEGIN' | 'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY'

/** Runs work in one transaction: all of it becomes visible at the commit, or none of it ever does. */
export async function inTransaction<T>(pool: pg.Pool, work: (lane: Lane) => Promise<T>, begin: Kind = 'BEGIN'): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  // A connection that dies between two statements says so here; the next statement fails by itself.
  const onError = (error: Error) => (broken = error)
  client.on('error', onError)
  try {
    await client.query(begin)
    const result = await work(laneOf(client))
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
