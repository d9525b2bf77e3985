import type { InputSpec, RawInputs } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { MEASURED, MEASURES, taskPreset, type Measure } from '../tool/index.ts'
import { routineById } from './routines.ts'

/** What is read at the machine is no part of a plan. */
export const isPlannable = (input: InputSpec): boolean =>
  !(input.kind === 'length' && input.role === 'reading') && !(input.kind === 'angle' && input.onLine)

/** Asked anew for each tool, at the machine. */
const OF_EACH = ['tool', 'wear']

/** A way of taking a measure that somebody has to choose. */
export interface RunChoice {
  what: Measure
  /** The word that the run's step keeps it under. */
  id: string
  label: string
  options: { value: string; label: string }[]
}

/** What has to be chosen of how each thing in a run is measured; nothing where there is one way alone. */
export function runChoices({ machine }: Pick<Scene, 'machine'>): RunChoice[] {
  return measuresOf(machine.kind).flatMap((what) => {
    const { ways, method, words } = MEASURES[what]
    const options = Object.entries(ways).map(([value, { label }]) => ({ value, label }))
    return options.length < 2 ? [] : [{ what, id: method, label: `${words} is taken`, options }]
  })
}

/**
 * What a planner can say beforehand of how a run measures: the inputs of its routines without readings and without what is asked
 * of each tool, called as the run's step keeps them.
 */
export function runInputs(step: RawInputs, scene: Scene): InputSpec[] {
  const chosen = new Set(runChoices(scene).map(({ id }) => id))
  const found: InputSpec[] = measuresOf(scene.machine.kind).flatMap((what) => {
    const { called } = MEASURES[what]
    const { routine, preset } = taskPreset(what, '', step)
    /** True for what comes through from the step to the routine: the rest is said by the way, or measured on each tool. */
    const comesThrough = (id: string) => taskPreset(what, '', { ...step, [called[id] ?? id]: '?' }).preset[id] === '?'
    return routineById(routine)!
      .inputs(scene, preset)
      .filter(({ id }) => !OF_EACH.includes(id) && comesThrough(id))
      .filter(isPlannable)
      .map((input) => ({ ...input, id: called[input.id] ?? input.id, optional: true }))
  })
  found.push(...measuresOf(scene.machine.kind).flatMap((what) => apartInput(what, scene)))
  return found.filter(({ id }, at) => !chosen.has(id) && found.findIndex((one) => one.id === id) === at)
}

/** Which tools of the run are measured in their own way; nothing where all are measured alike. */
function apartInput(what: Measure, { plan, tools }: Scene): InputSpec[] {
  const { apart } = MEASURES[what]
  const listed = plan?.tools ?? tools
  if (!apart || listed.length === 0) return []
  const options = listed.map(({ number }) => {
    const name = tools.find((tool) => tool.number === number)?.name
    return { value: number, label: `T${number}`, ...(name ? { note: name } : {}) }
  })
  return [{ kind: 'several', id: apart.id, label: apart.label, options, optional: true }]
}

const measuresOf = (kind: Scene['machine']['kind']): readonly Measure[] =>
  MEASURED[kind]({ number: '1', offset: '1', diameterOffset: '1', diameter: true })
