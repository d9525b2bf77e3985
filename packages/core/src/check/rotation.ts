import { formatAngle, PER_DEGREE, type Microdegrees } from '../angle/index.ts'
import { registerName } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/** Within this of half a turn, millionths of a degree, a part has been turned end for end, or two features were taken for each other. */
const NEARLY = 15 * PER_DEGREE

/** Work lies nearly square to the machine: a rotation of many degrees comes from features or touches that were mistaken. */
export const rotation: Check = {
  id: 'rotation',
  name: 'lies nearly square',
  applies: {},
  run({ scene, result }) {
    return result.writes.flatMap(({ register, value }): Finding[] => {
      if (register.family !== 'work' || register.property !== 'R') return []
      const angle = value as number as Microdegrees
      const half = Math.abs(Math.abs(value) - 180 * PER_DEGREE) < NEARLY
      const far = Math.abs(value) > limitOf(scene.machine, 'turnedFar')
      const name = registerName(register)
      return [
        {
          check: 'rotation',
          about: name,
          name: 'lies nearly square',
          verdict: half ? 'stop' : far ? 'query' : 'clear',
          sentence: half
            ? `${name} would be ${formatAngle(angle)}: the part lies end for end, or two features were taken for each other. Look which is which before anything is cut.`
            : far
              ? `${name} would be ${formatAngle(angle)}. Work lies nearly square; look for a feature or a touch on the wrong line, or say that it lies so.`
              : `The work lies square within ${formatAngle(angle)}.`,
          figures: [{ label: `${name}, millionths of a degree`, value }],
        },
      ]
    })
  },
}
