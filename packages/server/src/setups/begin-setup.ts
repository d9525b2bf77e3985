import { repeatsWithin, whyNotBegin, type Repeats } from '@rook/core'
import type { Entry } from '@rook/contract'
import { and, eq, isNull } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import { job, part, setup, setupPlan } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { append } from '../ledger/append.ts'
import { stampOf, type Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { loadingsOf, loadOperation } from '../plan/operations.ts'

interface Begun {
  /** Becomes the setup's own id. */
  id: string
  machine: string
  operation: string
  job: string
  note: string
}

/** Begins a setup: from then on it keeps the edition of its operation that is newest now. */
export function beginSetup(connection: Connection, body: Begun, author: Author): Promise<Entry> {
  refuseUnlessMayRecord(author.person, 'begun')
  return onceOnly(connection, sentBy(author, 'begin-setup', body.machine, body), async (lane) => {
    const machine = await loadMachine(lane, body.machine, true)
    await firstTime(lane)
    const plan = await loadOperation(lane.db, body.operation)
    const ordered = await openJob(lane.db, body.job, plan)
    const scene = await loadScene(lane, machine, null, author.now, 'read')
    const against = whyNotBegin(plan, scene, await runningOn(lane.db, body.machine), ordered.number)
    if (against) throw new Problem(409, 'cannot-begin', against)
    await lane.db.insert(setup).values({
      id: body.id,
      machine: body.machine,
      operation: plan.id,
      job: body.job,
      startedAt: author.now,
      repeats: await repeatsOn(lane.db, plan.id, body.machine),
      ...stampOf(author),
    })
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, body.id, machine)),
      kind: 'begun',
      title: `Setup begun: job ${ordered.number}, ${plan.partName}, ${plan.name}, rev ${plan.revision}`,
      reason: body.note || null,
      setup: body.id,
      operation: plan.id,
    })
    return { ...appended, correctedBy: null, seen: [] }
  })
}

async function openJob(db: Queries, id: string, plan: { part: string; partName: string; revision: string }) {
  const [row] = await db.select({ job, partName: part.name }).from(job).innerJoin(part, eq(part.id, job.part)).where(eq(job.id, id))
  if (!row) throw notFound('This job')
  if (row.job.closed) throw new Problem(409, 'job-closed', `Job ${row.job.number} is closed. Open it again, or choose another one.`)
  if (row.job.part !== plan.part)
    throw new Problem(422, 'other-part', `Job ${row.job.number} is for ${row.partName}; this operation makes ${plan.partName}.`)
  if (row.job.revision !== plan.revision)
    throw new Problem(
      422,
      'other-revision',
      `Job ${row.job.number} is for revision ${row.job.revision}; this operation is planned for revision ${plan.revision}. A planner brings one of them up to the other.`,
    )
  return row.job
}

async function runningOn(db: Queries, machine: string) {
  const rows = await db
    .select({ id: setupPlan.setup, job: job.number, name: setupPlan.name, slots: setupPlan.slots })
    .from(setupPlan)
    .innerJoin(job, eq(job.id, setupPlan.job))
    .where(and(eq(setupPlan.machine, machine), isNull(setupPlan.endedAt)))
  return rows.map(({ id, job: number, name, slots }) => ({ id, name: `job ${number}, ${name}`, slots }))
}

/** How each zero came to lie in the loadings of an operation on a machine so far, as the checks of its next setup go by it. */
export async function repeatsOn(db: Queries, operation: string, machine: string): Promise<Repeats> {
  return Object.fromEntries(
    (await loadingsOf(db, operation, machine)).flatMap(({ register, loadings: of }) => {
      const within = repeatsWithin(of)
      return within ? [[register, { standard: Math.round(within.standard), n: within.n }]] : []
    }),
  )
}
