import { nm, readLength } from '../../length/index.ts'
import type { LengthInput } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import { lengthsOf, type Given } from '../given.ts'
import { angles } from './angles.ts'
import type { MistakeId } from '../../mistake/index.ts'
import { typedOtherwise } from '../typed-otherwise.ts'

/** How a figure is called in the middle of a sentence. */
function called({ id, label }: LengthInput): string {
  if (id === 'reading') return 'the reading'
  if (id === 'place') return label.startsWith('Diameter') ? 'the diameter' : 'the place on the part'
  return `\u201c${label}\u201d`
}

/** The ending of a slip's id: how likely it is depends on what the figure is. */
const ENDING = { reading: 'reading', place: 'place', size: 'place' } as const

/** A machine shows nothing outside its travel: what lies there was not read from its display. */
function isPossible({ role, axis }: LengthInput, text: string, { machine }: Scene): boolean {
  const travel = role === 'reading' && machine.travels.find((one) => one.axis === axis)
  if (!travel) return true
  const read = readLength(text, { name: '', unit: machine.unit, grid: nm(1) })
  return (read.kind === 'length' || read.kind === 'finer') && read.value >= travel.min && read.value <= travel.max
}

/** A place that is on record as it was typed: at most its sign is another end's. */
function isOnRecord({ id, role, axis }: LengthInput, { values, scene }: Given): boolean {
  const stock = scene.plan?.stock
  if (role !== 'place' || !stock) return false
  const axes = axis ? [axis] : (['X', 'Y', 'Z'] as const)
  return axes.some((one) => [stock[one].from, stock[one].to].includes(values.length(id)!))
}

/** Each typed figure as it may have been meant. */
export function figures(given: Given): Alternative[] {
  const { raw, values, scene } = given
  const lengths = lengthsOf(given).flatMap((input) =>
    typedOtherwise(raw[input.id]!, values.length(input.id)!, scene.machine.unit)
      .filter(({ kind }) => kind === 'sign' || !isOnRecord(input, given))
      .filter(({ text }) => isPossible(input, text, scene))
      .map(({ kind, had, of, text }): Alternative => {
        const id: MistakeId = kind === 'sign' ? (input.role === 'reading' ? 'sign' : 'place-sign') : `${kind}-${ENDING[input.role]}`
        const phrase = of ? `two digits of ${called(input)} ${had}` : `${called(input)} ${had}`
        return { id, phrase, raw: { ...raw, [input.id]: text }, scene, figure: { input: input.id, text } }
      }),
  )
  return [...lengths, ...angles(given)]
}
