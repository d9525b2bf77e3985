import { axesOf } from '../../machine/index.ts'
import { registerKey, registerName, workRegister } from '../../register/index.ts'
import { reservedFor, type Scene } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import type { GoCheck, Found } from './finding.ts'

/** Slots that the program calls against those that are set and planned. */
export const slots: GoCheck = ({ calls, scene }) => {
  const { machine, plan } = scene
  const found: Found[] = []
  if (calls.beforeSlot !== null)
    found.push({
      id: 'before-slot',
      verdict: 'stop',
      line: calls.beforeSlot,
      register: null,
      mend: 'program',
      sentence: 'It moves before any slot is called: the zero is whatever was active before.',
    })
  for (const { slot, line: where } of calls.slots) {
    const line = where || null
    const common = { line, register: null, mend: 'zero' as const }
    if (!machine.slots.some(({ code }) => code === slot)) {
      found.push({
        ...common,
        id: `slot ${slot}`,
        verdict: 'stop',
        mend: 'program',
        sentence: `${slot} is called, and ${machine.name} has no such slot on its record.`,
      })
      continue
    }
    found.push(...axesOf(machine).flatMap((axis) => ofZero(slot, axis, line, scene)))
    if (plan && !plan.slots.includes(slot))
      found.push({
        ...common,
        id: `unplanned ${slot}`,
        verdict: 'query',
        mend: 'plan',
        sentence: `${slot} is called, and ${plan.operationName} does not plan it.`,
      })
    const kept = reservedFor(slot, scene.reserved, plan?.job ?? null)
    if (kept) found.push({ ...common, id: `kept ${slot}`, verdict: 'stop', sentence: `${kept}; the program calls it.` })
  }
  const called = calls.slots.map(({ slot }) => slot)
  for (const slot of plan?.slots ?? [])
    if (!called.includes(slot))
      found.push({
        id: `not-called ${slot}`,
        verdict: 'clear',
        line: null,
        register: null,
        mend: 'look',
        sentence: `${slot} is planned, and this program does not call it.`,
      })
  const planned = plan?.slots.filter((slot) => called.includes(slot)) ?? []
  const order = called.filter((slot) => planned.includes(slot))
  if (order.join() !== planned.join())
    found.push({
      id: 'order',
      verdict: 'query',
      line: calls.slots[0]?.line || null,
      register: null,
      mend: 'plan',
      sentence: `The program calls ${order.join(', ')}; the operation plans ${planned.join(', ')}.`,
    })
  return found
}

function ofZero(slot: string, axis: 'X' | 'Y' | 'Z', line: number | null, scene: Scene): Found[] {
  const { machine, plan } = scene
  const ref = workRegister(slot, axis)
  const register = registerKey(ref)
  const name = registerName(ref)
  const note = standingNote(register, scene)
  const finding = { id: `zero ${register}`, line, register, mend: 'zero' as const }
  const same = (cause: string, says: (names: string, many: boolean) => string) => ({ sentence: '', same: { cause, name, says } })
  if (note.word === 'unset')
    return [
      {
        ...finding,
        verdict: 'stop',
        ...same(`unset ${slot}`, (names, many) => `${names} ${many ? 'are' : 'is'} unset on ${machine.name}, which is not zero.`),
      },
    ]
  if (isSuspect(note))
    return [
      {
        ...finding,
        verdict: 'stop',
        ...same(`${note.word} ${note.because}`, (names, many) => `${names} ${many ? 'are' : 'is'} ${note.word}: ${note.because}.`),
      },
    ]
  // What stands from another setup is somebody else's until it is looked at.
  if (note.word === 'carried over' && plan)
    return [
      {
        ...finding,
        verdict: 'query',
        ...same(
          'carried over',
          (names, many) =>
            `${names} ${many ? 'stand' : 'stands'} from another setup. Measure ${many ? 'them' : 'it'}, or confirm ${many ? 'them' : 'it'} for this one.`,
        ),
      },
    ]
  return [{ ...finding, verdict: 'clear', sentence: `${name} is ${note.word}.` }]
}
