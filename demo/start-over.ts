import { prepareDatabase } from '@rook/server/base/db/prepare'
import pg from 'pg'
import { loadDemo } from './load.ts'

/**
 * Drops everything in a database and loads the demo shop into it anew.
 * @param days how long the shop has been working; a fortnight unless it is said
 */
export async function startOver(databaseUrl: string, until: number, days?: number): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  // The ledger refuses to be emptied; starting over means dropping everything, history of migrations too.
  const { rows } = await client.query<{ name: string }>('SELECT name FROM app_login').catch(() => ({ rows: [] }))
  await client.query('DROP SCHEMA IF EXISTS public CASCADE; DROP SCHEMA IF EXISTS drizzle CASCADE; CREATE SCHEMA public')
  // Its login goes with it: the next one has another password.
  for (const { name } of rows)
    await client.query(`DROP OWNED BY ${pg.escapeIdentifier(name)}; DROP ROLE ${pg.escapeIdentifier(name)}`).catch(() => undefined)
  await client.end()
  await loadDemo(await prepareDatabase(databaseUrl), until, days)
}
