import { asRegister, registerKey, registerName } from '../register/index.ts'
import type { Check } from './finding.ts'

/** Zero on purpose needs a reason: the next person cannot tell it from an accident. */
export const onPurpose: Check = {
  id: 'on-purpose',
  name: 'zero on purpose',
  applies: {},
  run({ scene, result }) {
    return result.writes.flatMap(({ register, state }) => {
      // Wear goes to zero with every new edge and every new measurement; that needs no reason of its own.
      if (state !== 'deliberately-zero' || register.layer === 'wear') return []
      const standing = scene.standing[registerKey(register)]
      const was = standing ? `It holds ${asRegister(registerKey(register), standing.value, scene.machine)} now` : 'It is unset now'
      return [
        {
          check: 'on-purpose',
          about: registerName(register),
          name: 'zero on purpose',
          verdict: 'query' as const,
          sentence: `${registerName(register)} is to hold zero on purpose. ${was}. Say why.`,
          figures: standing ? [{ label: registerName(register), value: standing.value }] : [],
        },
      ]
    })
  },
}
