import { formatAngle, type Microdegrees } from '../angle/index.ts'
import { magnitude, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { registerKey, zeroAxis } from '../register/index.ts'
import type { FoundSize, Write } from '../routine/index.ts'
import { nameOfSize, sizeOff } from './apart.ts'
import { causesOf, told } from './cause.ts'
import type { Check, Finding } from './finding.ts'

/** A width or diameter found by the way, against the one that was expected, with the mistake that would explain it. */
export const size: Check = {
  id: 'size',
  name: 'size as expected',
  applies: {},
  run(evidence) {
    const { scene, result } = evidence
    const { machine } = scene
    return (result.sizes ?? []).flatMap((found, at): Finding[] => {
      const off = sizeOff(found, scene)
      if (!off) return []
      const finding = {
        check: 'size',
        about: found.label,
        name: 'size as expected',
        figures: [
          { label: `${found.label} found`, value: found.found },
          { label: `${found.label} expected`, value: found.expected! },
        ],
      }
      const shown = (value: Nm) => (found.holds === 'angle' ? formatAngle(value as number as Microdegrees) : asShown(value, machine))
      const said = `The ${found.label} comes out at ${shown(found.found)}, expected ${shown(found.expected!)}`
      if (found.because)
        return [{ ...finding, verdict: 'stop', names: true, means: [found.because], sentence: `${said}: ${found.because}.` }]
      if (magnitude(off.moved) <= off.limit) return found.isTold ? [] : [{ ...finding, verdict: 'clear', sentence: `${said}.` }]
      const cause = told(causesOf(nameOfSize(at), evidence), nameOfSize(at), shown)
      if (cause) return [{ ...finding, ...cause, names: true, sentence: `${said}. ${cause.sentence}` }]
      if (found.isTold) return []
      const by = found.holds === 'angle' ? shown(off.moved) : asShown(off.moved, machine, 'always')
      return [
        {
          ...finding,
          verdict: 'query',
          sentence: `${said}, ${by} off. Look for a chip, a burr or the wrong gauge.`,
          means: shownBy(found, result.writes),
        },
      ]
    })
  },
}

/** The one figure that comes from the same touches: where it is odd as well, one of the touches is. */
function shownBy({ axis }: FoundSize, writes: readonly Write[]): string[] {
  const [only, more] = writes.filter(({ register }) => register.layer === 'geometry' && (axis === undefined || axis === zeroAxis(register)))
  return only && !more ? [registerKey(only.register)] : []
}
