import { api, type Address } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { withoutTransaction } from '../base/db/transaction.ts'
import { serve } from '../base/http/serve.ts'
import { loadMachine } from '../ledger/machine.ts'
import { controlOf, readControl, sendToControl } from './control.ts'
import { changeConnection, connectionOf } from './connections.ts'
import { OBSERVED } from '../base/live/channel.ts'
import type { Observations } from './observations.ts'
import { take } from './take.ts'

/** A browser that shows a machine asks anew before this is over. */
const WATCH_LASTS = 30_000

export function machineLinkRoutes(app: Express, connection: Connection, observations: Observations, doors: () => readonly Address[]): void {
  serve(app, api.connection, ({ params }) => withoutTransaction(connection, (lane) => connectionOf(lane, params.id)))
  serve(app, api.changeConnection, ({ params, body, author }) => changeConnection(connection, params.id, body, doors(), author))
  serve(app, api.observed, ({ params }) =>
    withoutTransaction(connection, async (lane) => {
      await loadMachine(lane, params.id)
      return observations.of(params.id)
    }),
  )
  serve(app, api.watch, ({ params, request }) =>
    withoutTransaction(connection, async (lane) => {
      await loadMachine(lane, params.id)
      // The session’s stream may be with another process.
      const watch = { session: request.sessionID, machine: params.id, lasts: WATCH_LASTS }
      await connection.pool.query('SELECT pg_notify($1, $2)', [OBSERVED, JSON.stringify({ watch })])
      return observations.of(params.id)
    }),
  )
  serve(app, api.control, ({ params, author }) => controlOf(connection, params.id, author.now))
  serve(app, api.readControl, ({ params, author }) => readControl(connection, params.id, author))
  serve(app, api.sendToControl, ({ params, body, author }) => sendToControl(connection, params.id, body, author))
  serve(app, api.take, ({ params, body, author }) => take(connection, params.id, body, () => observations.of(params.id), author))
}
