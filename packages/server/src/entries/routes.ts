import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { notFound } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { correct } from './correct.ts'
import { listEntries } from '../ledger/list.ts'
import { readEntry } from '../ledger/read-entry.ts'
import { see } from './see.ts'
import { settle } from '../ledger/sending.ts'

export function entryRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.entries, ({ query }) => listEntries(connection, query))

  serve(app, api.entry, async ({ params }) => {
    const found = await readEntry(db, params.id)
    if (!found) throw notFound('This entry')
    return found
  })

  serve(app, api.correct, ({ params, body, author }) => correct(connection, params.id, body, author))

  serve(app, api.see, ({ params, body, author }) => see(connection, params.id, body, author))

  serve(app, api.settle, ({ params, author }) => settle(connection, params.id, author))
}
