import { doubtOf, foundIn } from '@rook/core'
import type { GaugeEntry, GaugePage, GaugeRecord } from '@rook/contract'
import { and, asc, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Queries } from '../base/db/client.ts'
import { entry, entryGauge, gauge, gaugeEvent, machine, person, registerValue } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'
import { asLine, type LineRow } from '../ledger/list.ts'
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

/** The newest entries whose evidence names the gauge, with the registers that each still stands in. */
async function entriesWith(db: Queries, record: GaugeRecord): Promise<GaugeEntry[]> {
  const lines = await db
    .select({ content: entry.content, machineName: machine.name, correctedBy: correction.id })
    .from(entryGauge)
    .innerJoin(entry, eq(entry.id, entryGauge.entry))
    .innerJoin(machine, eq(machine.id, entry.machine))
    .leftJoin(correction, and(eq(correction.refers, entry.id), eq(correction.kind, 'correction')))
    .where(eq(entryGauge.gauge, record.id))
    .orderBy(desc(entryGauge.at), desc(entryGauge.machine), desc(entryGauge.seq))
    .limit(MOST)
  const standing = await registersFrom(db, lines)
  return lines.map((line) => ({
    line: asLine(line),
    standing: standing.get(line.content.id) ?? [],
    doubtful: doubtOf(record, foundIn(line.content)) !== null,
  }))
}

/** What stands now, by the entry that it comes from. */
async function registersFrom(db: Queries, lines: readonly LineRow[]): Promise<Map<string, string[]>> {
  const machines = [...new Set(lines.map(({ content }) => content.machine))]
  const found = new Map<string, string[]>()
  if (machines.length === 0) return found
  const rows = await db
    .select({ register: registerValue.register, origin: sql<string>`${registerValue.provenance} ->> 'origin'` })
    .from(registerValue)
    .where(and(inArray(registerValue.machine, machines), isNotNull(registerValue.value)))
    .orderBy(asc(registerValue.register))
  for (const { register, origin } of rows) found.set(origin, [...(found.get(origin) ?? []), register])
  return found
}
