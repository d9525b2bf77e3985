import { doubtOf } from '@rook/core'
import type { GaugeEntry, GaugePage, GaugeRecord } from '@rook/contract'
import { and, desc, eq, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Queries } from '../db/client.ts'
import { entry, entryGauge, gauge, gaugeEvent, machine, person, registerValue } from '../db/schema.ts'
import { notFound } from '../http/problem.ts'
import { asLine } from '../ledger/list.ts'
import { asRecord } from './events.ts'

const MOST = 200

/** A gauge's record. */
export async function loadGauge(db: Queries, id: string): Promise<GaugeRecord> {
  const [row] = await db.select().from(gauge).where(eq(gauge.id, id))
  if (!row) throw notFound(`Gauge ${id}`)
  return asRecord(row)
}

/** A gauge, its history, and the newest entries made with it: which of them are in doubt, and what of them still stands. */
export async function gaugePageOf(db: Queries, id: string): Promise<GaugePage> {
  const record = await loadGauge(db, id)
  const events = await db
    .select({ event: gaugeEvent, by: person.name })
    .from(gaugeEvent)
    .innerJoin(person, eq(person.id, gaugeEvent.person))
    .where(eq(gaugeEvent.gauge, id))
    .orderBy(desc(gaugeEvent.at))
  return {
    gauge: record,
    events: events.map(({ event: { person: _person, ...event }, by }) => ({ ...event, by })),
    entries: await entriesWith(db, record),
  }
}

const correction = alias(entry, 'correction')

/** One query: every entry whose evidence names the gauge, with the registers that it still stands in. */
async function entriesWith(db: Queries, record: GaugeRecord): Promise<GaugeEntry[]> {
  const rows = await db
    .select({
      content: entry.content,
      machineName: machine.name,
      correctedBy: correction.id,
      standing: sql<
        string[]
      >`array(select ${registerValue.register} from ${registerValue} where ${registerValue.machine} = ${entry.machine} and (${registerValue.provenance} ->> 'origin')::uuid = ${entry.id} and ${registerValue.value} is not null order by 1)`,
    })
    .from(entryGauge)
    .innerJoin(entry, eq(entry.id, entryGauge.entry))
    .innerJoin(machine, eq(machine.id, entry.machine))
    .leftJoin(correction, and(eq(correction.refers, entry.id), eq(correction.kind, 'correction')))
    .where(eq(entryGauge.gauge, record.id))
    .orderBy(desc(entryGauge.at), desc(entryGauge.machine), desc(entryGauge.seq))
    .limit(MOST)
  return rows.map(({ standing, ...line }) => ({ line: asLine(line), standing, doubtful: doubtOf(record, line.content.at) !== null }))
}
