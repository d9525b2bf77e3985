import { doubtBy } from '../../limits/index.ts'
import { minus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { placeInput, rowInput, sizeInput, type InputSpec, type RawInputs, type Refusal, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Contributor } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'

/** Where a touched face stands in the part: as the drawing has it, or by what is still to be taken off a part that was turned over. */
export function standsInputs({ stands }: RawInputs): InputSpec[] {
  const by: InputSpec = {
    ...rowInput('stands', 'Where the face stands', [
      { value: 'given', label: 'Its part Z', note: 'from the drawing' },
      { value: 'left', label: 'By the finished length', note: 'after a flip' },
    ]),
    optional: true,
  }
  return stands === 'left'
    ? [by, { ...sizeInput('whole', 'Length as it is'), given: false }, { ...sizeInput('finished', 'Finished length'), given: false }]
    : [by, { ...placeInput('Face stands at part Z', 'Z'), hint: 'what is cut away later counts as plus' }]
}

const isLeft = (values: Values) => values.choice('stands') === 'left'

/** What is left to be taken off the face; null while a length is missing, or where it is not found so. */
function left(values: Values): Nm | null {
  const [whole, finished] = [values.length('whole'), values.length('finished')]
  return whole === null || finished === null ? null : minus(whole, finished)
}

/** The same values with the face's place as it follows from the two lengths: part zero lies on the finished face. */
export const withStanding = (values: Values): Values =>
  isLeft(values) ? { ...bound(values), length: (id) => (id === 'place' ? left(values) : values.length(id)) } : values

const bound = (values: Values): Values => ({
  length: (id) => values.length(id),
  angle: (id) => values.angle(id),
  number: (id) => values.number(id),
  choice: (id) => values.choice(id),
  several: (id) => values.several(id),
  problems: values.problems,
  missing: values.missing,
})

/** @param sense which way part Z counts, as seen by machine Z */
export function standsLines(values: Values, sense: 1 | -1): WorkingLine[] {
  const off = sense === 1 ? 'less' : 'add'
  if (!isLeft(values)) return [line(off, 'Face stands at part Z', values.length('place'), 'place')]
  return [
    line('aside', 'Length as it is', values.length('whole'), 'whole'),
    line('aside', 'Finished length', values.length('finished'), 'finished'),
    line(off, 'left to be taken off', left(values)),
  ]
}

/** A part that is already shorter than it is to be has nothing left to face off. */
export function standsRefusal(values: Values, { machine }: Scene): Refusal | null {
  const over = isLeft(values) ? left(values) : null
  return over !== null && over < 0
    ? {
        input: 'whole',
        sentence: `Length as it is: ${asShown(values.length('whole')!, machine)} is less than the finished ${asShown(values.length('finished')!, machine)}. Nothing is left to face off: measure again, or look which part this is.`,
      }
    : null
}

export const standsDoubt = (values: Values, scene: Scene): Contributor[] => (isLeft(values) ? [doubtBy('unsaidSize', scene)] : [])
