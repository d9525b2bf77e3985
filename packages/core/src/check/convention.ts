import { ZERO } from '../length/index.ts'
import { asShown, registerName } from '../machine/index.ts'
import { usualLengthSign } from '../touch/index.ts'
import type { Check } from './finding.ts'

/** A length of the wrong sign, or a part zero in Z where the lengths carry it. */
export const convention: Check = {
  id: 'convention',
  name: 'sign fits the machine',
  run({ scene, result }) {
    const { machine } = scene
    if (machine.kind !== 'mill') return []
    return result.writes.flatMap((write) => {
      const { register, value } = write
      const finding = {
        check: 'convention',
        about: registerName(register),
        name: 'sign fits the machine',
        figures: [{ label: registerName(register), value }],
      }
      if (register.family === 'tool' && register.property === 'length') {
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
      if (register.family === 'work' && register.property === 'Z' && machine.lengthConvention === 'touch-off' && value !== ZERO)
        return [
          {
            ...finding,
            verdict: 'stop' as const,
            sentence: `On ${machine.name} the tool lengths carry part zero, and ${registerName(register)} holds zero. ${asShown(value, machine, 'always')} here would be added to every tool.`,
          },
        ]
      return []
    })
  },
}
