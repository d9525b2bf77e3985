import type { Nm } from '../length/index.ts'
import { asShown, type Axis, type MachineRecord } from '../machine/index.ts'
import { layoutOf, registerName, zeroAxis } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'

/** A reading or a zero that the machine cannot reach comes from another display, or lost a sign or a point. */
export const travel: Check = {
  id: 'travel',
  name: 'inside travel',
  applies: {},
  run({ scene, result }) {
    const { machine } = scene
    const readings = result.readings.map(({ axis, label, value }) =>
      judge(machine, axis, label, value, 'Read it from the machine display; look for a lost sign or decimal point.'),
    )
    // A zero that follows from an impossible reading says nothing new.
    if (readings.some((finding) => finding?.verdict === 'stop')) return readings.filter((finding) => finding !== null)
    const zeros = result.writes.flatMap(({ register, value, state }) =>
      // In Z, and on the spindle's axis of a lathe, a zero is no place that the spindle goes to.
      ['X', 'Y'].includes(zeroAxis(register) ?? '') && layoutOf(machine).stock === 'block' && state === 'set'
        ? [judge(machine, zeroAxis(register)!, registerName(register), value, 'Part zero would lie where the spindle cannot go.')]
        : [],
    )
    return [...readings, ...zeros].filter((finding) => finding !== null)
  },
}

function judge(machine: MachineRecord, axis: Axis, label: string, value: Nm, advice: string): Finding | null {
  const travel = machine.travels.find((one) => one.axis === axis)
  if (!travel) return null
  const range = `${asShown(travel.min, machine)} to ${asShown(travel.max, machine)}`
  const inside = value >= travel.min && value <= travel.max
  const what = label[0]!.toUpperCase() + label.slice(1)
  return {
    check: 'travel',
    about: axis,
    name: 'inside travel',
    verdict: inside ? 'clear' : 'stop',
    sentence: inside
      ? `${what} is inside the travel of ${axis}, ${range}.`
      : `${what}, ${asShown(value, machine)}, is outside the travel of ${axis} on ${machine.name}, ${range}. ${advice}`,
    figures: [{ label, value }],
  }
}
