import { routineById } from '../catalogue/index.ts'
import type { Scene } from '../scene/index.ts'
import type { PlannedStep } from './planned.ts'

/**
 * What a step's plan has chosen, as the routine's own strip would show it: "What touches Finder 10". What the routine no longer
 * asks for is told as it stands.
 * @param scene of a machine that may do it: its tools, gauges and slots give the names
 */
export function plannedWords({ routine, preset }: Pick<PlannedStep, 'routine' | 'preset'>, scene: Scene): string[] {
  // How a run of tools is measured is told by its own words.
  if (routine === null) return []
  const inputs = routineById(routine)?.inputs(scene, preset) ?? []
  return Object.entries(preset).map(([id, value]) => {
    const input = inputs.find((one) => one.id === id)
    if (!input) return value
    const chosen = input.kind === 'choice' ? input.options.find((option) => option.value === value)?.label : undefined
    const words = chosen ?? value
    // A setter that is called Setter C needs no word before it.
    return words.startsWith(`${input.label} `) ? words : `${input.label} ${words}`
  })
}
