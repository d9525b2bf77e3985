import { eq } from 'drizzle-orm'
import type { Queries } from '@rook/server/db/client'
import { job, operation, part } from '@rook/server/db/schema'
import { dayOf } from './history.ts'
import { OPERATIONS } from './operations/index.ts'

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
