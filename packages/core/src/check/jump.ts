import { magnitude, type Nm } from '../length/index.ts'
import { asRegister, parseRegisterKey, propertyOf, registerKey, registerName } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { comparedIn, movedBy, nameOfWrite } from './apart.ts'
import { readTwice } from './read-twice.ts'
import { causesOf, mayBe, restsOnItself, told } from './cause.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/** All axes of a slot that is moved from where it stands are one move. */
const fromItself = (write: Write): string[] => (restsOnItself(write) ? [`${write.register.slot} from itself`] : [])

/**
 * What a long move without a reason is a stop for: a length, or a zero of the same operation that was touched. A zero that is worked
 * out from another one goes where that is, one of another job may lie anywhere, and an angle has no length.
 */
function staysInPlace({ register, rests }: Write, { plan }: Scene): boolean {
  if (propertyOf(register).holds !== 'length') return false
  const isDerived = rests.some((key) => parseRegisterKey(key).family === 'work')
  return register.family !== 'work' || (plan !== null && !isDerived)
}

/** A value far from its last one, with the single mistake that would account for it. */
export const jump: Check = {
  id: 'jump',
  name: 'near its last value',
  applies: {},
  run(evidence) {
    const { scene, result } = evidence
    const { machine } = scene
    return result.writes.flatMap((write, at): Finding[] => {
      const apart = movedBy(write, scene, { among: comparedIn(result) })
      if (!apart || apart.record?.isSaid) return []
      const { moved, limit, reference, what, learned, doubted, record } = apart
      const name = registerName(write.register, scene.gauges)
      const odd = registerKey(write.register)
      const shown = (value: Nm, sign?: 'always') => asRegister(odd, value, machine, sign)
      const moves = `${name} ${record ? 'comes out' : 'moves'} ${shown(moved, 'always')}${doubted ? ' from a last value that is in doubt' : what}`
      const finding = {
        check: 'jump',
        about: name,
        name: record ? 'near what is on record' : 'near its last value',
        figures: [
          { label: `${name} new`, value: write.value },
          { label: record ? `${name} on record` : `${name} last`, value: reference.value },
        ],
      }
      if (magnitude(moved) <= limit)
        return [{ ...finding, verdict: 'clear', sentence: `${moves}; expected within ${shown(limit)}${learned}.` }]
      const beyond = `${moves}, more than the ${shown(limit)} expected${learned}`
      // Two tools that look alike wrong are two: a reason for one is none for the other.
      const cause = told(causesOf(nameOfWrite(at), evidence), nameOfWrite(at), shown, write.assembly ?? '')
      if (!cause) {
        const far = !doubted && !record && magnitude(moved) > limitOf(machine, 'movesFar') && staysInPlace(write, scene)
        const unexplained =
          evidence.explains === false || readTwice(result)
            ? ''
            : ` ${mayBe(nameOfWrite(at), evidence, shown) ?? 'No single slip explains it.'}`
        return [{ ...finding, verdict: far ? 'stop' : 'query', sentence: `${beyond}.${unexplained}`, means: [odd, ...fromItself(write)] }]
      }
      return [{ ...finding, verdict: cause.verdict, sentence: `${beyond}. ${cause.sentence}`, means: [odd, ...cause.means!], names: true }]
    })
  },
}
