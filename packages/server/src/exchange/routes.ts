import { api } from '@rook/contract'
import { desc } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { presetSender } from '../base/db/schema.ts'
import { serve } from '../base/http/serve.ts'
import { editTools } from './edit-tools.ts'
import { loadMachine } from '../ledger/machine.ts'
import { inTransaction } from '../base/db/transaction.ts'
import type { FileReaders } from '../base/files/file-readers.ts'
import { changeTemplate, compareHeld, templateOf, valuesOutOf } from './out.ts'
import { lookAtPresets, takePresets } from './presets.ts'

export function exchangeRoutes(app: Express, connection: Connection, readers: FileReaders): void {
  serve(app, api.editTools, ({ params, body, author }) => editTools(connection, params.id, body, author))

  serve(app, api.presetSenders, async () =>
    (await connection.db.select().from(presetSender).orderBy(desc(presetSender.usedAt))).map(({ name, mapping, unit }) => ({
      name,
      mapping,
      unit,
    })),
  )

  serve(app, api.readPresets, ({ params, body, author }) => lookAtPresets(connection, readers, params.id, body, author.now))

  serve(app, api.takePresets, ({ params, body, author }) => takePresets(connection, readers, params.id, body, author))

  serve(app, api.template, ({ params }) =>
    inTransaction(connection, async (lane) => templateOf(lane, (await loadMachine(lane, params.id)).record)),
  )

  serve(app, api.changeTemplate, ({ params, body, author }) => changeTemplate(connection, params.id, body, author))

  serve(app, api.valuesOut, ({ params, body, author }) => valuesOutOf(connection, params.id, body, author))

  serve(app, api.held, ({ params, body, author }) => compareHeld(connection, params.id, body, author.now))
}
