import { drizzle } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { Kept } from './kept.ts'
import type { Database } from './database.ts'
import * as schema from './schema.ts'

export type { Database, Queries } from './database.ts'

/**
 * How long each thing may take, milliseconds. A browser waits for 15 s before it says that no answer came; by then the
 * server has given up too, so that nothing is recorded that somebody was told is not.
 */
export const PATIENCE = { connection: 4_000, lock: 4_000, statement: 8_000, whole: 13_000 }

export interface Connection {
  pool: pg.Pool
  db: Database
  /** What changes seldom and is asked for always. */
  kept: Kept
}

interface Options {
  /** Further settings of PostgreSQL for these connections. */
  settings?: Readonly<Record<string, string>>
  /** For work that nobody waits behind: everything may take as long as it does. */
  unhurried?: boolean
  /** How many connections at most. */
  most?: number
}

/** Opens a pool on the database; its connections are kept, so that what was prepared on them stays prepared. */
export function connect(
  url: string,
  onError: (error: Error) => void,
  { settings = {}, unhurried = false, most = 16 }: Options = {},
): Connection {
  const patient = unhurried
    ? {}
    : { lock_timeout: String(PATIENCE.lock), statement_timeout: String(PATIENCE.statement), idle_in_transaction_session_timeout: '30000' }
  // Nothing here is asked that takes longer than compiling it would.
  const options = Object.entries({ jit: 'off', ...patient, ...settings })
  const pool = new pg.Pool({
    connectionString: url,
    max: most,
    idleTimeoutMillis: 0,
    keepAlive: true,
    connectionTimeoutMillis: unhurried ? 300_000 : PATIENCE.connection,
    application_name: 'rook-ledger',
    options: options.map(([name, value]) => `-c ${name}=${value}`).join(' '),
  })
  // A connection that breaks while idle must not take the process with it; the next query says so.
  pool.on('error', onError)
  return { pool, db: drizzle(pool, { schema }), kept: new Kept() }
}
