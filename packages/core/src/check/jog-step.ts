import { asShown } from '../machine/index.ts'
import { propertyOf, registerName } from '../register/index.ts'
import { jogStepOf } from '../routine/index.ts'
import type { Nm } from '../length/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'felt finely enough'

/**
 * A touch lies anywhere within the last step that was jogged: s/√12 of standard uncertainty. A ±U that claims to be finer than that
 * is not what was felt; whether a ±U is fine enough for the tolerance is another check.
 */
export const jogStep: Check = {
  id: 'jog-step',
  name: NAME,
  applies: {},
  run({ scene, result, given }): Finding[] {
    const step = given ? jogStepOf(given.raw, scene.machine) : null
    if (step === null) return []
    const shown = (value: Nm) => asShown(value, scene.machine)
    const lengths = result.writes.filter(({ register, uncertainty }) => propertyOf(register).holds === 'length' && uncertainty)
    const coarse = lengths.find(({ uncertainty }) => step / Math.sqrt(12) > uncertainty!.standard)
    const finding = { check: 'jog-step', name: NAME, figures: [{ label: 'last jog step', value: step }] }
    if (!coarse)
      return [{ ...finding, verdict: 'clear', sentence: `The last jog step of ${shown(step)} is fine enough for what was found.` }]
    return [
      {
        ...finding,
        verdict: 'query',
        sentence: `The last jog step was ${shown(step)}: the touch lies anywhere within it, and ${registerName(coarse.register)} is said to be known to ±${shown(coarse.uncertainty!.expanded)}. Back off and step in with a finer one.`,
      },
    ]
  },
}
