import { minus, nm, plus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { isReach, registerKey, registerName } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import { workTotal, type Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

/** A tool so long that its tip stands in the stock even with Z at the top, or longer than Z moves at all. */
export const clears: Check = {
  id: 'clears',
  name: 'clears the stock',
  applies: { lengths: 'counted' },
  run({ scene, result }) {
    const { machine } = scene
    return result.writes.flatMap((write) => (isReach(write.register, machine) ? judge(write, scene) : []))
  },
}

function judge(write: Write, scene: Scene): Finding[] {
  const { machine, plan } = scene
  const travel = machine.travels.find(({ axis }) => axis === 'Z')
  if (!travel) return []
  const name = registerName(write.register)
  const shown = (value: Nm) => asShown(value, machine)
  const means = [registerKey(write.register)]
  const finding = { check: 'clears', about: name, name: 'clears the stock', figures: [{ label: name, value: write.value }] }
  const slot = plan?.slots.find((code) => workTotal(scene, code, 'Z') !== null)
  if (plan?.stock && slot) {
    const atTop = plus(workTotal(scene, slot, 'Z')!, write.value, plan.stock.Z.to)
    return [
      atTop > travel.max
        ? {
            ...finding,
            means,
            verdict: 'stop',
            sentence: `With ${name} ${shown(write.value)} the tip would stand ${shown(minus(atTop, travel.max))} inside the stock even with Z at ${shown(travel.max)}, from ${slot}. Look for a lost decimal point, or a shorter holder.`,
          }
        : {
            ...finding,
            verdict: 'clear',
            sentence: `The tip clears the top of the stock by ${shown(minus(travel.max, atTop))} with Z at the top.`,
          },
    ]
  }
  const [low, high] =
    machine.lengthConvention === 'touch-off' ? [travel.min, travel.max] : [nm(travel.min - travel.max), nm(travel.max - travel.min)]
  if (write.value >= low && write.value <= high) return []
  return [
    {
      ...finding,
      means,
      verdict: 'stop',
      sentence: `${name} would be ${shown(write.value)}; Z on ${machine.name} moves only ${shown(nm(travel.max - travel.min))} in all. Look for a lost decimal point or the wrong unit.`,
    },
  ]
}
