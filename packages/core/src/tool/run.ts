import { parseRegisterKey } from '../register/index.ts'
import { toolRows } from './table.ts'
import type { RawInputs } from '../routine/index.ts'
import type { PlannedTool, Plan, Scene } from '../scene/index.ts'

/** What has become of one task in a run of tools. */
export type TaskState = 'open' | 'done' | 'skipped' | 'absent'

/** One tool's length or diameter in a run of tools. */
export interface RunTask {
  /** Ending of the step's id that its entry carries: "T4/length". */
  id: string
  tool: PlannedTool
  what: 'length' | 'diameter'
  state: TaskState
  /** Why it is skipped. */
  reason: string | null
  /** Why it has to be done again, though it was done. */
  again: string | null
}

/** What an entry made of a task, by the task's id; the latest one counts. */
export type RunRecord = Readonly<Record<string, { skipped: boolean; reason: string | null; again?: string | null }>>

/**
 * The tasks of a run, first tool to last, the length of each before its diameter. A tool that is not mounted is
 * absent: it cannot be measured, and it is not done either.
 */
export function runOf(plan: Pick<Plan, 'tools'>, mounted: Scene['tools'], record: RunRecord): RunTask[] {
  return plan.tools.flatMap((tool) =>
    (tool.diameter ? (['length', 'diameter'] as const) : (['length'] as const)).map((what): RunTask => {
      const id = `T${tool.number}/${what}`
      const entry = record[id] ?? record[`T${tool.number}`]
      const isMounted = mounted.some(({ number }) => number === tool.number)
      const again = entry?.again ?? null
      const state: TaskState = entry && again === null ? (entry.skipped ? 'skipped' : 'done') : isMounted ? 'open' : 'absent'
      return { id, tool, what, state, reason: entry?.skipped ? entry.reason : null, again }
    }),
  )
}

/**
 * What of a run needs no measuring: the tools whose length or diameter stands measured on the assembly that is mounted.
 * @param since what was measured before this moment does not count, UTC; null where all of it does
 */
export function measuredAlready(scene: Scene, since: string | null): RunRecord {
  const found: Record<string, { skipped: boolean; reason: string | null }> = {}
  for (const { tool, pairs } of toolRows(scene))
    for (const { geometry, note } of pairs) {
      const standing = scene.standing[geometry]
      const what = parseRegisterKey(geometry).property === 'length' ? 'length' : 'diameter'
      if (note.word === 'measured' && standing && (since === null || standing.at > since))
        found[`T${tool.number}/${what}`] = { skipped: false, reason: null }
    }
  return found
}

/** The task to do next: the first open one after where the person is, else the first open one at all. */
export function nextInRun(tasks: readonly RunTask[], after: string | null = null): RunTask | null {
  const from = tasks.findIndex(({ id }) => id === after) + 1
  return tasks.slice(from).find(({ state }) => state === 'open') ?? tasks.find(({ state }) => state === 'open') ?? null
}

/**
 * How a task of a run is done: the routine, and what the run's step already says of its inputs. What the step says
 * under `diameter-method` is the method of the diameters; the other words serve both.
 */
export function taskPreset(what: RunTask['what'], tool: string, preset: RawInputs): { routine: string; preset: Record<string, string> } {
  const { method, 'diameter-method': diameterMethod, axis, direction, ...shared } = preset
  const given = (words: Record<string, string | undefined>) =>
    Object.fromEntries(Object.entries({ tool, ...shared, ...words }).filter((pair): pair is [string, string] => pair[1] !== undefined))
  return what === 'length'
    ? { routine: 'tool-length', preset: given({ method }) }
    : { routine: 'tool-diameter', preset: given({ method: diameterMethod, axis, direction }) }
}
