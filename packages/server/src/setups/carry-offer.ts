import { carriable, MEASURES, runOf, taskOf, taskPreset, type DoneBefore, type OpenStep, type Scene } from '@rook/core'
import type { CarryOffered, Setup, StepPlan } from '@rook/contract'
import { sql } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { standingEntries, type SetupEntry } from './entries.ts'
import { describe, loadSetupPlan, type SetupRow } from './load.ts'
import { eachStep } from './steps.ts'

/** What of the operation's last good setup on this machine can be carried over into a setup, and what cannot. */
export function loadCarryOffer(connection: Connection, id: string, now: string): Promise<CarryOffered> {
  return inTransaction(connection, async (lane) => carryOfferOf(lane, await loadSetupPlan(lane.db, id), now), { for: 'read' })
}

/** The same within a transaction that may have locked the machine. */
export async function carryOfferOf(lane: Lane, row: SetupRow, now: string): Promise<CarryOffered> {
  const { plan } = row
  const from = plan.endedAt ? null : await lastGood(lane.db, plan)
  if (!from) return { from: null, offers: [], not: [] }
  const then = await loadSetupPlan(lane.db, from)
  const entries = await standingEntries(lane, [plan.setup, from])
  const scene = await loadScene(lane, await loadMachine(lane, plan.machine), plan.setup, now, 'read')
  const open = openSteps(describe(row, entries.get(plan.setup)!, scene), scene)
  return {
    from: { setup: from, job: then.job.number, endedAt: then.plan.endedAt! },
    ...carriable(open, doneIn(then, entries.get(from)!), scene),
  }
}

/** The newest setup of the operation on the machine that ended before this one began; one that made good parts comes first. */
async function lastGood(db: Queries, { setup, id, machine, startedAt }: SetupRow['plan']): Promise<string | null> {
  const { rows } = await db.execute<{ id: string }>(sql`
    SELECT s.id FROM setup s
    WHERE s.operation = ${id} AND s.machine = ${machine} AND s.id <> ${setup} AND s.ended_at <= ${startedAt}
    ORDER BY EXISTS (SELECT FROM part_count c WHERE c.setup = s.id AND c.made > 0) DESC, s.started_at DESC LIMIT 1`)
  return rows[0]?.id ?? null
}

/** Steps that write figures and are still to be done; of a run, each of its measurements. */
function openSteps({ steps }: Setup, scene: Scene): OpenStep[] {
  return steps
    .filter(({ state }) => state === 'open')
    .flatMap((step): OpenStep[] => {
      const { id, title, kind, routine, preset } = step
      if (kind === 'routine') return [{ id, title, routine, preset }]
      if (kind !== 'tools') return []
      return runOf({ tools: scene.plan!.tools }, scene.tools, step.run, scene.machine)
        .filter(({ state }) => state === 'open' || state === 'absent')
        .map(({ id: task, tool, what }) => ({
          id: `${id}/${task}`,
          title: `T${tool.number} ${MEASURES[what].words}`,
          ...taskPreset(what, tool.number, preset),
        }))
    })
}

/** What a setup made of each of its steps, by the step's id; of a run, of each of its measurements. */
function doneIn({ plan }: SetupRow, entries: readonly SetupEntry[]): Record<string, DoneBefore> {
  const done: Record<string, DoneBefore> = {}
  for (const { step, kind, writes } of entries.flatMap(eachStep)) {
    const planned = step === null ? null : plannedAs(plan.steps, step)
    if (planned) done[step!] = { ...planned, isSkipped: kind === 'skipped', writes }
  }
  return done
}

/** How a step, or one measurement of a run, was planned; null for what the plan does not have. */
function plannedAs(steps: readonly StepPlan[], stepId: string): Pick<OpenStep, 'routine' | 'preset'> | null {
  const named = taskOf(stepId)
  const found = named && steps.find((step) => step.id === named.step)
  if (!found) return null
  if (named.tool === null) return { routine: found.routine, preset: found.preset }
  return named.what === null ? null : taskPreset(named.what, named.tool, found.preset)
}
