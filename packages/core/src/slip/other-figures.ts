import type { MistakeId } from '../mistake/index.ts'
import { formatExact, nm, readLength, type LengthUnit, type Nm } from '../length/index.ts'
import { typedOtherwise, type TypedOtherwise } from './typed-otherwise.ts'

/** A figure that another one may have been, or may have become. */
export interface OtherFigure {
  /** The kind of slip, as `MISTAKES` knows it. */
  id: MistakeId
  phrase: string
  value: Nm
}

const figuresOf = (value: Nm, what: string, unit: LengthUnit, words: (one: TypedOtherwise) => string): OtherFigure[] =>
  typedOtherwise(formatExact(value, unit).replace('\u2212', '-'), value, unit).flatMap((one) => {
    const read = readLength(one.text, { name: what, unit, grid: nm(1) })
    if (read.kind !== 'length' && read.kind !== 'finer') return []
    const phrase = one.of ? `two digits of ${what} ${words(one)}` : `${what} ${words(one)}`
    return [{ id: one.kind === 'sign' ? 'sign' : `${one.kind}-reading`, phrase, value: read.value }]
  })

/** What a figure that was typed may have been meant to be. */
export const meantFigures = (value: Nm, what: string, unit: LengthUnit): OtherFigure[] => figuresOf(value, what, unit, ({ had }) => had)

/** What a figure that was meant may have been typed as. */
export const mistypedFigures = (value: Nm, what: string, unit: LengthUnit): OtherFigure[] =>
  figuresOf(value, what, unit, ({ typed }) => typed)
