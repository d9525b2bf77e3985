import { fitsNeed, needWords } from '../assembly/index.ts'
import type { PlannedTool, Scene } from '../scene/index.ts'
import { calledTool } from './called.ts'

/** A tool that the program calls and that is not there as it needs it. */
export interface Wanting {
  number: string
  sentence: string
}

/** Tools that the program calls and that are not there as it needs them. Of a family it calls, the one in use is meant. */
export function toolsWanting(
  called: readonly PlannedTool[],
  { tools, machine, families }: Pick<Scene, 'tools' | 'machine' | 'families'>,
): Wanting[] {
  return called.flatMap(({ number, need }): Wanting[] => {
    const { family, tool: sits } = calledTool({ families, tools }, number)
    const wanted = need ? needWords(need, machine.unit) : null
    if (!sits && family) return [{ number, sentence: `${number} calls ${family.name}, and none of them is in use.` }]
    if (!sits) return [{ number, sentence: `T${number} is empty; the program calls ${wanted ?? 'it'}.` }]
    return need && !fitsNeed(need, sits) ? [{ number, sentence: `T${number} holds ${sits.name}; the program calls ${wanted!}.` }] : []
  })
}
