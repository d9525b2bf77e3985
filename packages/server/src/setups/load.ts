import { geometryOf, isHomed, listed, provenNoMore, type Scene } from '@rook/core'
import type { Setup, SetupSummary, Step } from '@rook/contract'
import { asc, eq, getViewSelectedFields, isNull, sql, type SQL } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { job, machine, part, setupPlan } from '../base/db/schema.ts'
import { newestEdition } from '../plan/editions.ts'
import { notFound } from '../base/problem.ts'
import { loadMachine } from '../ledger/machine.ts'
import { OPERATION_NAME } from '../ledger/scene-now.ts'
import { loadScene } from '../ledger/scene.ts'
import { standingEntries, type SetupEntry } from './entries.ts'
import { counterSeen, readoutsOf, stepsOf } from './steps.ts'

/** The newest issue of its program, and since when it is there. */
const NEWEST_ISSUE = sql<{ issue: number; at: string } | null>`(SELECT json_build_object('issue', i.issue, 'at', i.at)
  FROM program_issue i WHERE i.operation = ${setupPlan.id} ORDER BY i.issue DESC LIMIT 1)`

function setupRows(db: Queries, where: SQL | undefined) {
  return db
    .select({
      plan: getViewSelectedFields(setupPlan),
      part,
      job,
      machineName: machine.name,
      newest: newestEdition(setupPlan.id),
      issue: NEWEST_ISSUE,
    })
    .from(setupPlan)
    .innerJoin(part, eq(part.id, setupPlan.part))
    .innerJoin(job, eq(job.id, setupPlan.job))
    .innerJoin(machine, eq(machine.id, setupPlan.machine))
    .where(where)
    .orderBy(asc(machine.place), asc(setupPlan.startedAt))
}

export type SetupRow = Awaited<ReturnType<typeof setupRows>>[number]

/** The setups at hand on some machines. */
export const openSetupRows = (db: Queries, machines: readonly string[]): Promise<SetupRow[]> =>
  machines.length === 0
    ? Promise.resolve([])
    : setupRows(db, isNull(setupPlan.endedAt)).then((rows) => rows.filter((row) => machines.includes(row.plan.machine)))

/** A setup and everything its page shows, of one moment. */
export function loadSetup(connection: Connection, id: string, now: string): Promise<Setup> {
  return inTransaction(
    connection,
    async (lane) => {
      const row = await loadSetupPlan(lane.db, id)
      const entries = (await standingEntries(lane, [id])).get(id)!
      const scene = await loadScene(lane, await loadMachine(lane, row.plan.machine), id, now, 'read')
      return { ...describe(row, entries, scene), otherSides: await otherSidesOf(lane, row) }
    },
    { for: 'read' },
  )
}

/** Asked for with every step and every page of a setup: planning it anew each time takes longer than answering it. */
const oneSetup = (db: Queries) => setupRows(db, eq(setupPlan.setup, sql.placeholder('id'))).prepare('one-setup')
const prepared = new WeakMap<Queries, ReturnType<typeof oneSetup>>()

/** The setup's own row with its operation: for steps and plans. */
export async function loadSetupPlan(db: Queries, id: string): Promise<SetupRow> {
  const question = prepared.get(db) ?? oneSetup(db)
  prepared.set(db, question)
  const [row] = await question.execute({ id })
  if (!row) throw notFound('This setup')
  return row
}

export function describe(row: SetupRow, entries: SetupEntry[], scene: Scene): Setup {
  const toSee = readoutsOf(entries, scene)
  const steps = stepsOf(row.plan.steps, entries, toSee, scene, row.plan.tools)
  return {
    summary: summaryOf(row, steps),
    steps,
    next: steps.find((step) => step.state === 'open')?.id ?? null,
    toSee,
    slots: row.plan.slots,
    proven: provenOf(row, entries, scene, steps),
    counterSeen: counterSeen(entries),
    otherSides: [],
  }
}

/** The same job's other operations, each by its newest setup, in the order they were begun. */
async function otherSidesOf({ client }: Lane, { plan, job: ordered }: SetupRow): Promise<Setup['otherSides']> {
  const { rows } = await client.query<Setup['otherSides'][number]>(
    `SELECT * FROM (
       SELECT DISTINCT ON (o.id) o.setup, ${OPERATION_NAME} AS "operationName", m.name AS "machineName",
         o.started_at AS "startedAt", o.ended_at AS "endedAt"
       FROM setup_plan o JOIN machine m ON m.id = o.machine
       WHERE o.job = $1 AND o.id <> $2 ORDER BY o.id, o.started_at DESC) newest
     ORDER BY "startedAt" LIMIT 8`,
    [ordered.id, plan.id],
  )
  const iso = (moment: string) => new Date(moment).toISOString()
  return rows.map((row) => ({ ...row, startedAt: iso(row.startedAt), endedAt: row.endedAt === null ? null : iso(row.endedAt) }))
}

/** The newest cautious first run, and why it no longer proves the setup. */
function provenOf({ issue }: SetupRow, entries: SetupEntry[], scene: Scene, steps: readonly Step[]): Setup['proven'] {
  const run = entries.findLast(({ kind }) => kind === 'proven')
  if (!run) return null
  return { entry: run.id, at: run.at, by: run.by, lapsed: lapsedBy(run.at, issue, scene, steps) }
}

/** A step that is open again was done when it was run; so was homing; and the text was another. */
function lapsedBy(at: string, issue: SetupRow['issue'], scene: Scene, steps: readonly Step[]): string | null {
  const again = steps.filter(({ state, kind }) => state === 'open' && kind !== 'seen').map(({ title }) => title)
  // A plan that lists no tools names those that its steps measure.
  const measured = steps.flatMap(({ preset }) => (preset.tool ? [preset.tool] : []))
  const written = provenNoMore(at, scene, geometryOf(measured, scene))
  if (written !== null) return written
  if (again.length > 0) return `${listed(again)} to be done again`
  const came = issue && new Date(issue.at).toISOString()
  if (issue && came! > at && came! <= scene.now) return `issue ${issue.issue} of the program has come since`
  return isHomed(scene) ? null : `${scene.machine.name} was switched on since, and nobody has noted that it was homed`
}

function summaryOf({ plan: own, part: made, job: ordered, machineName, newest }: SetupRow, steps: Step[]): SetupSummary {
  const count = (state: Step['state']) => steps.filter((step) => step.state === state).length
  return {
    id: own.setup,
    machine: own.machine,
    machineName,
    operation: own.id,
    operationName: `${own.name}, rev ${own.revision}`,
    part: made.id,
    partName: `${made.name}, rev ${own.revision}`,
    revision: own.revision,
    job: ordered.number,
    slots: own.slots,
    fixture: own.fixture,
    program: own.program,
    startedAt: own.startedAt,
    endedAt: own.endedAt,
    edition: own.edition,
    newest,
    done: count('done'),
    skipped: count('skipped'),
    of: steps.length,
  }
}
