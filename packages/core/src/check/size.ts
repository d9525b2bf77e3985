import { magnitude } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
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
      const said = `The ${found.label} comes out at ${asShown(found.found, machine)}, expected ${asShown(found.expected!, machine)}`
      if (found.because)
        return [{ ...finding, verdict: 'stop', names: true, means: [found.because], sentence: `${said}: ${found.because}.` }]
      if (magnitude(off.moved) <= off.limit) return found.isTold ? [] : [{ ...finding, verdict: 'clear', sentence: `${said}.` }]
      const cause = told(causesOf(nameOfSize(at), evidence), nameOfSize(at), (value) => asShown(value, machine))
      if (cause) return [{ ...finding, ...cause, names: true, sentence: `${said}. ${cause.sentence}` }]
      if (found.isTold) return []
      const by = asShown(off.moved, machine, 'always')
      return [{ ...finding, verdict: 'query', sentence: `${said}, ${by} off. Look for a chip, a burr or the wrong gauge.` }]
    })
  },
}
