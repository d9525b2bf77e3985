import { randomUUID } from 'node:crypto'
import { anotherGauge, type DoubtfulTime, type GaugeState, type Nm } from '@rook/core'
import { LEAST_FOR_GAUGE, type GaugeEventBody, type GaugeEventKind, type GaugeRecord } from '@rook/contract'
import { eq } from 'drizzle-orm'
import { rowOf } from '../base/db/rows.ts'
import type { Lane } from '../base/db/transaction.ts'
import { gauge, gaugeEvent } from '../base/db/schema.ts'
import { refuseUnlessMay } from '../base/http/may.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { firstTime, keepSending } from '../ledger/sending.ts'
import { refuseNameTaken } from './name-taken.ts'

type GaugeRow = typeof gauge.$inferSelect
const DAY = 86_400_000

export const asRecord = ({ place: _place, changedAt: _at, changedBy: _by, ...record }: GaugeRow): GaugeRecord => record

/** Notes what happened to a gauge, and what follows for its state and for what was measured with it. */
export async function happen(lane: Lane, id: string, body: GaugeEventBody, author: Author): Promise<void> {
  const { db: tx } = lane
  const { person, now } = author
  const [row] = await tx.select().from(gauge).where(eq(gauge.id, id)).for('no key update')
  if (!row) throw notFound(`Gauge ${id}`)
  await firstTime(lane)
  refuseUnlessMay(person, LEAST_FOR_GAUGE[body.kind])
  refuseNonsense(row, body)
  if (body.kind === 'returned') await refuseNameTaken(lane, id, row.name)
  const { kind, note, size, uncertainty } = body
  await tx.insert(gaugeEvent).values({ id: body.id, gauge: id, at: now, person: person.id, kind, note, size, uncertainty, entry: null })
  await keepSending(lane)
  await change(lane, row, consequences(row, body, now), author)
}

/** A probe calibrated on a machine is calibrated for the shop’s record as well. */
export async function noteCalibration(lane: Lane, id: string, entry: string, author: Author): Promise<void> {
  const { db } = lane
  const { person, now } = author
  const [row] = await db.select().from(gauge).where(eq(gauge.id, id)).for('no key update')
  if (!row) return
  const note = 'calibrated on a machine'
  await db
    .insert(gaugeEvent)
    .values({ id: randomUUID(), gauge: id, at: now, person: person.id, kind: 'calibrated', note, size: null, uncertainty: null, entry })
  await change(lane, row, consequences(row, { kind: 'calibrated', size: null, uncertainty: null }, now), author)
}

/** A gauge as it was before the edition that a calibration at a moment made. */
const BEFORE = `
  SELECT content FROM edition WHERE thing = 'gauge' AND key = $1 AND link < (
    SELECT min(link) FROM edition WHERE thing = 'gauge' AND key = $1 AND (content ->> 'calibrated')::timestamptz = $2::timestamptz)
  ORDER BY link DESC LIMIT 1`

/** What happened to a gauge after an event and was not taken back. */
const SINCE = `
  SELECT g.kind, g.at, g.size, g.uncertainty FROM gauge_event g
  WHERE g.gauge = $1 AND g.link > $2 AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = g.entry AND k.kind = 'correction')
  ORDER BY g.link`

/**
 * A calibration that is taken back was none: the gauge is what it was before it, and what has happened to it since follows from
 * that. Its history keeps both.
 */
export async function takeCalibrationBack(lane: Lane, entry: string, author: Author): Promise<void> {
  const { db, client } = lane
  for (const event of await db.select().from(gaugeEvent).where(eq(gaugeEvent.entry, entry))) {
    const [row] = await db.select().from(gauge).where(eq(gauge.id, event.gauge)).for('no key update')
    const { rows: editions } = await client.query<{ content: Record<string, unknown> }>(BEFORE, [event.gauge, event.at])
    if (!row || !editions[0]) continue
    const { rows: since } = await client.query<Happened & { at: Date }>(SINCE, [event.gauge, event.link])
    let is = { ...row, ...measured(rowOf(gauge, editions[0].content)) }
    for (const { at, ...one } of since) {
      const moment = at.toISOString()
      is = { ...is, ...consequences(is, asHappened(one), moment) }
      // That its record was put right, in whatever, does not hang on the calibration.
      const right = row.doubtful.filter(
        ({ ofRecord, to }) => ofRecord && to === moment && !is.doubtful.some((time) => time.to === to && time.ofRecord),
      )
      is = { ...is, doubtful: [...is.doubtful, ...right] }
    }
    const note = 'its calibration on a machine was taken back'
    await db.insert(gaugeEvent).values({
      id: randomUUID(),
      gauge: row.id,
      at: author.now,
      person: author.person.id,
      kind: 'taken-back',
      note,
      size: null,
      uncertainty: null,
      entry: null,
    })
    await change(lane, row, measured(is), author)
  }
}

/** What events make of a gauge; all the rest of its record is as somebody has said it. */
const measured = ({ state, calibrated, due, doubtful, size, uncertainty }: GaugeRow) =>
  ({ state, calibrated, due, doubtful, size, uncertainty }) satisfies Partial<GaugeRow>

const asHappened = ({ kind, size, uncertainty }: { kind: GaugeEventKind; size: unknown; uncertainty: unknown }): Happened => ({
  kind,
  size: size === null ? null : (Number(size) as Nm),
  uncertainty: uncertainty === null ? null : (Number(uncertainty) as Nm),
})

async function change({ db, client }: Lane, row: GaugeRow, changed: Partial<GaugeRow>, author: Author): Promise<void> {
  await announce(client, { kind: 'gauge', id: row.id })
  if (Object.keys(changed).length === 0) return
  await db
    .update(gauge)
    .set({ ...changed, ...stampOf(author) })
    .where(eq(gauge.id, row.id))
}

function refuseNonsense(row: GaugeRow, { kind, size }: GaugeEventBody): void {
  const sentence = size === null ? null : anotherGauge(row.family, row.size, size)
  if (sentence) throw new Problem(422, 'another-gauge', `${row.name}: ${sentence}`, { fields: { size: sentence } })
  if (row.state === 'withdrawn' && kind !== 'returned')
    throw new Problem(409, 'withdrawn', `${row.name} is withdrawn. Return it to use first.`)
  if (row.state !== 'withdrawn' && kind === 'returned') throw new Problem(409, 'not-withdrawn', `${row.name} is not withdrawn.`)
  if (kind === 'stylus-changed' && row.family !== 'touch-probe')
    throw new Problem(409, 'no-stylus', `${row.name} has no stylus; only a touch probe has.`)
}

type Happened = Pick<GaugeEventBody, 'size' | 'uncertainty'> & { kind: GaugeEventKind }

/** What was measured with it until now was measured with a gauge of another size than its record said. */
export const otherSize = (now: string): DoubtfulTime => ({
  from: null,
  to: now,
  because: 'had another size on record',
  ofRecord: true,
})

const WORDS: Partial<Record<GaugeEventKind, string>> = {
  failed: 'failed its check',
  knocked: 'was knocked',
  'stylus-changed': 'had its stylus changed',
}

/** What an event makes of a gauge: its dates, its state, and the times in which its measurements are in doubt. */
function consequences(row: GaugeRow, { kind, size, uncertainty }: Happened, now: string): Partial<GaugeRow> {
  const doubt = (from: string | null, to: string | null): { state: GaugeState; doubtful: DoubtfulTime[] } => ({
    state: 'disturbed',
    doubtful: [...row.doubtful, { from, to, because: WORDS[kind]! }],
  })
  switch (kind) {
    case 'calibrated':
      return {
        state: 'in-use',
        calibrated: now,
        due: row.intervalDays === null ? null : new Date(Date.parse(now) + row.intervalDays * DAY).toISOString(),
        doubtful: row.doubtful.map((time) => ({ ...time, to: time.to ?? now })),
        ...(size === null ? {} : { size }),
        ...(uncertainty === null ? {} : { uncertainty }),
      }
    case 'failed':
      // Nobody knows since when: all that was measured after the last good calibration is in doubt.
      return doubt(row.calibrated, now)
    case 'knocked':
    case 'stylus-changed':
      return doubt(now, null)
    case 'corrected':
      return {
        ...(size === null ? {} : { size, doubtful: [...row.doubtful, otherSize(now)] }),
        ...(uncertainty === null ? {} : { uncertainty }),
      }
    case 'withdrawn':
      return { state: 'withdrawn' }
    case 'returned':
      return { state: row.doubtful.some(({ to }) => to === null) ? 'disturbed' : 'in-use' }
    default:
      return {}
  }
}
