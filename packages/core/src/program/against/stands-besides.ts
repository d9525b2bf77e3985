import { magnitude, ZERO } from '../../length/index.ts'
import { axesOf, asShown } from '../../machine/index.ts'
import { wearLimit } from '../../check/index.ts'
import { asRegister, commonRegister, diameterRegister, layoutOf, listed, registerKey, registerName, wearOf } from '../../register/index.ts'
import { reachesOf, toolsRun } from './runs-by.ts'
import type { Against, Found, GoCheck } from './finding.ts'

/** What is added to zeros and reaches without anybody looking at it: wear, and the common shift. */
export const standsBesides: GoCheck = (against) => [...wear(against), ...shift(against)]

function wear(against: Against): Found[] {
  const { machine, standing } = against.scene
  return toolsRun(against).flatMap((one) => {
    const widths = layoutOf(machine).countsLengths ? [diameterRegister(machine, one.tool.diameterOffset)] : []
    return [...reachesOf(one, against), ...widths].flatMap((ref): Found[] => {
      const register = wearOf(ref)
      const key = registerKey(register)
      const stands = standing[key]
      const limit = wearLimit('wearTotal', register, machine)
      if (!stands || magnitude(stands.value) <= limit) return []
      return [
        {
          id: `wear ${key}`,
          verdict: 'query',
          line: one.line,
          register: key,
          mend: 'tool',
          sentence: `${registerName(register)} stands at ${asRegister(key, stands.value, machine, 'always')}, beyond the ${asShown(limit, machine)} that wear may come to. Doubt the tool or its measurement.`,
        },
      ]
    })
  })
}

function shift({ scene }: Against): Found[] {
  const { machine, standing } = scene
  const moved = axesOf(machine).flatMap((axis) => {
    const key = registerKey(commonRegister(axis))
    const stands = standing[key]
    return stands && stands.value !== ZERO ? [`${axis} ${asRegister(key, stands.value, machine, 'always')}`] : []
  })
  if (moved.length === 0) return []
  return [
    {
      id: 'common-shift',
      verdict: 'query',
      line: null,
      register: null,
      mend: 'zero',
      sentence: `The common shift stands at ${listed(moved)}, and is added to every zero. Say that it is meant.`,
    },
  ]
}
