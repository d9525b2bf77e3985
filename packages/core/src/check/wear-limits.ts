import { magnitude, minus, ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { registerKey, registerName } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import { nameOfWrite, wearLimit } from './apart.ts'
import { causesOf, told } from './cause.ts'
import type { Check, Evidence, Finding } from './finding.ts'

/** Wear that grows in leaps, or beyond what an edge can lose, is another trouble than wear: a slip where one explains it. */
export const wearLimits: Check = {
  id: 'wear-limits',
  name: 'wear within limits',
  applies: {},
  run(evidence) {
    return evidence.result.writes.flatMap((write, at) =>
      write.register.layer === 'wear' && write.state === 'set' ? [judge(write, at, evidence)] : [],
    )
  },
}

function judge(write: Write, at: number, evidence: Evidence): Finding {
  const { machine, standing } = evidence.scene
  const key = registerKey(write.register)
  const now = standing[key]?.value ?? ZERO
  const limit = (id: 'wearStep' | 'wearTotal') => wearLimit(id, write.register, machine)
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
  const [far, leaps] = [magnitude(write.value) > limit('wearTotal'), magnitude(step) > limit('wearStep')]
  if (!far && !leaps)
    return { ...finding, verdict: 'clear', sentence: `${name} changes by ${shown(step)}, within ${asShown(limit('wearStep'), machine)}.` }
  const beyond = far
    ? `${name} would be ${shown(write.value)}, beyond the ${asShown(limit('wearTotal'), machine)} that wear may come to.`
    : `${name} changes by ${shown(step)} at once, more than ${asShown(limit('wearStep'), machine)}.`
  const cause = leaps ? told(causesOf(nameOfWrite(at), evidence), nameOfWrite(at), (value) => asShown(value, machine)) : null
  if (cause)
    return {
      ...finding,
      // What lies beyond all wear is stopped whatever explains it.
      verdict: far ? 'stop' : cause.verdict,
      sentence: `${beyond} ${cause.sentence.replace(/^It would agree within \S+ if/, 'It would be a usual correction if')}`,
      means: [key, ...cause.means!],
      names: true,
    }
  const look = far ? 'Doubt the tool or the measurement, do not correct it.' : 'Look at the edge and measure again, or say what happened.'
  return { ...finding, verdict: far ? 'stop' : 'query', sentence: `${beyond} ${look}`, means: [key] }
}
