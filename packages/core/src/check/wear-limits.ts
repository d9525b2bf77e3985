import { magnitude, minus, nm, ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { registerKey, registerName, timesInDiameter } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from './limits.ts'

/** Wear that grows in leaps, or beyond what an edge can lose, is another trouble than wear. */
export const wearLimits: Check = {
  id: 'wear-limits',
  name: 'wear within limits',
  run({ scene, result }) {
    return result.writes.filter(({ register, state }) => register.layer === 'wear' && state === 'set').map((write) => judge(write, scene))
  },
}

function judge(write: Write, scene: Scene): Finding {
  const { machine } = scene
  const now = scene.standing[registerKey(write.register)]?.value ?? ZERO
  // The limits are said in diameters; a radius register holds half of them.
  const share = timesInDiameter(write.register, machine) ?? 1
  const limit = (id: 'wearStep' | 'wearTotal') => nm(Math.round(limitOf(machine, id) / share))
  const step = minus(write.value, now)
  const name = registerName(write.register)
  const shown = (value: Nm) => asShown(value, machine, 'always')
  const finding = {
    check: 'wear-limits',
    about: name,
    name: 'wear within limits',
    figures: [
      { label: `${name} new`, value: write.value },
      { label: `${name} now`, value: now },
    ],
  }
  if (magnitude(write.value) > limit('wearTotal'))
    return {
      ...finding,
      verdict: 'stop',
      sentence: `${name} would be ${shown(write.value)}, beyond the ${asShown(limit('wearTotal'), machine)} that wear may come to. Doubt the tool or the measurement, do not correct it.`,
    }
  if (magnitude(step) > limit('wearStep'))
    return {
      ...finding,
      verdict: 'query',
      sentence: `${name} changes by ${shown(step)} at once, more than ${asShown(limit('wearStep'), machine)}. Look at the edge and measure again, or say what happened.`,
    }
  return { ...finding, verdict: 'clear', sentence: `${name} changes by ${shown(step)}, within ${asShown(limit('wearStep'), machine)}.` }
}
