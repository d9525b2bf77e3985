import { eq } from 'drizzle-orm'
import type { Queries } from '@rook/server/db/client'
import { handover, handoverRead, job, operation, part, reservation } from '@rook/server/db/schema'
import { spanOf } from '@rook/server/handover/draft'
import { Chance } from '@rook/testing/chance'
import { dayOf } from './history.ts'
import { OPERATIONS } from './operations/index.ts'
import { SHIFTS, SHOP } from './shop.ts'

const DAY = 86_400_000
const PLANNER = 'hollins'

/** What the planner changed before the fortnight: each part that has a later revision had one before, one operation an older program. */
export async function playPlans(db: Queries, until: number): Promise<void> {
  const at = (daysAgo: number) => ({ changedAt: new Date(until - daysAgo * DAY).toISOString(), changedBy: PLANNER })
  const parts = [...new Map(OPERATIONS.map((one) => [one.part.id, one.part])).values()]
  for (const [place, { id, revision, change }] of parts.entries())
    if (change)
      await db
        .update(part)
        .set({ revision, change, ...at(150 + 9 * place) })
        .where(eq(part.id, id))
  const chest = OPERATIONS.find(({ id }) => id === 'chest-10')!
  await db
    .update(operation)
    .set({ program: chest.program, fixture: chest.fixture, clearance: chest.clearance!, ...at(96) })
    .where(eq(operation.id, chest.id))
}

/** How a part or an operation began, where somebody has changed it since. */
export const asItBegan = {
  part: ({ revision, change }: { revision: string; change: string }) =>
    change ? { revision: String.fromCharCode(revision.charCodeAt(0) - 1), change: '' } : {},
  operation: (id: string) =>
    id === 'chest-10' ? { program: 'O2610, issue 2', fixture: 'two vises, soft jaws 8', clearance: 40_000_000 as never } : {},
}

/** The last two shifts on one machine, handed over and read: the beginning of what a shop has after a year. */
export async function playHandovers(db: Queries, until: number): Promise<void> {
  const chance = new Chance(2_206)
  const shop = { ...SHOP, shifts: SHIFTS, idleMinutes: 30 }
  const before = spanOf(shop, new Date(until).toISOString(), 'before')
  if (!before) return
  const earlier = spanOf(shop, new Date(Date.parse(before.from) - 1).toISOString(), 'this')!
  const told = [
    { span: earlier, by: 'quillon', reader: 'marrow', words: 'Coolant topped up at the end. The long vise squeaks; tapped down twice.' },
    { span: before, by: 'marrow', reader: 'tansley', words: 'First part of the flange measured good. Swarf conveyor runs again.' },
  ]
  for (const { span, by, reader, words } of told) {
    const id = chance.uuid()
    await db.insert(handover).values({
      id,
      machine: 'mill-3',
      shift: span.name,
      startsAt: span.from,
      endsAt: span.to,
      lines: [{ kind: 'to-look-at', text: 'Feeler 0.05 is due for calibration.', entry: null }],
      words,
      person: by,
      at: span.to,
    })
    await db.insert(handoverRead).values({ handover: id, person: reader, at: new Date(Date.parse(span.to) + 480_000).toISOString() })
  }
}

/** What is ordered and not yet on a machine: a job for each part, due in the days to come. */
export async function orderJobs(db: Queries, until: number): Promise<void> {
  const parts = [...new Map(OPERATIONS.map((one) => [one.part.id, one.part])).values()]
  await db.insert(job).values(
    parts.map(({ id, revision }, place) => ({
      id: `06${String(place + 1).padStart(2, '0')}`,
      number: `06${String(place + 1).padStart(2, '0')}`,
      part: id,
      revision,
      quantity: 12 + 8 * (place % 4),
      due: dayOf(until + (3 + 2 * place) * DAY),
      note: place === 2 ? 'restoration, match the old ones' : '',
      changedAt: new Date(until - (2 + place) * 3_600_000).toISOString(),
      changedBy: PLANNER,
    })),
  )
}

/** A slot that stays as it is for a job that comes back next week. */
export async function keepSlots(db: Queries, until: number): Promise<void> {
  const at = new Date(until - 20 * 3_600_000).toISOString()
  await db.insert(reservation).values({
    id: new Chance(56).uuid(),
    machine: 'mill-3',
    slot: 'G57',
    job: '0603',
    words: 'second vise stays on the table',
    until: null,
    at,
    person: 'tansley',
  })
}
