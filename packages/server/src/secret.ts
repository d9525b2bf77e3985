import { randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Queries } from './base/db/client.ts'
import { appSecret } from './base/db/schema.ts'

const KEY = 'session-secret'

/** The key that signs session cookies: made once, kept in the database, the same for all server processes, and in no backup. */
export async function sessionSecret(db: Queries): Promise<string> {
  await db
    .insert(appSecret)
    .values({ key: KEY, value: randomBytes(32).toString('hex') })
    .onConflictDoNothing()
  const [row] = await db.select().from(appSecret).where(eq(appSecret.key, KEY))
  return row!.value
}
