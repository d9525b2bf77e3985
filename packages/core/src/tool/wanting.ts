import { fitsNeed, needWords } from '../assembly/index.ts'
import type { PlannedTool, Scene } from '../scene/index.ts'

/** A tool that the program calls and that is not there as it needs it. */
export interface Wanting {
  number: string
  sentence: string
}

/** Tools that the program calls and that are not there as it needs them. */
export function toolsWanting(called: readonly PlannedTool[], { tools, machine }: Pick<Scene, 'tools' | 'machine'>): Wanting[] {
  return called.flatMap(({ number, need }): Wanting[] => {
    const sits = tools.find((tool) => tool.number === number)
    const wanted = need ? needWords(need, machine.unit) : null
    if (!sits) return [{ number, sentence: `T${number} is empty; the program calls ${wanted ?? 'it'}.` }]
    return need && !fitsNeed(need, sits) ? [{ number, sentence: `T${number} holds ${sits.name}; the program calls ${wanted!}.` }] : []
  })
}
