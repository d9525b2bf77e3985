import { zeroAxis } from '../register/index.ts'
import { plus, type Nm } from '../length/index.ts'
import { asShown, type Axis } from '../machine/index.ts'
import { reachOf } from '../reach/index.ts'
import type { Write } from '../routine/index.ts'
import { commonShift, type Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

/**
 * From this zero every corner of the stock must lie inside the travel, and every tool tip must get to the top
 * of the stock; whether it gets to the bottom too is worth a question.
 */
export const reaches: Check = {
  id: 'reaches',
  name: 'part within reach',
  applies: { stock: 'block' },
  run({ scene, result }) {
    const { plan } = scene
    if (!plan?.stock) return []
    return result.writes.flatMap((write) => {
      const axis = zeroAxis(write.register)
      if (axis === null) return []
      const total = plus(write.value, commonShift(scene, axis))
      return axis === 'Z' ? toolsReach(total, scene, write) : [across(total, axis, scene, write)]
    })
  },
}

const NAME = 'part within reach'

function across(total: Nm, axis: Axis, scene: Scene, write: Write): Finding {
  const { from, to } = scene.plan!.stock![axis]
  const travel = scene.machine.travels.find((one) => one.axis === axis)!
  const [low, high] = [plus(total, from), plus(total, to)]
  const inside = low >= travel.min && high <= travel.max
  const shown = (value: Nm) => asShown(value, scene.machine)
  const beyond = low < travel.min ? low : high
  return {
    check: 'reaches',
    about: `${write.register.slot} ${axis}`,
    name: NAME,
    verdict: inside ? 'clear' : 'stop',
    sentence: inside
      ? `The stock lies inside the travel of ${axis} from this zero.`
      : `From this zero the stock goes to machine ${axis} ${shown(beyond)}, outside the travel of ${scene.machine.name}, ${shown(travel.min)} to ${shown(travel.max)}. Is it the right corner of the part?`,
    figures: [{ label: `stock in ${axis}`, value: beyond }],
  }
}

function toolsReach(total: Nm, scene: Scene, write: Write): Finding[] {
  const travel = scene.machine.travels.find(({ axis }) => axis === 'Z')!
  const { from, to } = scene.plan!.stock!.Z
  const about = `${write.register.slot} Z`
  const short = scene.tools.flatMap((tool): Finding[] => {
    const reach = reachOf(tool, scene)
    if (!reach) return []
    const tip = plus(total, reach.value)
    const figures = [{ label: `T${tool.number} at the bottom of the stock`, value: plus(tip, from) }]
    const finding = { check: 'reaches', about: `${about} T${tool.number}`, name: NAME, figures }
    if (plus(tip, to) < travel.min)
      return [
        {
          ...finding,
          verdict: 'stop',
          sentence: `T${tool.number} cannot get down to the top of the stock from this zero: Z would have to pass ${asShown(travel.min, scene.machine)}.`,
        },
      ]
    if (plus(tip, to) > travel.max)
      return [{ ...finding, verdict: 'stop', sentence: `T${tool.number} would stand in the stock even with Z at the top of its travel.` }]
    if (plus(tip, from) < travel.min)
      return [
        {
          ...finding,
          verdict: 'query',
          sentence: `T${tool.number} gets to the top of the stock but not to its bottom. Say that it need not.`,
        },
      ]
    return []
  })
  if (short.length > 0) return short
  const sentence = 'Every measured tool reaches the stock from this zero.'
  return [{ check: 'reaches', about, name: NAME, verdict: 'clear', sentence, figures: [] }]
}
