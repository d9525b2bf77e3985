import { api, type OutlineRead, type Workpiece } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { operation, workpiece } from '../base/db/schema.ts'
import { fileWork, type FileReaders } from '../base/files/file-readers.ts'
import { notFound } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import type { OutlineSent } from './read-outline.ts'

const OUTLINE = fileWork<OutlineSent, OutlineRead>(new URL('./read-outline.ts', import.meta.url))

export function workpieceRoutes(app: Express, connection: Connection, readers: FileReaders): void {
  serve(app, api.workpiece, ({ params }) => load(connection.db, params.id))

  serve(app, api.changeWorkpiece, ({ params, body, author }) =>
    inTransaction(connection, async ({ db, client }) => {
      await load(db, params.id)
      const said = { ...body, ...stampOf(author) }
      await db
        .insert(workpiece)
        .values({ id: params.id, ...said })
        .onConflictDoUpdate({ target: workpiece.id, set: said })
      await announce(client, { kind: 'workpiece', id: params.id })
      return body
    }),
  )

  serve(app, api.readOutline, ({ body }) => readers.read(OUTLINE, body))
}

/** Nothing said is an answer too. */
async function load(db: Queries, id: string): Promise<Workpiece> {
  const [row] = await db
    .select({ operation: operation.id, holding: workpiece.holding, outline: workpiece.outline })
    .from(operation)
    .leftJoin(workpiece, eq(workpiece.id, operation.id))
    .where(eq(operation.id, id))
  if (!row) throw notFound(`Operation ${id}`)
  return { holding: row.holding, outline: row.outline }
}
