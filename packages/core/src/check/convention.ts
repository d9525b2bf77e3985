import { ZERO } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { isReach, registerName, zeroAxis } from '../register/index.ts'
import { reachOf } from '../reach/index.ts'
import type { Write } from '../routine/index.ts'
import { slotOffset, type Scene } from '../scene/index.ts'
import { usualLengthSign } from '../touch/index.ts'
import type { Check, Finding } from './finding.ts'

/** A length of the wrong sign, or a part zero in Z where the lengths carry it. */
export const convention: Check = {
  id: 'convention',
  name: 'sign fits the machine',
  applies: { lengths: 'counted' },
  run({ scene, result }) {
    const { machine } = scene
    return result.writes.flatMap((write): Finding[] => {
      const { register, value } = write
      const finding = {
        check: 'convention',
        about: registerName(register),
        name: 'sign fits the machine',
        figures: [{ label: registerName(register), value }],
      }
      if (isReach(register, machine)) {
        const sign = usualLengthSign(machine.lengthConvention)
        const wrong = sign !== 0 && value !== ZERO && Math.sign(value) !== sign
        return [
          {
            ...finding,
            verdict: wrong ? ('stop' as const) : ('clear' as const),
            sentence: wrong
              ? `${registerName(register)} would be ${asShown(value, machine)}; lengths on ${machine.name} are ${sign === 1 ? 'positive, from the gauge line' : 'negative, from home down to part zero'}.`
              : `${registerName(register)} has the sign that lengths have on ${machine.name}.`,
          },
        ]
      }
      if (zeroAxis(register) === 'Z' && machine.lengthConvention === 'touch-off') return [{ ...finding, ...zeroInZ(write, scene) }]
      return []
    })
  },
}

/** Where lengths are counted from part zero, Z holds zero; where they are counted from a height, it holds the shift. */
function zeroInZ({ register, value, rests }: Write, scene: Scene): Pick<Finding, 'verdict' | 'sentence'> {
  const { machine } = scene
  const name = registerName(register)
  const fromHeight = scene.tools.some((tool) => reachOf(tool, scene)?.fromHeight) || rests.some((key) => scene.standing[key]?.fromHeight)
  if (fromHeight === (value !== ZERO)) return { verdict: 'clear', sentence: `${name} holds what the lengths on ${machine.name} ask for.` }
  // A second vise is one of this program's: zeros of other jobs lie in their slots, and carry nothing here.
  const other = scene.plan?.slots.find((code) => code !== register.slot && slotOffset(scene, code, 'Z')?.value === ZERO)
  if (!fromHeight && other)
    return {
      verdict: 'query',
      sentence: `The lengths on ${machine.name} carry the zero of ${other}; with ${name} every tool works ${asShown(value, machine, 'always')} from there, as in a second vise at another height. Say that the part stands there.`,
    }
  return fromHeight
    ? {
        verdict: 'query',
        sentence: `Lengths on ${machine.name} are counted from a reference height, and ${name} would say that the part stands at that very height. Say that it does.`,
      }
    : {
        verdict: 'stop',
        sentence: `On ${machine.name} the tool lengths carry part zero, and ${name} holds zero. ${asShown(value, machine, 'always')} here would be added to every tool.`,
      }
}
