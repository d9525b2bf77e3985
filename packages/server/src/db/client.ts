import { drizzle } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import type { Database } from './database.ts'
import * as schema from './schema.ts'
import { prepareStatements, type Statements } from './statements.ts'

export type { Database, Queries } from './database.ts'

/**
 * A database that is not there refuses at once; one that is slow to answer is on a busy machine, and what is
 * given up on too early there has to be sent once more.
 */
const PATIENCE = 20_000

export interface Connection {
  pool: pg.Pool
  db: Database
  /** The common statements, on whichever connection of the pool is free. */
  statements: Statements
}

/**
 * Opens a pool on the database. With `role` every connection works under that role, which was never
 * granted UPDATE or DELETE on the ledger.
 * @param settings further settings of PostgreSQL for these connections
 * @param patience how long a connection may take to come, milliseconds; a person waits behind it unless it says otherwise
 */
export function connect(
  url: string,
  role: string | null,
  onError: (error: Error) => void,
  { settings = {}, patience = PATIENCE }: { settings?: Readonly<Record<string, string>>; patience?: number } = {},
): Connection {
  const options = Object.entries({ ...settings, ...(role ? { role } : {}) })
  const pool = new pg.Pool({
    connectionString: url,
    max: 16,
    connectionTimeoutMillis: patience,
    application_name: 'rook-ledger',
    ...(options.length > 0 ? { options: options.map(([name, value]) => `-c ${name}=${value}`).join(' ') } : {}),
  })
  // A connection that breaks while idle must not take the process with it; the next query says so.
  pool.on('error', onError)
  const db = drizzle(pool, { schema })
  return { pool, db, statements: prepareStatements(db) }
}

export const APPLICATION_ROLE = 'rook_app'

/** The role to work under: the application's own where the database has it and this login may take it. */
export async function applicationRole(url: string): Promise<string | null> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: PATIENCE })
  await client.connect()
  try {
    const { rows } = await client.query<{ fits: boolean }>(
      `SELECT pg_has_role(current_user, oid, 'MEMBER') AS fits FROM pg_roles WHERE rolname = $1`,
      [APPLICATION_ROLE],
    )
    return rows[0]?.fits ? APPLICATION_ROLE : null
  } finally {
    await client.end()
  }
}
