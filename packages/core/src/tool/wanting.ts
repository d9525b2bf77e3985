import { fitsNeed, needWords } from '../assembly/index.ts'
import type { PlannedTool, Scene } from '../scene/index.ts'

/** Tools that the program calls and that are not there as it needs them, a sentence each. */
export function toolsWanting(called: readonly PlannedTool[], { tools, machine }: Pick<Scene, 'tools' | 'machine'>): string[] {
  return called.flatMap(({ number, need }) => {
    const sits = tools.find((tool) => tool.number === number)
    const wanted = need ? needWords(need, machine.unit) : null
    if (!sits) return [`T${number} is empty; the program calls ${wanted ?? 'it'}.`]
    return need && !fitsNeed(need, sits) ? [`T${number} holds ${sits.name}; the program calls ${wanted!}.`] : []
  })
}
