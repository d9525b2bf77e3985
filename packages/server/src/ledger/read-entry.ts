import type { Entry } from '@rook/contract'
import { and, eq, inArray } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { entry } from '../base/db/schema.ts'

/** One entry with what later entries say of it, or null. */
export async function readEntry(db: Queries, id: string): Promise<Entry | null> {
  const [row] = await db.select().from(entry).where(eq(entry.id, id))
  if (!row) return null
  const later = await db
    .select({ id: entry.id, kind: entry.kind, content: entry.content })
    .from(entry)
    .where(and(eq(entry.refers, id), inArray(entry.kind, ['correction', 'seen'])))
  const seen = new Set([...row.content.seen, ...later.flatMap((one) => (one.kind === 'seen' ? one.content.seen : []))])
  return {
    content: row.content,
    hash: row.hash,
    previousHash: row.previousHash,
    correctedBy: later.find((one) => one.kind === 'correction')?.id ?? null,
    seen: [...seen],
  }
}
