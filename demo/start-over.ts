import { migrate } from '@rook/server/db/migrate'
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
  await client.query('DROP SCHEMA IF EXISTS public CASCADE; DROP SCHEMA IF EXISTS drizzle CASCADE; CREATE SCHEMA public')
  await client.end()
  await migrate(databaseUrl)
  await loadDemo(databaseUrl, until, days)
}
