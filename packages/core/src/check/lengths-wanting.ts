import { listed, zeroAxis } from '../register/index.ts'
import { reachOf } from '../reach/index.ts'
import type { Check, Finding } from './finding.ts'

/** A part zero in Z was taken with one tool; the others that the program calls reach it only by lengths of their own. */
export const lengthsWanting: Check = {
  id: 'lengths-wanting',
  name: 'lengths of the tools',
  applies: { lengths: 'counted' },
  run({ scene, result }): Finding[] {
    const { plan, machine } = scene
    if (!plan || !result.writes.some(({ register }) => zeroAxis(register) === 'Z')) return []
    const without = plan.tools.flatMap(({ number }) => scene.tools.find((tool) => tool.number === number && !reachOf(tool, scene)) ?? [])
    if (without.length === 0) return []
    const names = listed(without.map(({ number }) => `T${number}`))
    return [
      {
        check: 'lengths-wanting',
        about: names,
        name: 'lengths of the tools',
        verdict: 'clear',
        tell: true,
        sentence: `${names} ${without.length === 1 ? 'has' : 'have'} no length on ${machine.name} yet, and ${plan.operationName} calls ${without.length === 1 ? 'it' : 'them'}. Unset is not zero: measure before the program runs.`,
        figures: [],
      },
    ]
  },
}
