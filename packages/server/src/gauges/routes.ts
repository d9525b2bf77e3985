import { randomUUID } from 'node:crypto'
import { api } from '@rook/contract'
import { max } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import { inTransaction } from '../db/lane.ts'
import { gauge, gaugeEvent } from '../db/schema.ts'
import { Problem } from '../http/problem.ts'
import { serve } from '../http/serve.ts'
import { loadGauges } from '../ledger/scene.ts'
import { asRecord, happen } from './events.ts'
import { gaugePageOf } from './page.ts'

export function gaugeRoutes(app: Express, connection: Connection, clock: () => string): void {
  const { db, pool } = connection
  serve(app, api.gauges, () => loadGauges(connection))

  serve(app, api.gauge, ({ params }) => gaugePageOf(db, params.id))

  serve(app, api.gaugeEvent, ({ params, body, person }) =>
    inTransaction(pool, (lane) => happen(lane.db, params.id, body, { person, now: clock() })),
  )

  serve(app, api.addGauge, ({ body, person }) =>
    inTransaction(pool, async ({ db: tx }) => {
      const [last] = await tx.select({ place: max(gauge.place) }).from(gauge)
      const fresh = { radii: null, calibrated: null, due: null, state: 'in-use' as const, doubtful: [] }
      const [row] = await tx
        .insert(gauge)
        .values({ id: randomUUID(), place: (last?.place ?? 0) + 1, ...fresh, ...body })
        .onConflictDoNothing()
        .returning()
      if (!row) throw new Problem(409, 'name-taken', `There is a gauge called ${body.name} already.`)
      await tx.insert(gaugeEvent).values({
        id: randomUUID(),
        gauge: row.id,
        at: clock(),
        person: person.id,
        kind: 'added',
        note: null,
        size: body.size,
        uncertainty: body.uncertainty,
        entry: null,
      })
      return asRecord(row)
    }),
  )
}
