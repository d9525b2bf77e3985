import { api } from '@rook/contract'
import { desc } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import { presetSender } from '../db/schema.ts'
import { serve } from '../http/serve.ts'
import { editTools } from '../ledger/edit-tools.ts'
import { loadMachine } from '../ledger/scene.ts'
import { inTransaction } from '../db/lane.ts'
import { changeTemplate, compareHeld, templateOf, valuesOutOf } from './out.ts'
import { lookAtPresets, takePresets } from './presets.ts'

export function exchangeRoutes(app: Express, connection: Connection, clock: () => string): void {
  serve(app, api.editTools, ({ params, body, person }) => editTools(connection, params.id, body, { person, now: clock() }))

  serve(app, api.presetSenders, async () =>
    (await connection.db.select().from(presetSender).orderBy(desc(presetSender.usedAt))).map(({ name, mapping, unit }) => ({
      name,
      mapping,
      unit,
    })),
  )

  serve(app, api.readPresets, ({ params, body }) => lookAtPresets(connection, params.id, body, clock()))

  serve(app, api.takePresets, ({ params, body, person }) => takePresets(connection, params.id, body, { person, now: clock() }))

  serve(app, api.template, ({ params }) =>
    inTransaction(connection.pool, async (lane) => templateOf(lane, (await loadMachine(lane, params.id)).record)),
  )

  serve(app, api.changeTemplate, ({ params, body }) => changeTemplate(connection, params.id, body))

  serve(app, api.valuesOut, ({ params, body, person }) => valuesOutOf(connection, params.id, body, { person, now: clock() }))

  serve(app, api.held, ({ params, body }) => compareHeld(connection, params.id, body, clock()))
}
