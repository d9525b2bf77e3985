import { drawWork } from '../../drawing/index.ts'
import { minus, nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { chosenTool, gaugesUsed, resultCell, rowInput, toolInput, type Routine } from '../../routine/index.ts'
import { line } from '../../working/index.ts'
import { changeOf, correctionInputs, correctionRemarks, doubtOfChange } from './correction.ts'
import { BORE, plannedSizeRemarks } from './planned-size.ts'
import { notASize } from './side.ts'

/**
 * Boring head: no register moves its edge, so this is advice for its dial and writes nothing. The dial moves by
 * target less measured where it is marked in diameters, by half of that where it is marked in radii.
 */
export const boringHead: Routine = {
  id: 'boring-head',
  name: 'Boring head',
  manner: 'for a boring head',
  purpose: 'How far to turn a boring head\u2019s dial for a bore that came out too small or too large. Advice, no register.',
  kind: 'wear',
  machines: ['mill'],

  inputs(scene, raw) {
    const heads = scene.tools.filter(({ kind }) => kind === 'boring-head')
    return [
      toolInput({ ...scene, tools: heads }),
      rowInput('dial', 'Dial is marked in', [
        { value: 'diameter', label: 'Diameters' },
        { value: 'radius', label: 'Radii' },
      ]),
      ...correctionInputs(scene, { ...raw, by: 'measured' }, '', null).filter(({ id }) => id !== 'by' && id !== 'then'),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const [target, measured] = [values.length('target'), values.length('measured')]
    const byRadius = values.choice('dial') === 'radius'
    const refusal = notASize(values)
    const change = target === null || measured === null ? null : minus(target, measured)
    const found = tool && values.choice('dial') && change !== null && !refusal ? nm(byRadius ? Math.round(change / 2) : change) : null
    const doubt = doubtOfChange({ ...values, choice: (id) => (id === 'by' ? 'measured' : values.choice(id)) }, scene)
    const lines = byRadius
      ? [
          line('aside', 'Target', target, 'target'),
          line('aside', 'Measured', measured, 'measured'),
          line('start', 'half of target less measured', change === null ? null : nm(Math.round(change / 2))),
        ]
      : [line('start', 'Target', target, 'target'), line('less', 'Measured', measured, 'measured')]
    return {
      targets: [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines,
        results: [{ label: 'Turn the dial by', cells: [resultCell(null, found, null)] }],
        facts:
          found === null
            ? []
            : [
                {
                  label: 'In words',
                  text:
                    found === 0
                      ? 'leave the dial'
                      : `turn it ${found > 0 ? 'out, larger bore' : 'in, smaller bore'}, ${asShown(found, scene.machine, 'always')}`,
                },
              ],
      },
      drawing: drawWork('above', scene),
      result:
        found === null
          ? null
          : {
              writes: [],
              readings: [],
              readouts: [],
              gauges: gaugesUsed(values.choice('with')),
              remarks: [
                ...correctionRemarks(values, doubt, changeOf(values), false, scene),
                ...plannedSizeRemarks({ register: null, target }, BORE, tool, scene),
              ],
            },
    }
  },
}
