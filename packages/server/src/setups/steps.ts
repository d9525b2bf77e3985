import {
  againBecause,
  parseRegisterKey,
  propertyOf,
  readoutAbout,
  readoutNow,
  runOf,
  type Nm,
  type PlannedTool,
  type Scene,
} from '@rook/core'
import type { Step, StepPlan, ToSee } from '@rook/contract'
import type { SetupEntry } from './entries.ts'

/**
 * The readouts of a setup's entries, seen or still to be seen; a register written again replaces the older. What follows
 * from a figure that has gone bad is not to be seen until that is measured again, and a figure worked out with a zero that
 * was measured anew since is another one, to be seen anew.
 */
export function readoutsOf(entries: SetupEntry[], scene: Scene): ToSee[] {
  const seen = new Set(
    entries.flatMap((one) => (one.kind === 'seen' ? one.readouts.map(({ key, value }) => `${one.refers} ${key} ${value}`) : [])),
  )
  const latest = new Map<string, ToSee>()
  for (const one of entries) {
    if (one.kind === 'seen') continue
    const again = againBecause(one.writes, scene)
    for (const { terms, ...readout } of one.readouts) {
      const value = readoutNow(readout.value, terms, scene.standing) as Nm
      const ticked = (one.seen.includes(readout.key) && value === readout.value) || seen.has(`${one.id} ${readout.key} ${value}`)
      latest.set(readout.key, {
        before: beforeOf(one, readout.axis),
        entry: one.id,
        title: one.title,
        ...readout,
        about: readoutAbout(readout, scene.plan?.slots[0] ?? ''),
        value,
        again,
        seen: ticked && again === null,
      })
    }
  }
  return [...latest.values()]
}

/** What stood in the register of an axis before an entry; the first one's where none is of that axis. */
function beforeOf({ writes }: SetupEntry, axis: string): Nm | null {
  const own = writes.find(({ register }) => propertyOf(parseRegisterKey(register)).axis === axis)
  return (own ?? writes[0])?.before ?? null
}

/** Counter-checks that somebody saw, each with the figure it had then: another figure has to be seen anew. */
export function counterSeen(entries: SetupEntry[]): { key: string; value: Nm }[] {
  return entries
    .filter((one) => one.kind === 'seen' && one.refers === null)
    .flatMap((one) => one.readouts.map(({ key, value }) => ({ key, value })))
}

/** The order of work with what has become of each step. */
export function stepsOf(plan: StepPlan[], recorded: SetupEntry[], readouts: ToSee[], scene: Scene, tools: PlannedTool[] = []): Step[] {
  const entries = recorded.flatMap(eachStep)
  const steps = plan.map((step): Step => {
    if (step.kind === 'tools') return toolsStep(step, entries, tools, scene)
    const last = entries.findLast((one) => one.step === step.id)
    if (!last) return { ...step, state: 'open', entry: null, at: null, by: null, reason: null, again: null, count: null, run: {} }
    // Done is what still stands: a figure that has gone stale or disturbed opens its step again.
    const again = againBecause(last.writes, scene) ?? switchedOnSince(step, last, scene)
    return {
      ...step,
      state: again !== null ? 'open' : last.kind === 'skipped' ? 'skipped' : 'done',
      again,
      entry: last.id,
      at: last.at,
      by: last.by,
      reason: last.reason,
      count: null,
      run: {},
    }
  })
  // What has to be seen is complete only when nothing more will be added to it.
  const figuresAreIn = steps.every((step) => (step.kind !== 'routine' && step.kind !== 'tools') || step.state !== 'open')
  return steps.map((step) => (step.kind === 'seen' ? seenStep(step, readouts, figuresAreIn) : step))
}

/** Homing lasts until the machine is switched on anew, whoever notes it where. */
function switchedOnSince({ kind }: StepPlan, { at, kind: what }: SetupEntry, { homedAt, poweredAt, machine }: Scene): string | null {
  if (kind !== 'homed' || what === 'skipped' || poweredAt === null || poweredAt <= at) return null
  return homedAt !== null && homedAt >= poweredAt ? null : `${machine.name} was switched on since`
}

/** An entry that carries steps over speaks for each of them, by the measurements that they rest on. */
export function eachStep(one: SetupEntry): SetupEntry[] {
  if (one.carried.length === 0) return [one]
  return [...new Set(one.carried.map(({ step }) => step))].map((step) => ({
    ...one,
    step,
    writes: one.carried.filter((figure) => figure.step === step).map(({ register, origin }) => ({ register, before: null, origin })),
  }))
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
    again: null,
    count: { done, of: readouts.length },
    run: {},
  }
}

/** A run of tools is done when each tool that the program calls is measured or skipped with a reason. */
function toolsStep(step: StepPlan, entries: SetupEntry[], tools: PlannedTool[], scene: Scene): Step {
  const run: Step['run'] = {}
  let last: SetupEntry | null = null
  for (const one of entries) {
    if (!one.step?.startsWith(`${step.id}/`)) continue
    last = one
    run[one.step.slice(step.id.length + 1)] = {
      skipped: one.kind === 'skipped',
      reason: one.reason,
      entry: one.id,
      again: againBecause(one.writes, scene),
    }
  }
  const tasks = runOf({ tools }, [], run, scene.machine)
  const finished = tasks.filter(({ state }) => state === 'done' || state === 'skipped').length
  const done = tasks.length > 0 && finished === tasks.length
  return {
    ...step,
    state: done ? 'done' : 'open',
    entry: done ? (last?.id ?? null) : null,
    at: done ? (last?.at ?? null) : null,
    by: done ? (last?.by ?? null) : null,
    reason: null,
    again: tasks.find(({ again }) => again !== null)?.again ?? null,
    count: { done: finished, of: tasks.length },
    run,
  }
}
