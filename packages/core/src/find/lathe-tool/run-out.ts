import { doubtBy } from '../../limits/index.ts'
import { drawWork } from '../../drawing/index.ts'
import { minus, nm, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { gaugeInput, gaugesUsed, rowInput, sizeInput, type Refusal, type Remark, type Routine, type Values } from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { combine, type Contributor } from '../../uncertainty/index.ts'
import { line } from '../../working/index.ts'

/** What is tried for its run-out, and what half of the reading is there. */
const WHERE: Readonly<Record<string, { label: string; half: string }>> = {
  outside: { label: 'Outside', half: 'off the axis by half of it' },
  bore: { label: 'Bore', half: 'off the axis by half of it' },
  face: { label: 'Face', half: 'out of square by half of it' },
}

/**
 * Run-out: an indicator on a face, outside or in a bore while the part is turned once. The total reading is the greatest less the
 * least; the part's axis lies off the spindle's by half of that. Drawings state either: the total run-out, or how far it is off centre.
 */
export const runOut: Routine = {
  id: 'run-out',
  name: 'Run-out',
  manner: 'turned once under an indicator',
  purpose: 'How true a part runs after it was turned over or clamped again, against its tolerance. Writes nothing.',
  kind: 'measured',
  machines: ['lathe'],

  inputs(scene) {
    return [
      rowInput(
        'where',
        'Indicator on',
        Object.entries(WHERE).map(([value, { label }]) => ({ value, label })),
      ),
      gaugeInput('with', 'Indicator', scene, ['indicator']),
      rowInput('counts', 'The drawing states', [
        { value: 'total', label: 'The total reading', note: 'run-out' },
        { value: 'half', label: 'Half of it', note: 'off centre' },
      ]),
      sizeInput('tolerance', 'Allowed', { optional: true }),
      { ...sizeInput('greatest', 'Greatest reading'), given: false },
      { ...sizeInput('least', 'Least reading'), given: false },
    ]
  },

  sheet(values, scene) {
    const { where, halved, total, found, greatest, least } = foundIn(values)
    const refusal = refusalOf(values)
    const doubt = doubtIn(values, scene)
    const uncertainty = found === null || doubt.length === 0 ? null : combine(doubt, scene.machine.increment)
    const words = where ? WHERE[where]! : null
    const complete = found !== null && uncertainty !== null && where !== null && !refusal
    return {
      targets: [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: halved
          ? [
              line('aside', 'Greatest reading', greatest, 'greatest'),
              line('aside', 'Least reading', least, 'least'),
              line('start', 'half of the total reading', found),
            ]
          : [line('start', 'Greatest reading', greatest, 'greatest'), line('less', 'Least reading', least, 'least')],
        results: [
          { label: halved ? 'Off centre' : 'Run-out', cells: [{ register: null, figure: found, expanded: uncertainty?.expanded ?? null }] },
        ],
        facts:
          total !== null && words && !halved
            ? [{ label: 'In words', text: `${words.half}, ${asShown(nm(Math.round(total / 2)), scene.machine)}` }]
            : [],
      },
      drawing: drawWork('front', scene),
      result: complete
        ? {
            writes: [],
            readings: [],
            readouts: [],
            gauges: gaugesUsed(values.choice('with')),
            remarks: againstTolerance(found, uncertainty.expanded, values.length('tolerance'), scene),
          }
        : null,
    }
  },
}

function foundIn(values: Values) {
  const [greatest, least] = [values.length('greatest'), values.length('least')]
  const total = greatest === null || least === null ? null : minus(greatest, least)
  const halved = values.choice('counts') === 'half'
  const found = total === null || values.choice('counts') === null ? null : halved ? nm(Math.round(total / 2)) : total
  return { where: values.choice('where'), halved, total, found, greatest, least }
}

function refusalOf(values: Values): Refusal | null {
  const { total } = foundIn(values)
  if (total !== null && total < 0) return { input: 'least', sentence: 'Least reading: it is more than the greatest. Change the two round.' }
  const tolerance = values.length('tolerance')
  return tolerance !== null && tolerance <= 0 ? { input: 'tolerance', sentence: 'Allowed: more than zero, or left empty.' } : null
}

/** Two readings of one indicator, halved where their difference is. */
function doubtIn(values: Values, scene: Scene): Contributor[] {
  const gauge = gaugeById(scene, values.choice('with'))
  const share = values.choice('counts') === 'half' ? Math.SQRT1_2 : Math.SQRT2
  return [gauge ? { label: gauge.name, standard: gauge.uncertainty * share } : doubtBy('unsaidSize', scene)]
}

function againstTolerance(found: Nm, expanded: Nm, tolerance: Nm | null, { machine }: Scene): Remark[] {
  if (tolerance === null) return []
  const shown = (value: Nm) => asShown(value, machine)
  const figures = [
    { label: 'found', value: found },
    { label: 'allowed', value: tolerance },
  ]
  const about = { id: 'run-out', name: 'runs true enough', figures }
  if (found > tolerance)
    return [
      {
        ...about,
        verdict: 'stop',
        sentence: `It runs out by ${shown(found)}, and ${shown(tolerance)} is allowed. Look for a chip in the jaws, tap it true or bore the jaws, and turn it again.`,
      },
    ]
  return found + expanded > tolerance
    ? [
        {
          ...about,
          verdict: 'query',
          sentence: `It runs out by ${shown(found)} of ${shown(tolerance)} allowed: with the \u00b1U of the indicator it may be outside. Use a finer one, or say why it will do.`,
        },
      ]
    : [{ ...about, verdict: 'clear', sentence: `It runs out by ${shown(found)}; ${shown(tolerance)} is allowed.` }]
}
