import { asShown } from '../machine/index.ts'
import { isReach, listed, registerKey, registerName, workRegister, zeroAxis } from '../register/index.ts'
import type { Result, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'
import { READ_TWICE, readTwice } from './read-twice.ts'
import { referenceFor } from './reference.ts'

/** The same digits twice are seldom two measurements. */
export const sameDigits: Check = {
  id: 'same-digits',
  name: 'no figure twice',
  applies: {},
  run({ scene, result, given }) {
    const found = [
      ...twoAxes(result, scene),
      ...asLastTime(result, scene),
      ...asOtherSide(result, scene),
      ...(given ? [] : twoTools(result, scene)),
      ...result.writes.flatMap((write) => otherSlot(write, result.writes, scene)),
    ]
    return found.length > 0 || result.readings.length < 2
      ? found
      : [{ check: 'same-digits', name: 'no figure twice', verdict: 'clear', sentence: 'No figure was read twice.', figures: [] }]
  },
}

function twoAxes(result: Result, { machine }: Scene): Finding[] {
  const twice = readTwice(result)
  if (!twice) return []
  const { one, other } = twice
  return [
    {
      check: 'same-digits',
      name: 'no figure twice',
      verdict: 'query',
      sentence: `${capital(one.label)} and ${other.label} are both ${asShown(one.value, machine)}. One of them may have been read for the other.`,
      figures: [{ label: one.label, value: one.value }],
      means: [READ_TWICE],
      names: true,
    },
  ]
}

/** One axis may well come out as it did before; two that do, to the last digit, were not measured again. */
function asLastTime({ writes, readings }: Result, scene: Scene): Finding[] {
  if (readings.length === 0) return []
  const fine = scene.machine.increment * 2
  const same = writes.filter((write) => {
    const last = zeroAxis(write.register) === null ? null : referenceFor(write, scene)
    // What scatters by less than the display shows comes out the same of itself.
    const scatters =
      scene.plan?.repeats[registerKey(write.register)]?.standard ?? scene.plan?.fixtureRepeat ?? limitOf(scene.machine, 'fixtureRepeat')
    return (
      last?.standing != null &&
      last.what === '' &&
      last.value.value === write.value &&
      scatters > fine &&
      last.standing.setup !== scene.plan?.setup
    )
  })
  if (same.length < 2) return []
  const names = listed(same.map(({ register }) => registerName(register)))
  return [
    {
      check: 'same-digits',
      about: 'last time',
      name: 'no figure twice',
      verdict: 'query',
      sentence: `${names} would all be, to the last digit, what they were the last time. Say that they were measured, and not copied.`,
      figures: same.map(({ register, value }) => ({ label: registerName(register), value })),
    },
  ]
}

/**
 * A zero that comes out, to the last digit, as another operation left it in the slot: the part was turned over or another one lies there,
 * and the old figure was read off the control.
 */
function asOtherSide({ writes, readings }: Result, scene: Scene): Finding[] {
  const { plan, standing, machine } = scene
  if (readings.length === 0 || !plan) return []
  const scatters = plan.fixtureRepeat ?? limitOf(machine, 'fixtureRepeat')
  const same = writes.filter(({ register, value }) => {
    const stands = zeroAxis(register) === null ? undefined : standing[registerKey(register)]
    const isOther = stands?.operation != null && stands.operation !== plan.operation && stands.setup !== plan.setup
    return isOther && stands.state === 'set' && value !== 0 && stands.value === value && scatters > 2 * machine.increment
  })
  if (same.length === 0) return []
  const names = listed(same.map(({ register }) => registerName(register)))
  return [
    {
      check: 'same-digits',
      about: 'other operation',
      name: 'no figure twice',
      verdict: 'query',
      sentence: `${names} would be, to the last digit, what another operation left there. Say that ${same.length === 1 ? 'it was' : 'they were'} touched on this part, and not read off the control.`,
      figures: same.map(({ register, value }) => ({ label: registerName(register), value })),
    },
  ]
}

/** Lengths of two tools that came together and are alike to the last digit: one row stands twice. Diameters often are alike. */
function twoTools({ writes }: Result, { machine }: Scene): Finding[] {
  const lengths = writes.filter(
    ({ register, value, state }) => register.layer === 'geometry' && isReach(register, machine) && value !== 0 && state === 'set',
  )
  return lengths.flatMap((one, at): Finding[] => {
    const same = lengths.slice(at + 1).filter(({ value, assembly }) => value === one.value && assembly !== one.assembly)
    if (same.length === 0) return []
    const all = [one, ...same]
    return [
      {
        check: 'same-digits',
        about: all.map(({ register }) => registerKey(register)).join(' '),
        name: 'no figure twice',
        verdict: 'query',
        sentence: `${listed(all.map(({ register }) => registerName(register)))} are alike to the last digit, ${asShown(one.value, machine)}. One of them may be the other’s.`,
        figures: all.map(({ register, value }) => ({ label: registerName(register), value })),
        means: all.map(({ register }) => registerKey(register)),
        names: true,
      },
    ]
  })
}

/** A zero equal to another slot’s to the last digit, written at another time: copied, or left from before. */
function otherSlot(write: Write, writes: readonly Write[], scene: Scene): Finding[] {
  const { slot } = write.register
  const axis = zeroAxis(write.register)
  // Parts on one table have one height.
  if (axis === null || axis === 'Z' || write.value === 0) return []
  const twin = scene.machine.slots.find(({ code }) => {
    const key = registerKey(workRegister(code, axis))
    const together = writes.some((one) => registerKey(one.register) === key)
    // What it was worked out from is no twin: parts in a row share an axis.
    return code !== slot && !together && !write.rests.includes(key) && scene.standing[key]?.value === write.value
  })
  if (!twin) return []
  return [
    {
      check: 'same-digits',
      about: twin.code,
      name: 'no figure twice',
      verdict: 'query',
      sentence: `${registerName(write.register)} would be, to the last digit, what ${twin.code} ${axis} is. Say that it was measured.`,
      figures: [{ label: registerName(write.register), value: write.value }],
    },
  ]
}

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)
