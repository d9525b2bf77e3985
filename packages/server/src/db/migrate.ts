import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate as runMigrations } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

const FOLDER = fileURLToPath(new URL('../../migrations', import.meta.url))
/** Any number will do, as long as every process that migrates takes the same. */
const MIGRATION_LOCK = 7_014_054

/** Brings the database to the present schema. Several processes may call it at once: one does the work. */
export async function migrate(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000 })
  await client.connect()
  try {
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK])
    await runMigrations(drizzle(client), { migrationsFolder: FOLDER })
  } finally {
    await client.end()
  }
}
