import { eq } from 'drizzle-orm'
import type { ShiftSpan } from '@rook/core'
import type { Connection, Queries } from '@rook/server/base/db/client'
import { handover, handoverRead, job, operation, part, reservation } from '@rook/server/base/db/schema'
import { drafted, spanOf } from '@rook/server/handover/draft'
import { loadSceneAt } from '@rook/server/ledger/scene-past'
import { inTransaction, type Lane } from '@rook/server/base/db/transaction'
import { Chance } from '@rook/testing/chance'
import { dayOf } from './history.ts'
import { OPERATIONS } from './operations/index.ts'
import * as PARTS from './operations/parts.ts'
import { SHIFTS, SHOP } from './shop.ts'

const DAY = 86_400_000
const PLANNER = 'hollins'

/** What the planner changed before the fortnight: each part that has a later revision had one before, one operation an older program. */
export async function playPlans(db: Queries, until: number): Promise<void> {
  const at = (daysAgo: number) => ({ changedAt: new Date(until - daysAgo * DAY).toISOString(), changedBy: PLANNER })
  const parts = Object.values(PARTS)
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

/** Words of those who left, one after the other. */
const WORDS = [
  'Coolant topped up at the end. The long vise squeaks; tapped down twice.',
  'First part of the flange measured good. Swarf conveyor runs again.',
  '',
  'Second finder is back from its check.',
  'Warm-up was cut short, lengths measured again after an hour.',
  'Nothing out of the way.',
]
const LEAVE = ['quillon', 'marrow', 'tansley', 'fennimore']
const DAYS = 14
const HANDED_OVER = ['mill-3', 'mill-2']

/** Two weeks of shifts on two machines, each handed over as the ledger drafted it, and read by whoever came. */
export async function playHandovers(connection: Connection, until: number): Promise<void> {
  const chance = new Chance(2_206)
  const shop = { ...SHOP, shifts: SHIFTS, idleMinutes: 30, localMachines: true, asks: [], firstRun: [], address: '', seal: null }
  for (const machine of HANDED_OVER) {
    let span = spanOf(shop, new Date(until).toISOString(), 'before')
    for (let turn = 0; span && Date.parse(span.from) > until - DAYS * DAY; turn++) {
      const own = span
      await inTransaction(connection, (lane) => handOver(lane, machine, own, turn, chance))
      span = spanOf(shop, new Date(Date.parse(own.from) - 1).toISOString(), 'this')
    }
  }
}

async function handOver(lane: Lane, machine: string, span: ShiftSpan, turn: number, chance: Chance): Promise<void> {
  const scene = await loadSceneAt(lane, machine, null, span.to)
  const lines = await drafted(lane, machine, span, { scene, notices: [] })
  // A shift without entries needs none.
  if (lines.length === 0) return
  const id = chance.uuid()
  await lane.db.insert(handover).values({
    id,
    machine,
    shift: span.name,
    startsAt: span.from,
    endsAt: span.to,
    lines,
    words: WORDS[turn % WORDS.length]!,
    person: LEAVE[turn % LEAVE.length]!,
    at: span.to,
  })
  const reader = LEAVE[(turn + 1) % LEAVE.length]!
  await lane.db.insert(handoverRead).values({ handover: id, person: reader, at: new Date(Date.parse(span.to) + 480_000).toISOString() })
}

/** What is ordered and not yet on a machine: a job for each part, due in the days to come. */
export async function orderJobs(db: Queries, until: number): Promise<void> {
  const parts = Object.values(PARTS)
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
