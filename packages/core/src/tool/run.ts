import { spindleOfTool, stationNumber, type MachineRecord } from '../machine/index.ts'
import { parseRegisterKey, propertyOf } from '../register/index.ts'
import { MEASURED, MEASURES, type Measure } from './measure.ts'
import { toolRows } from './table.ts'
import { turretOrder } from './turret-order.ts'
import type { RawInputs } from '../routine/index.ts'
import type { StandingWord } from '../standing/index.ts'
import type { PlannedTool, Plan, Scene } from '../scene/index.ts'

/** What has become of one task in a run of tools. */
export type TaskState = 'open' | 'done' | 'skipped' | 'absent'

/** One thing that is measured of one tool in a run of tools. */
export interface RunTask {
  /** Ending of the step's id that its entry carries: "T4/length". */
  id: string
  tool: PlannedTool
  what: Measure
  state: TaskState
  /** Why it is skipped. */
  reason: string | null
  /** Why it has to be done again, though it was done. */
  again: string | null
}

/** What an entry made of a task, by the task's id; the latest one counts. */
export type RunRecord = Readonly<Record<string, { skipped: boolean; reason: string | null; again?: string | null }>>

/**
 * The tasks of a run, first tool to last: on a mill the length of each before its diameter; on a lathe X and Z, in the order that
 * turns the turret least, the first tool of the plan, which is the master, before all others. A master's Z is zero on purpose and
 * is not measured, nor are the tools of a sub-spindle: they are counted from another zero. A tool that is not mounted is absent: it cannot be measured, and it is not done either.
 */
export function runOf(
  plan: Pick<Plan, 'tools'>,
  mounted: Scene['tools'],
  record: RunRecord,
  machine: Pick<MachineRecord, 'kind' | 'turrets' | 'turning'>,
): RunTask[] {
  const turns = machine.kind === 'lathe'
  const tools = turns
    ? inTurretOrder(
        plan.tools.filter((tool) => spindleOfTool(mounted.find(({ number }) => number === tool.number) ?? tool, machine) === 'main'),
        machine,
      )
    : plan.tools
  return tools.flatMap((tool, place) =>
    MEASURED[machine.kind](tool)
      .filter((what) => !(turns && place === 0 && what === 'Z'))
      .map((what): RunTask => {
        const id = `T${tool.number}/${what}`
        const entry = record[id] ?? record[`T${tool.number}`]
        const isMounted = mounted.some(({ number }) => number === tool.number)
        const again = entry?.again ?? null
        const state: TaskState = entry && again === null ? (entry.skipped ? 'skipped' : 'done') : isMounted ? 'open' : 'absent'
        return { id, tool, what, state, reason: entry?.skipped ? entry.reason : null, again }
      }),
  )
}

/** The master first: the one on the machine's record, or the plan's first tool. */
function inTurretOrder(tools: readonly PlannedTool[], { turrets, turning }: Pick<MachineRecord, 'turrets' | 'turning'>): PlannedTool[] {
  const master = tools.find(({ number }) => number === turning.masters.main) ?? tools[0]
  if (!master) return []
  const others = tools.filter((tool) => tool !== master)
  const order = turretOrder(
    others.map(({ number }) => Number(stationNumber(number))),
    turrets[0]?.stations ?? null,
    Number(stationNumber(master.number)),
  )
  // Pairs of one station follow each other without a turn.
  return [master, ...order.flatMap((station) => others.filter(({ number }) => Number(stationNumber(number)) === station))]
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
      const what = propertyOf(parseRegisterKey(geometry)).measure
      if (what && note.word === 'measured' && standing && (since === null || standing.at > since))
        found[`T${tool.number}/${what}`] = { skipped: false, reason: null }
    }
  return found
}

/**
 * What a task of a run is worth now, in the word that the table has for its figure: a run says "carried over" where the table does.
 * @returns null where nothing stands
 */
export function standingOfTask({ tool, what }: Pick<RunTask, 'tool' | 'what'>, scene: Scene): StandingWord | null {
  const row = toolRows(scene).find((one) => one.tool.number === tool.number)
  const pair = row?.pairs.find(({ geometry }) => propertyOf(parseRegisterKey(geometry)).measure === what)
  return pair && pair.note.word !== 'unset' ? pair.note.word : null
}

/** The task to do next: the first open one after where the person is, else the first open one at all. */
export function nextInRun(tasks: readonly RunTask[], after: string | null = null): RunTask | null {
  const from = tasks.findIndex(({ id }) => id === after) + 1
  return tasks.slice(from).find(({ state }) => state === 'open') ?? tasks.find(({ state }) => state === 'open') ?? null
}

/**
 * How a task of a run is done: the routine, and what the run's step already says of its inputs. What says how one measure is
 * taken is no word of the others; the rest serves all.
 */
export function taskPreset(what: Measure, tool: string, step: RawInputs): { routine: string; preset: Record<string, string> } {
  const { method, ways, apart } = MEASURES[what]
  if (apart && step[apart.id]?.split(',').includes(tool)) return { routine: apart.routine, preset: { tool } }
  const way = ways[step[method] ?? ''] ?? Object.values(ways)[0]!
  const own = new Set([...Object.values(MEASURES).map((row) => row.method), 'axis', 'direction', 'x-place'])
  const isLathe = what === 'X' || what === 'Z'
  // On a lathe two routines share nothing but what the way names; on a mill the words of the step serve both.
  const rest = isLathe ? {} : Object.fromEntries(Object.entries(step).filter(([id]) => !own.has(id)))
  const given = Object.entries({ tool, ...rest, ...way.preset(step) }).filter((pair): pair is [string, string] => pair[1] !== undefined)
  return { routine: way.routine, preset: Object.fromEntries(given) }
}
