import { registerKey, registerName, propertyOf } from '../register/index.ts'
import { tipWords } from '../tip/tip.ts'
import type { Check, Finding } from './finding.ts'

/** Which way a tip points does not change while a tool sits where it is: the control would compensate a whole nose to the wrong side. */
export const tipTurned: Check = {
  id: 'tip-turned',
  name: 'tip as it was',
  applies: { stock: 'bar' },
  run({ scene, result }) {
    return result.writes.flatMap((write): Finding[] => {
      const standing = scene.standing[registerKey(write.register)]
      if (propertyOf(write.register).line !== 'tip' || !standing || standing.assembly === null || standing.assembly !== write.assembly)
        return []
      const name = registerName(write.register)
      const finding = {
        check: 'tip-turned',
        about: `${name} ${standing.value} ${write.value}`,
        name: 'tip as it was',
        figures: [],
      }
      if (standing.value === write.value) return [{ ...finding, verdict: 'clear', sentence: `${name} is ${write.value}, as it was.` }]
      const said = (code: number) => `${code}, ${tipWords(code)}`
      return [
        {
          ...finding,
          verdict: 'query',
          means: [registerKey(write.register)],
          names: true,
          sentence: `${name} would go from ${said(standing.value)}, to ${said(write.value)}, and the tool is the same. Look at the tip in the turret. If it was turned round, say so.`,
        },
      ]
    })
  },
}
