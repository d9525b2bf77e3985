import { asShown } from '../../machine/index.ts'
import { magnitude, minus, negate, nm, type Nm } from '../../length/index.ts'
import { rowInput, sizeInput, type InputSpec, type RawInputs, type Remark, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import { doubtOfOne, lacking, SECOND } from './correction.ts'

/** Whether a second diameter that the same tool has cut was measured too: what both lack is the tool's, the rest is not. */
export function secondInputs(raw: RawInputs, label: string): InputSpec[] {
  if (raw.by !== 'measured') return []
  const more: InputSpec = {
    ...rowInput('sizes', 'Measured of this tool', [
      { value: '1', label: 'One size' },
      { value: '2', label: 'Two sizes' },
    ]),
    optional: true,
  }
  if (raw.sizes !== '2') return [more]
  return [
    more,
    { ...sizeInput(`target${SECOND}`, `Second target ${label}`), given: false, role: 'place' },
    { ...sizeInput(`measured${SECOND}`, `Second measured ${label}`), given: false },
  ]
}

/**
 * Two sizes of one tool that are off by different amounts: a register moves both alike. What they have in common is corrected; the
 * difference is taper, deflection, a worn nose or the program, and no offset mends it.
 */
export function differenceRemarks(values: Values, scene: Scene): Remark[] {
  const [first, second] = [lacking(values, ''), lacking(values, SECOND)]
  if (first === null || second === null) return []
  const one = doubtOfOne(values, scene)
  const { expanded } = combine([ofReadout(scene.machine.increment), one, one], nm(1))
  const apart = minus(first, second)
  const shown = (value: Nm) => asShown(value, scene.machine, 'always')
  const isTaper = magnitude(apart) > expanded
  return [
    {
      id: 'two-sizes',
      name: 'both sizes alike',
      verdict: isTaper ? 'query' : 'clear',
      sentence: isTaper
        ? `The two sizes are off by ${shown(negate(first))} and ${shown(negate(second))}. A register moves both alike: their mean is corrected, and ${asShown(magnitude(apart) as Nm, scene.machine)} between them stays. That is taper, deflection, the edge or the program. Say what it is, or look first.`
        : 'Both sizes are off by the same, within the \u00b1U of their measurement.',
      figures: [
        { label: 'off by', value: negate(first) },
        { label: 'the second off by', value: negate(second) },
      ],
    },
  ]
}
