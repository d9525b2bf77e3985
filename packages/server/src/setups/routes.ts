import { MEASURED, taskOf, taskWords, type NamedTask, type PlannedTool } from '@rook/core'
import { api, type StepPlan } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Database } from '../base/db/client.ts'
import { machine, partCount } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import type { Author } from '../base/author.ts'
import { seeCounterCheck } from './counter-check.ts'
import { note } from '../entries/note.ts'
import { loadCarryOffer } from './carry-offer.ts'
import { carryOver } from './carry-over.ts'
import { beginSetup } from './begin-setup.ts'
import { countsWhere } from '../plan/counts.ts'
import { countParts, endSetup } from './setup-whole.ts'
import { loadSetup, loadSetupPlan } from './load.ts'
import { reasonsGiven } from './reasons.ts'

export function setupRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.setup, ({ params, author }) => loadSetup(connection, params.id, author.now))

  serve(app, api.beginSetup, ({ body, author }) => beginSetup(connection, body, author))
  serve(app, api.endSetup, ({ params, body, author }) => endSetup(connection, params.id, body, author))
  serve(app, api.carryOffer, ({ params, author }) => loadCarryOffer(connection, params.id, author.now))
  serve(app, api.carryOver, ({ params, body, author }) => carryOver(connection, params.id, body, author))
  serve(app, api.countParts, ({ params, body, author }) => countParts(connection, params.id, body, author))
  serve(app, api.reasonsGiven, async ({ params }) => {
    await loadSetupPlan(db, params.id)
    return reasonsGiven(connection, params.id)
  })
  serve(app, api.partCounts, async ({ params }) => {
    await loadSetupPlan(db, params.id)
    return countsWhere(db, eq(partCount.setup, params.id))
  })

  serve(app, api.counterCheck, ({ params, body, author }) => seeCounterCheck(connection, params.id, body, author))

  serve(app, api.confirmStep, ({ params, body, author }) => confirmStep(connection, params.id, params.step, body, author))

  serve(app, api.skipStep, async ({ params, body, author }) => {
    const { step, plan, task } = await planned(db, params.id, params.step)
    if (step.kind === 'tools' && !task)
      throw new Problem(409, 'not-skippable', 'A run of tools is skipped tool by tool, each with its reason.')
    if (step.kind === 'seen')
      throw new Problem(
        409,
        'not-skippable',
        'What is to be seen on the control cannot be skipped as a whole; each readout stays open until it is seen.',
      )
    return note(
      connection,
      plan.machine,
      body.id,
      {
        kind: 'skipped',
        title: `Skipped: ${task ?? step.title}`,
        reason: body.reason,
        setup: params.id,
        operation: plan.id,
        step: params.step,
      },
      author,
    )
  })
}

/** Confirms a step without a figure; a homed machine is homed for all that follows, not only for this setup. */
export async function confirmStep(
  connection: Connection,
  setupId: string,
  stepId: string,
  { id, note: remark, checks }: { id: string; note: string | null; checks: string[] },
  author: Author,
) {
  const { step, plan } = await planned(connection.db, setupId, stepId)
  if (step.kind !== 'homed' && step.kind !== 'confirm')
    throw new Problem(422, 'needs-figures', `“${step.title}” needs its figures; open it and record them.`)
  const missed = (await checklistOf(connection.db, step, plan.machine)).find((line) => !checks.includes(line))
  if (missed !== undefined)
    throw new Problem(422, 'checklist', `“${missed}” has not been looked at. Look at it and tick it, or skip the step with a reason.`)
  return note(
    connection,
    plan.machine,
    id,
    {
      agreed: checks,
      kind: step.kind === 'homed' ? 'homed' : 'confirmed',
      title: step.title,
      reason: remark,
      setup: setupId,
      operation: plan.id,
      step: step.id,
    },
    author,
  )
}

/** What is looked at before a step is confirmed: the step's own lines, and the machine's before it is homed. */
async function checklistOf(db: Database, step: StepPlan, machineId: string): Promise<readonly string[]> {
  const own = step.checks ?? []
  if (step.kind !== 'homed') return own
  const [found] = await db.select({ startUp: machine.startUp }).from(machine).where(eq(machine.id, machineId))
  return [...(found?.startUp ?? []), ...own]
}

async function planned(db: Database, setupId: string, stepId: string) {
  const { plan } = await loadSetupPlan(db, setupId)
  if (plan.endedAt) throw new Problem(409, 'setup-ended', 'This setup is finished; its steps stand as they are.')
  const named = taskOf(stepId)
  const step: StepPlan | undefined = plan.steps.find((one) => one.id === named?.step)
  if (!named || !step || (named.tool !== null && !(await isTask(db, step, named, plan)))) throw notFound('This step')
  return { plan, step, task: named.tool === null ? null : taskWords(named.tool, named.what) }
}

/** One tool of a run, or one thing that is measured of it on a machine of its kind. */
async function isTask(
  db: Database,
  { kind }: StepPlan,
  { tool: number, what }: NamedTask,
  { tools, machine: id }: { tools: PlannedTool[]; machine: string },
): Promise<boolean> {
  const tool = kind === 'tools' ? tools.find((one) => one.number === number) : undefined
  if (!tool || what === null) return tool !== undefined
  const [found] = await db.select({ kind: machine.kind }).from(machine).where(eq(machine.id, id))
  return found !== undefined && MEASURED[found.kind](tool).includes(what)
}
