import { randomUUID } from 'node:crypto'
import { api } from '@rook/contract'
import { max } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { gauge, gaugeEvent } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { once, sentBy } from '../ledger/sending.ts'
import { changeGauge, rangeOf, refuseUnlikely } from './change.ts'
import { asRecord, happen } from './events.ts'
import { refuseNameTaken } from './name-taken.ts'
import { gaugePageOf, loadGauge } from './page.ts'

export function gaugeRoutes(app: Express, connection: Connection): void {
  const { db, pool, kept } = connection
  serve(app, api.gauges, async () => kept.gauges(pool, await kept.versions(pool)))

  serve(app, api.gauge, ({ params }) => gaugePageOf(db, params.id))

  serve(app, api.gaugeEvent, async ({ params, body, author }) => {
    await once(
      connection,
      sentBy(author, 'gauge-event', params.id, body),
      (lane) => happen(lane, params.id, body, author),
      () => Promise.resolve(),
    )
    return loadGauge(db, params.id)
  })

  serve(app, api.changeGauge, ({ params, body, author }) => inTransaction(connection, (lane) => changeGauge(lane, params.id, body, author)))

  serve(app, api.addGauge, ({ body, author }) =>
    inTransaction(connection, async ({ db: tx, client }) => {
      const { sure, ...said } = body
      refuseUnlikely({ ...said, sure })
      await refuseNameTaken({ db: tx }, '', said.name)
      const [last] = await tx.select({ place: max(gauge.place) }).from(gauge)
      const fresh = { radii: null, calibrated: null, due: null, state: 'in-use' as const, doubtful: [] }
      const [row] = await tx
        .insert(gauge)
        .values({ id: randomUUID(), place: (last?.place ?? 0) + 1, ...fresh, ...said, ...rangeOf(said.family, said), ...stampOf(author) })
        .onConflictDoNothing()
        .returning()
      if (!row) throw new Problem(409, 'name-taken', `There is a gauge called ${body.name} already.`)
      await tx.insert(gaugeEvent).values({
        id: randomUUID(),
        gauge: row.id,
        at: author.now,
        person: author.person.id,
        kind: 'added',
        note: null,
        size: body.size,
        uncertainty: body.uncertainty,
        entry: null,
      })
      await announce(client, { kind: 'gauge', id: row.id })
      return asRecord(row)
    }),
  )
}
