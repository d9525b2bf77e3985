import { parseRegisterKey, registerName, zeroAxis, type RegisterKey } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { isSuspect, standingNote, type StandingNote } from '../standing/index.ts'
import type { Check, Finding } from './finding.ts'

/** A value worked out with one that is stale or disturbed is no better than that one. */
export const restsGood: Check = {
  id: 'rests-good',
  name: 'rests on good values',
  applies: {},
  run({ scene, result }) {
    const registers = [...new Set(result.writes.flatMap(({ rests }) => rests))].filter((key) => scene.standing[key])
    return registers.map((key): Finding => {
      const name = registerName(parseRegisterKey(key), scene.gauges)
      const note = standingNote(key, scene)
      return {
        check: 'rests-good',
        about: name,
        name: 'rests on good values',
        figures: [{ label: name, value: scene.standing[key]!.value }],
        ...judged(key, name, note, scene),
      }
    })
  },
}

/** What a figure is worth that another one is worked out with. */
function judged(key: RegisterKey, name: string, note: StandingNote, scene: Scene): Pick<Finding, 'verdict' | 'sentence'> {
  if (isSuspect(note))
    return { verdict: 'stop', sentence: `This rests on ${name}, which is ${note.word}: ${note.because}. Measure ${name} again first.` }
  if (note.word === 'estimated')
    return {
      verdict: 'query',
      sentence: `This rests on ${name}, which is only an estimate. Measure it first, or say why that is near enough.`,
    }
  // A zero lies where a part lay: in another setup, or before another homing, that need not be here.
  const isZero = zeroAxis(parseRegisterKey(key)) !== null
  if (isZero && note.word === 'carried over')
    return {
      verdict: 'query',
      sentence: `This rests on ${name}, which is only carried over from another setup. Touch one of its sides first, or say why the part lies where it did.`,
    }
  const { homedAt, machine } = scene
  if (isZero && homedAt !== null && scene.plan !== null && scene.standing[key]!.at < homedAt)
    return {
      verdict: 'query',
      sentence: `This rests on ${name}, which was found before ${machine.name} was homed the last time. Touch one of its sides once more, or say why home is where it was.`,
    }
  return { verdict: 'clear', sentence: `This rests on ${name}, which is ${note.word}.` }
}
