import { formatAngle } from '../angle/index.ts'
import { angleDecimals, layoutOf, registerKey, registerName, workRegister } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { standingNote } from '../standing/index.ts'
import type { Write } from '../routine/index.ts'
import { limitOf } from '../limits/index.ts'
import type { Check, Finding } from './finding.ts'

/** The zeros of one slot belong to one face: found with the rotary axes at other angles they do not fit together. */
export const sameAngle: Check = {
  id: 'same-angle',
  name: 'found at one angle',
  applies: {},
  run: ({ scene, result }) => result.writes.flatMap((write) => judge(write, scene)),
}

function judge({ register, angles = {} }: Write, scene: Scene): Finding[] {
  const { machine } = scene
  if (register.family !== 'work') return []
  return machine.rotary.flatMap(({ axis, increment }): Finding[] => {
    const now = angles[axis]
    if (now === undefined) return []
    const other = layoutOf(machine)
      .axes.map((linear) => workRegister(register.slot, linear))
      .find((one) => {
        const key = registerKey(one)
        const before = scene.standing[key]?.angles[axis]
        return (
          one.property !== register.property &&
          before !== undefined &&
          Math.abs(before - now) > limitOf(machine, 'turned') &&
          isOfNow(key, scene)
        )
      })
    if (!other) return []
    const before = scene.standing[registerKey(other)]!.angles[axis]!
    const shown = (angle: typeof now) => `${axis} ${formatAngle(angle, angleDecimals(increment))}`
    return [
      {
        check: 'same-angle',
        name: 'found at one angle',
        verdict: 'query',
        sentence: `${registerName(register)} is found at ${shown(now)}, ${registerName(other)} was found at ${shown(before)}. Zeros of one slot belong to one face: turn it back, take another slot, or say why they fit.`,
        about: `${axis} ${now} ${before}`,
        figures: [],
      },
    ]
  })
}

/** Found for the work at hand; what is only carried over will be measured anew. */
const isOfNow = (key: string, scene: Scene) => ['measured', 'by eye'].includes(standingNote(key, scene).word)
