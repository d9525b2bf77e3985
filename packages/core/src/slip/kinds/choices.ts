import type { Gauge } from '../../gauge/index.ts'
import { layoutOf } from '../../register/index.ts'
import type { ChoiceInput } from '../../routine/index.ts'
import { gaugeById } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import type { Given } from '../given.ts'
import { between } from './between.ts'
import { IN_SPINDLE } from '../../routine/index.ts'
import { ofGauge, spindleHolds } from './radius.ts'

/** Choices that say what is to be done with the result, or how it is worked out: no slip of the hand. */
const INTENT = [
  'jog',
  'warmth',
  'display',
  IN_SPINDLE,
  'wear',
  'rotation',
  'then',
  'by',
  'with',
  'cut-since',
  'sizes',
  'sides',
  'axes',
  'method',
  'for',
  'counts',
  'stands',
  'touches',
  'count',
  'edges',
  'repeats',
  'read',
]

/** Each choice against its other options. */
export function choices(given: Given): Alternative[] {
  return given.inputs.flatMap((input) => {
    const chosen = input.kind === 'choice' ? given.values.choice(input.id) : null
    if (input.kind !== 'choice' || chosen === null || (INTENT.includes(input.id) && !isOfSlots(input, given))) return []
    // Gauges are picked from a list; a word in a row may be spelled like one's id.
    const gauge = input.shown === 'list' ? gaugeById(given.scene, chosen) : null
    if (/between$/.test(input.id)) return between(input, chosen, given)
    return [...(gauge ? ofGauge(input, gauge, given) : []), ...others(input, chosen, gauge, given)]
  })
}

/** Slots are known by what is offered: the one that is written, the one that a shift is counted with, the one that is started from. */
const isOfSlots = ({ options }: ChoiceInput, { scene }: Pick<Given, 'scene'>): boolean =>
  options.some(({ value }) => scene.machine.slots.some(({ code }) => code === value))

/** What was chosen, after what ought to have been: “not allowed” already says what it is not. */
const insteadOf = (chosen: string): string => (/^(not|no|nothing)\b/i.test(chosen) ? '' : `, not ${chosen}`)

/** Another option of a choice, one at a time. */
function others(input: ChoiceInput, chosen: string, gauge: Gauge | null, { raw, scene, inputs }: Given): Alternative[] {
  const label = (value: string) => input.options.find((option) => option.value === value)?.label ?? value
  return (
    input.options
      // What has no size is no finder taken for another: an indicator, the naked eye.
      .filter(({ value }) => value !== chosen && (gauge === null || gauge.size === 0 || gaugeById(scene, value)?.size !== 0))
      .map(({ value }) => {
        const changed = { ...raw, [input.id]: value }
        if (gauge) {
          const other = gaugeById(scene, value)
          return {
            id: 'finder',
            phrase: `${other?.name ?? label(value)} had been ${spindleHolds(gauge) ? 'in the spindle' : 'used'}`,
            raw: changed,
            scene,
          }
        }
        if (input.id === 'tool')
          return { id: 'other-tool', phrase: `T${value} had been ${layoutOf(scene.machine).atWork.where}`, raw: changed, scene }
        if (isOfSlots(input, { scene })) return { id: 'other-slot', phrase: `${label(value)} had been active`, raw: changed, scene }
        if (input.id.startsWith('direction')) {
          const alone = inputs.filter(({ id }) => id.startsWith('direction')).length === 1
          // "Moving in X" says which touch it was.
          const where = alone ? '' : input.label.replace(/^Moving/, '')
          return { id: 'direction', phrase: `the touch${where} came from the other side`, raw: changed, scene }
        }
        return {
          id: 'choice',
          phrase: `\u201c${input.label}\u201d had been ${label(value)}${insteadOf(label(chosen))}`,
          raw: changed,
          scene,
        }
      })
  )
}
