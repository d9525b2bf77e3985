import { isSuspect, standingNote } from '../standing/index.ts'
import { parseRegisterKey, registerName } from '../register/index.ts'
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
        ...(isSuspect(note)
          ? { verdict: 'stop', sentence: `This rests on ${name}, which is ${note.word}: ${note.because}. Measure ${name} again first.` }
          : note.word === 'estimated'
            ? {
                verdict: 'query',
                sentence: `This rests on ${name}, which is only an estimate. Measure it first, or say why that is near enough.`,
              }
            : { verdict: 'clear', sentence: `This rests on ${name}, which is ${note.word}.` }),
      }
    })
  },
}
