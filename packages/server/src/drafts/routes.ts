import { api } from '@rook/contract'
import { eq, sql } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { draft } from '../base/db/schema.ts'
import { serve } from '../base/http/serve.ts'

/** Half-typed routines: the browser keeps them, and so does the server, so that a change of tablet loses nothing. */
export function draftRoutes(app: Express, { db }: Connection): void {
  serve(app, api.draft, async ({ params }) => {
    const [found] = await db.select().from(draft).where(eq(draft.key, params.key))
    return found ?? null
  })

  serve(app, api.keepDraft, async ({ params, body, author }) => {
    const fresh = { key: params.key, ...body, savedAt: author.now, by: author.person.name }
    // Sent again as it was, after a reload or from another tablet, it is still what was typed then, by whom it was typed.
    const same = sql`${draft.inputs} = excluded.inputs AND ${draft.routine} = excluded.routine`
    const set = {
      ...fresh,
      savedAt: sql`CASE WHEN ${same} THEN ${draft.savedAt} ELSE excluded.saved_at END`,
      by: sql`CASE WHEN ${same} THEN ${draft.by} ELSE excluded.by END`,
    }
    const [kept] = await db.insert(draft).values(fresh).onConflictDoUpdate({ target: draft.key, set }).returning()
    return kept!
  })

  serve(app, api.dropDraft, async ({ params }) => {
    await db.delete(draft).where(eq(draft.key, params.key))
    return null
  })
}
