import { randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Queries } from './db/client.ts'
import { setting } from './db/schema.ts'

const KEY = 'session-secret'

/** The key that signs session cookies: made once, kept in the database, the same for all server processes. */
export async function sessionSecret(db: Queries): Promise<string> {
  await db
    .insert(setting)
    .values({ key: KEY, value: randomBytes(32).toString('hex') })
    .onConflictDoNothing()
  const [row] = await db.select().from(setting).where(eq(setting.key, KEY))
  return row!.value
}
