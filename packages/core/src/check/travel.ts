import type { Nm } from '../length/index.ts'
import { asShown, type Axis, type MachineRecord, type Travel } from '../machine/index.ts'
import { layoutOf, registerName, zeroAxis } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'

/** A reading or a zero that the machine cannot reach comes from another display, or lost a sign or a point. */
export const travel: Check = {
  id: 'travel',
  name: 'inside travel',
  applies: {},
  run({ scene, result }) {
    const { machine } = scene
    const readings = result.readings.map(({ axis, label, value }) => judge(machine, axis, label, value, meantInside))
    // A zero that follows from an impossible reading says nothing new.
    if (readings.some((finding) => finding?.verdict === 'stop')) return readings.filter((finding) => finding !== null)
    const zeros = result.writes.flatMap(({ register, value, state }) =>
      // In Z, and on the spindle's axis of a lathe, a zero is no place that the spindle goes to.
      ['X', 'Y'].includes(zeroAxis(register) ?? '') && layoutOf(machine).stock === 'block' && state === 'set'
        ? [judge(machine, zeroAxis(register)!, registerName(register), value, () => 'Part zero would lie where the spindle cannot go.')]
        : [],
    )
    return [...readings, ...zeros].filter((finding) => finding !== null)
  },
}

type Advise = (value: Nm, travel: Pick<Travel, 'min' | 'max'>, machine: MachineRecord) => string

/** What a reading that no display can show may have been: its sign first, for a machine coordinate nearly always has one. */
const meantInside: Advise = (value, { min, max }, { unit }) => {
  const isInside = (meant: number) => meant >= min && meant <= max
  if (isInside(-value)) return 'It would lie inside if it had the other sign.'
  // A figure of the other unit, typed as one of this: what is large is a millimetre taken for an inch.
  const ways = [
    ...(unit === 'in' ? [{ as: 'if it had been typed in millimetres', meant: value / 25.4 }] : []),
    { as: 'if its decimal point stood one place too far right', meant: value / 10 },
  ].filter(({ meant }) => isInside(meant))
  return ways.length === 0
    ? 'Read it from the machine display; look for a lost sign or decimal point.'
    : `It would lie inside ${ways.map(({ as }) => as).join(', or ')}. Read it from the machine display.`
}

function judge(machine: MachineRecord, axis: Axis, label: string, value: Nm, advise: Advise): Finding | null {
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
      : `${what}, ${asShown(value, machine)}, is outside the travel of ${axis} on ${machine.name}, ${range}. ${advise(value, travel, machine)}`,
    figures: [{ label, value }],
    ...(inside ? {} : { names: true }),
  }
}
