import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate as runMigrations } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

export const MIGRATIONS = fileURLToPath(new URL('../../../migrations', import.meta.url))
/** Any number will do, as long as every process that migrates takes the same. */
const MIGRATION_LOCK = 7_014_054

/** Brings the database to the present schema. Several processes may call it at once: one does the work. */
export async function migrate(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000 })
  await client.connect()
  try {
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK])
    await createGroup(client)
    await runMigrations(drizzle(client), { migrationsFolder: MIGRATIONS })
  } finally {
    await client.end()
  }
}

/** The group that rights are granted to. A cluster restored from another one’s dump may lack it, and the migrations name it. */
async function createGroup(client: pg.Client): Promise<void> {
  const { rows } = await client.query(`SELECT 1 FROM pg_roles WHERE rolname = 'rook_app'`)
  if (rows.length > 0) return
  await client.query('CREATE ROLE rook_app NOLOGIN').catch((error: { code?: string }) => {
    // Somebody else made it just now, or this login may not: then the rights are given without it, or refused later by name.
    if (!['42710', '23505', '42501'].includes(error.code ?? '')) throw error
  })
}

/** True when the database has every migration that this version knows. */
export async function isMigrated(client: pg.Client): Promise<boolean> {
  const { entries } = JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as { entries: { when: number }[] }
  const latest = Math.max(...entries.map(({ when }) => when))
  const { rows } = await client
    .query<{ at: string | null }>('SELECT max(created_at) AS at FROM drizzle.__drizzle_migrations')
    .catch(() => ({ rows: [{ at: null }] }))
  return Number(rows[0]?.at ?? 0) >= latest
}
