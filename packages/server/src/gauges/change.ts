import { randomUUID } from 'node:crypto'
import { asRegister, firstOf, hasRange, parseRegisterKey, registerName, unlikelySize, type MachineRecord, type Nm } from '@rook/core'
import type { GaugeChange, GaugeRecord } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Lane } from '../base/db/transaction.ts'
import { gauge, gaugeEvent } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { announce } from '../base/live/announce.ts'
import { asRecord, otherSize } from './events.ts'
import { refuseNameTaken } from './name-taken.ts'
import { recordAgain, restingOn, type Resting } from '../ledger/work-again.ts'

const DAY = 86_400_000

type GaugeRow = typeof gauge.$inferSelect

/** Entries whose evidence names the gauge and that nobody has taken back. */
const RESTING = `
  SELECT g.entry FROM entry_gauge g WHERE g.gauge = $1
    AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = g.entry AND k.kind = 'correction')`

/** What becomes of the figures that stand, in words: worked out again, or to be measured again. */
function whatFollows(figures: readonly Resting[], units: ReadonlyMap<string, MachineRecord>, self: Pick<GaugeRow, 'id' | 'name'>): string {
  const gauges = [self] as never
  const name = ({ register, machineName }: Resting) => `${registerName(parseRegisterKey(register), gauges)} on ${machineName}`
  const shown = ({ register, machine }: Resting, value: number) => asRegister(register, value as Nm, units.get(machine)!)
  const again = figures.filter(({ becomes }) => becomes !== null)
  const lost = figures.filter(({ becomes }) => becomes === null)
  const sentences = [
    ...(again.length > 0
      ? [`Worked out again: ${firstOf(again.map((one) => `${name(one)} ${shown(one, one.value)} becomes ${shown(one, one.becomes!)}`))}.`]
      : []),
    ...(lost.length > 0 ? [`To be measured again: ${firstOf(lost.map(name))}.`] : []),
  ]
  return sentences.join(' ') || 'Nothing of that stands now.'
}

/** A range belongs to what measures a size; of another kind none is kept. */
export const rangeOf = (family: GaugeRecord['family'], { least, most }: Pick<GaugeRecord, 'least' | 'most'>) =>
  hasRange(family) ? { least, most } : { least: null, most: null }

/** A size that no gauge of its kind has is asked about once, wherever it is written. */
export function refuseUnlikely({ family, size, sure }: Pick<GaugeChange, 'family' | 'size' | 'sure'>): void {
  const sentence = sure ? null : unlikelySize(family, size)
  if (sentence) throw new Problem(422, 'unlikely', sentence, { fields: { size: sentence } })
}

/**
 * Puts a gauge's record right. Nothing rests on it: all of it is free. Else its name, range and interval are; its kind, size and
 * uncertainty take a reason. What was measured with it until now is worked out again where its entry keeps enough for that; the rest
 * is in doubt, since nobody measured it with the gauge that it is.
 */
export async function changeGauge(lane: Lane, id: string, body: GaugeChange, author: Author): Promise<GaugeRecord> {
  const { db, client } = lane
  const [row] = await db.select().from(gauge).where(eq(gauge.id, id)).for('no key update')
  if (!row) throw notFound(`Gauge ${id}`)
  if (row.state !== 'withdrawn') await refuseNameTaken(lane, id, body.name)
  const isOther = body.family !== row.family || body.size !== row.size
  if (isOther) refuseUnlikely(body)
  const { name, family, size, uncertainty, least, most, intervalDays } = body
  const fresh = { name, family, size, uncertainty, ...rangeOf(family, { least, most }), intervalDays }
  // A probe's calibrated radii are another ball's: what was measured by them is to be measured again.
  const right = { ...asRecord(row), ...fresh, radii: null }
  const resting = isOther ? await restingOn(lane, right, row.radii === null) : null
  const rests = (isOther || body.uncertainty !== row.uncertainty) && (await refuseWithoutReason(lane, row, body, resting?.figures ?? null))
  if ((Object.keys(fresh) as (keyof typeof fresh)[]).every((field) => row[field] === fresh[field])) return asRecord(row)
  await db.insert(gaugeEvent).values({
    id: randomUUID(),
    gauge: id,
    at: author.now,
    person: author.person.id,
    kind: 'corrected',
    note: noteOf(row, body),
    size: size === row.size ? null : size,
    uncertainty: uncertainty === row.uncertainty ? null : uncertainty,
    entry: null,
  })
  const [changed] = await db
    .update(gauge)
    .set({
      ...fresh,
      ...(intervalDays === row.intervalDays ? {} : { due: dueAfter(row.calibrated, intervalDays) }),
      ...(isOther ? anotherThing(row, rests, author.now) : {}),
      ...stampOf(author),
    })
    .where(eq(gauge.id, id))
    .returning()
  if (rests && resting) await recordAgain(lane, resting.again, asRecord(changed!), body.reason!, author)
  await announce(client, { kind: 'gauge', id })
  return asRecord(changed!)
}

/** What was measured with it until now was not measured with the gauge that it is; and another ball was not calibrated. */
const anotherThing = (row: GaugeRow, rests: boolean, now: string) => ({
  ...(rests ? { doubtful: [...row.doubtful, otherSize(now)] } : {}),
  ...(row.radii ? { radii: null } : {}),
})

const noteOf = (row: GaugeRow, { name, reason }: GaugeChange): string | null =>
  [...(name === row.name ? [] : [`was called ${row.name}`]), ...(reason ? [reason] : [])].join('; ') || null

const dueAfter = (calibrated: string | null, days: number | null): string | null =>
  calibrated === null || days === null ? null : new Date(Date.parse(calibrated) + days * DAY).toISOString()

async function machinesOf(lane: Lane, figures: readonly Resting[]): Promise<Map<string, MachineRecord>> {
  const found = new Map<string, MachineRecord>()
  for (const id of new Set(figures.map(({ machine }) => machine))) found.set(id, (await loadMachine(lane, id)).record)
  return found
}

/** True where recorded figures rest on it. @throws Problem 409 where they do and no reason is given */
async function refuseWithoutReason(
  lane: Lane,
  row: GaugeRow,
  { reason }: GaugeChange,
  figures: readonly Resting[] | null,
): Promise<boolean> {
  const { rows } = await lane.client.query<{ entry: string }>(RESTING, [row.id])
  if (rows.length === 0) return false
  if ((reason ?? '').length >= 3) return true
  const follows = figures ? whatFollows(figures, await machinesOf(lane, figures), row) : 'The entries keep what was known then.'
  throw new Problem(
    409,
    'entries-rest-on-it',
    `${rows.length} ${rows.length === 1 ? 'entry was' : 'entries were'} made with ${row.name} as it is on record. To put it right all the same, say why. ${follows}`,
    { fields: { reason: 'Reason: say why you correct the record.' } },
  )
}
