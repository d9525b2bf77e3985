import { runOf, type Nm, type PlannedTool } from '@rook/core'
import type { EntryContent, Step, StepPlan, ToSee } from '@rook/contract'
import { asc, eq } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { entry } from '../db/schema.ts'

/** A setup's entries that still hold, in order: corrected ones and the corrections themselves left out. */
export async function standingEntries(db: Queries, setupId: string): Promise<EntryContent[]> {
  const rows = await db.select({ content: entry.content }).from(entry).where(eq(entry.setup, setupId)).orderBy(asc(entry.seq))
  const contents = rows.map((row) => row.content)
  const takenBack = new Set(contents.filter(({ kind }) => kind === 'correction').map(({ refers }) => refers))
  return contents.filter(({ id, kind }) => kind !== 'correction' && !takenBack.has(id))
}

/** The readouts of a setup's entries, seen or still to be seen; a register written again replaces the older. */
export function readoutsOf(entries: EntryContent[]): ToSee[] {
  const seen = new Set(entries.flatMap((one) => (one.kind === 'seen' ? one.seen.map((key) => `${one.refers} ${key}`) : [])))
  const latest = new Map<string, ToSee>()
  for (const one of entries) {
    if (one.kind === 'seen') continue
    for (const readout of one.readouts)
      latest.set(readout.key, {
        before: one.writes.find(({ register }) => register.endsWith(`/${readout.axis}/geometry`))?.before ?? one.writes[0]?.before ?? null,
        entry: one.id,
        title: one.title,
        ...readout,
        seen: one.seen.includes(readout.key) || seen.has(`${one.id} ${readout.key}`),
      })
  }
  return [...latest.values()]
}

/** Counter-checks that somebody saw, each with the figure it had then: another figure has to be seen anew. */
export function counterSeen(entries: EntryContent[]): { key: string; value: Nm }[] {
  return entries
    .filter((one) => one.kind === 'seen' && one.refers === null)
    .flatMap((one) => one.readouts.map(({ key, value }) => ({ key, value })))
}

/** The order of work with what has become of each step. */
export function stepsOf(plan: StepPlan[], entries: EntryContent[], readouts: ToSee[], tools: PlannedTool[] = []): Step[] {
  const steps = plan.map((step): Step => {
    if (step.kind === 'tools') return toolsStep(step, entries, tools)
    const last = entries.findLast((one) => one.step === step.id)
    if (!last) return { ...step, state: 'open', entry: null, at: null, by: null, reason: null, count: null, run: {} }
    return {
      ...step,
      state: last.kind === 'skipped' ? 'skipped' : 'done',
      entry: last.id,
      at: last.at,
      by: last.person.name,
      reason: last.reason,
      count: null,
      run: {},
    }
  })
  // What has to be seen is complete only when nothing more will be added to it.
  const figuresAreIn = steps.every((step) => (step.kind !== 'routine' && step.kind !== 'tools') || step.state !== 'open')
  return steps.map((step) => (step.kind === 'seen' ? seenStep(step, readouts, figuresAreIn) : step))
}

function seenStep(step: StepPlan, readouts: ToSee[], figuresAreIn: boolean): Step {
  const done = readouts.filter((readout) => readout.seen).length
  return {
    ...step,
    state: figuresAreIn && done === readouts.length ? 'done' : 'open',
    entry: null,
    at: null,
    by: null,
    reason: null,
    count: { done, of: readouts.length },
    run: {},
  }
}

/** A run of tools is done when each tool that the program calls is measured or skipped with a reason. */
function toolsStep(step: StepPlan, entries: EntryContent[], tools: PlannedTool[]): Step {
  const run: Step['run'] = {}
  let last: EntryContent | null = null
  for (const one of entries) {
    if (!one.step?.startsWith(`${step.id}/`)) continue
    last = one
    run[one.step.slice(step.id.length + 1)] = { skipped: one.kind === 'skipped', reason: one.reason, entry: one.id }
  }
  const tasks = runOf({ tools }, [], run)
  const finished = tasks.filter(({ state }) => state === 'done' || state === 'skipped').length
  const done = tasks.length > 0 && finished === tasks.length
  return {
    ...step,
    state: done ? 'done' : 'open',
    entry: done ? (last?.id ?? null) : null,
    at: done ? (last?.at ?? null) : null,
    by: done ? (last?.person.name ?? null) : null,
    reason: null,
    count: { done: finished, of: tasks.length },
    run,
  }
}
