import { readLength, nm } from '../length/index.ts'
import { routineById } from '../catalogue/index.ts'
import { listed } from '../register/index.ts'
import { reservedFor, type Scene } from '../scene/index.ts'
import type { OperationPlan } from './planned.ts'

/** A setup that is on a machine now. */
export interface Running {
  id: string
  /** "job 0531, Op 10" */
  name: string
  slots: readonly string[]
}

/**
 * Why an operation cannot be set up on a machine, in a sentence; null where nothing is against it.
 * Two setups may stand on one machine as long as their slots do not touch.
 * @param scene of the machine, without a setup
 * @param job number of the job that it is for; null while nobody has said it
 */
export function whyNotBegin(
  plan: Pick<OperationPlan, 'kind' | 'machines' | 'slots' | 'unit' | 'steps'>,
  scene: Scene,
  running: readonly Running[],
  job: string | null = null,
): string | null {
  const { machine } = scene
  if (machine.kind !== plan.kind) return `${machine.name} is a ${machine.kind}; this operation is planned for a ${plan.kind}.`
  if (plan.machines.length > 0 && !plan.machines.includes(machine.id))
    return `The operation does not name ${machine.name} among its machines.`
  const absent = plan.slots.filter((slot) => !machine.slots.some(({ code }) => code === slot))
  if (absent.length > 0) return `${machine.name} has no ${listed(absent)}. Choose other slots for the operation, or another machine.`
  for (const one of running) {
    const shared = plan.slots.filter((slot) => one.slots.includes(slot))
    if (shared.length > 0)
      return `${listed(shared)} belongs to ${one.name}, which is still on ${machine.name}. End that first, or use other slots.`
  }
  const kept = plan.slots.flatMap((slot) => reservedFor(slot, scene.reserved, job) ?? [])
  if (kept.length > 0) return `${kept.join('. ')}. End that on the machine’s page, or use other slots.`
  if (machine.unit === plan.unit) return null
  const bare = stepsWithBareFigures(plan.steps, scene)
  return bare.length === 0
    ? null
    : `${machine.name} counts in ${machine.unit}, and \u201c${bare[0]}\u201d has a figure without a unit that was meant in ${plan.unit}. Write the unit behind it in the operation.`
}

/** Titles of the steps whose plan holds a length other than zero with no unit behind it. */
function stepsWithBareFigures(steps: OperationPlan['steps'], scene: Scene): string[] {
  return steps
    .filter(({ routine, preset }) => {
      const known = routine === null ? null : routineById(routine)
      const lengths = known?.inputs(scene, preset).filter(({ kind }) => kind === 'length') ?? []
      return lengths.some(({ id, label }) => preset[id] !== undefined && isBare(preset[id], label))
    })
    .map(({ title }) => title)
}

/** True where the same text is another length on a machine that counts in the other unit. */
function isBare(text: string, name: string): boolean {
  const [one, other] = (['mm', 'in'] as const).map((unit) => readLength(text, { name, unit, grid: nm(1) }))
  return JSON.stringify(one) !== JSON.stringify(other)
}
