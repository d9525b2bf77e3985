import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import { notFound } from '../http/problem.ts'
import { serve } from '../http/serve.ts'
import { correct } from '../ledger/correct.ts'
import { listEntries } from '../ledger/list.ts'
import { readEntry } from '../ledger/read-entry.ts'
import { see } from '../ledger/see.ts'

export function entryRoutes(app: Express, connection: Connection, clock: () => string): void {
  const { db } = connection
  serve(app, api.entries, ({ query }) => listEntries(db, query))

  serve(app, api.entry, async ({ params }) => {
    const found = await readEntry(db, params.id)
    if (!found) throw notFound('This entry')
    return found
  })

  serve(app, api.correct, ({ params, body, person }) => correct(connection, params.id, body, { person, now: clock() }))

  serve(app, api.see, ({ params, body, person }) => see(connection, params.id, body, { person, now: clock() }))
}
