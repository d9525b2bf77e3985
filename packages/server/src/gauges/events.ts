import { randomUUID } from 'node:crypto'
import type { DoubtfulTime, GaugeState } from '@rook/core'
import type { GaugeEventBody, GaugeEventKind, GaugeRecord } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import type { Lane } from '../db/lane.ts'
import { gauge, gaugeEvent } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import type { Author } from '../ledger/author.ts'

type GaugeRow = typeof gauge.$inferSelect
const DAY = 86_400_000

export const asRecord = ({ place: _place, ...record }: GaugeRow): GaugeRecord => record

/** Notes what happened to a gauge, and what follows for its state and for what was measured with it. */
export async function happen(tx: Queries, id: string, body: GaugeEventBody, { person, now }: Author): Promise<GaugeRecord> {
  const [row] = await tx.select().from(gauge).where(eq(gauge.id, id)).for('update')
  if (!row) throw notFound(`Gauge ${id}`)
  const [known] = await tx.select().from(gaugeEvent).where(eq(gaugeEvent.id, body.id))
  if (known) return asRecord(row)
  refuseNonsense(row, body)
  const { kind, note, size, uncertainty } = body
  await tx.insert(gaugeEvent).values({ id: body.id, gauge: id, at: now, person: person.id, kind, note, size, uncertainty, entry: null })
  return change(tx, row, consequences(row, body, now))
}

/** A probe calibrated on a machine is calibrated for the shop’s record as well. */
export async function noteCalibration({ db }: Lane, id: string, entry: string, { person, now }: Author): Promise<void> {
  const [row] = await db.select().from(gauge).where(eq(gauge.id, id)).for('update')
  if (!row) return
  const note = 'calibrated on a machine'
  await db
    .insert(gaugeEvent)
    .values({ id: randomUUID(), gauge: id, at: now, person: person.id, kind: 'calibrated', note, size: null, uncertainty: null, entry })
  await change(db, row, consequences(row, { kind: 'calibrated', size: null, uncertainty: null }, now))
}

async function change(tx: Queries, row: GaugeRow, changed: Partial<GaugeRow>): Promise<GaugeRecord> {
  if (Object.keys(changed).length === 0) return asRecord(row)
  const [after] = await tx.update(gauge).set(changed).where(eq(gauge.id, row.id)).returning()
  return asRecord(after!)
}

function refuseNonsense(row: GaugeRow, { kind }: GaugeEventBody): void {
  if (row.state === 'withdrawn' && kind !== 'returned')
    throw new Problem(409, 'withdrawn', `${row.name} is withdrawn. Return it to use first.`)
  if (row.state !== 'withdrawn' && kind === 'returned') throw new Problem(409, 'not-withdrawn', `${row.name} is not withdrawn.`)
  if (kind === 'stylus-changed' && row.family !== 'touch-probe')
    throw new Problem(409, 'no-stylus', `${row.name} has no stylus; only a touch probe has.`)
}

type Happened = Pick<GaugeEventBody, 'kind' | 'size' | 'uncertainty'>

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
    case 'withdrawn':
      return { state: 'withdrawn' }
    case 'returned':
      return { state: row.doubtful.some(({ to }) => to === null) ? 'disturbed' : 'in-use' }
    default:
      return {}
  }
}
