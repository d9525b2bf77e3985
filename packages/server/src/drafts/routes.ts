import { api } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import { draft } from '../db/schema.ts'
import { serve } from '../http/serve.ts'

/** Half-typed routines: the browser keeps them, and so does the server, so that a change of tablet loses nothing. */
export function draftRoutes(app: Express, { db }: Connection): void {
  serve(app, api.draft, async ({ params }) => {
    const [found] = await db.select().from(draft).where(eq(draft.key, params.key))
    return found ?? null
  })

  serve(app, api.keepDraft, async ({ params, body, author }) => {
    const kept = { key: params.key, ...body, savedAt: author.now, by: author.person.name }
    await db.insert(draft).values(kept).onConflictDoUpdate({ target: draft.key, set: kept })
    return kept
  })

  serve(app, api.dropDraft, async ({ params }) => {
    await db.delete(draft).where(eq(draft.key, params.key))
    return null
  })
}
