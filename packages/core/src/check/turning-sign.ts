import { ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { geometryRegister, registerKey, registerName } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'sign as the other tools'
/** One tool alone may be the odd one; from two on they say how this machine counts. */
const ENOUGH = 2

/** Geometry X has one sign on a lathe: every tool sits on the same side of the axis as the turret's datum. A lost minus stands out. */
export const turningSign: Check = {
  id: 'turning-sign',
  name: NAME,
  applies: { stock: 'bar' },
  run({ scene, result }) {
    const { machine, tools, standing } = scene
    return result.writes.flatMap(({ register, value }): Finding[] => {
      if (register.family !== 'tool' || register.property !== 'X' || register.layer !== 'geometry' || value === ZERO) return []
      const others = tools.flatMap(({ offset }): Nm[] => {
        const own = offset === register.slot ? undefined : standing[registerKey(geometryRegister(offset, 'X'))]
        return own && own.value !== ZERO ? [own.value] : []
      })
      const signs = new Set(others.map(Math.sign))
      if (others.length < ENOUGH || signs.size > 1) return []
      const wrong = !signs.has(Math.sign(value))
      const shown = asShown(value, machine, 'always')
      return [
        {
          check: 'turning-sign',
          about: registerName(register),
          name: NAME,
          verdict: wrong ? 'stop' : 'clear',
          sentence: wrong
            ? `${registerName(register)} would be ${shown}; X of every other tool on ${machine.name} is ${Math.sign(value) === 1 ? 'negative' : 'positive'}. Look for a lost sign.`
            : `${registerName(register)} has the sign of the other tools.`,
          figures: [{ label: registerName(register), value }],
        },
      ]
    })
  },
}
