import {
  assess,
  registerKey,
  taskOf,
  taskPreset,
  type NamedTask,
  type RawInputs,
  type RegisterKey,
  type Routine,
  type Scene,
} from '@rook/core'
import type { StepPlan } from '@rook/contract'
import { Problem } from '../base/problem.ts'

/** What the step of an entry plans of its routine; null where the setup has no such step, or it is done by none. */
export function plannedFor(steps: readonly StepPlan[], step: string, scene: Scene): Wanted | null {
  const named = taskOf(step)
  const planned = named && steps.find((one) => one.id === named.step)
  if (!planned) return null
  if (planned.kind === 'tools') return ofTask(planned, named, scene)
  return named.tool === null && planned.kind === 'routine' ? planned : null
}

type Wanted = Pick<StepPlan, 'routine' | 'preset'>

interface Done {
  step: string
  routine: Routine
  inputs: RawInputs
  agreed: readonly string[]
  /** What the entry writes. */
  registers: readonly RegisterKey[]
}

/**
 * Whether an entry does the step of the setup that it was opened from: by the step's routine, in the registers that it plans.
 * Somebody who let a lead release another slot has recorded that slot, and the step is still to be done.
 * @throws Problem 422 where the setup has no such step, or it is done by another routine
 */
export function doesStep(steps: readonly StepPlan[], { step, routine, inputs, agreed, registers }: Done, scene: Scene): boolean {
  const named = taskOf(step)
  const planned = named && steps.find((one) => one.id === named.step)
  if (!planned) throw new Problem(422, 'other-step', 'The setup has no such step. Open its order of work and record from there.')
  const wanted = plannedFor(steps, step, scene)
  if (!wanted || wanted.routine !== routine.id)
    throw new Problem(
      422,
      'other-step',
      `${routine.name} is not how \u201c${planned.title}\u201d is done. Record it from the machine’s page, without the step.`,
    )
  if (Object.entries(wanted.preset).every(([input, value]) => inputs[input] === value)) return true
  const there = assess(routine, { ...inputs, ...wanted.preset }, scene, agreed).sheet
  const own = new Set((there.result?.writes.map(({ register }) => register) ?? there.targets).map(registerKey))
  return registers.length === own.size && registers.every((register) => own.has(register))
}

/** What one tool of a run is measured by; null where the run has no such task. */
function ofTask(run: StepPlan, { tool, what }: NamedTask, scene: Scene): Wanted | null {
  if (tool === null || what === null || !scene.plan?.tools.some(({ number }) => number === tool)) return null
  return taskPreset(what, tool, run.preset)
}
