declare const nanometre: unique symbol

/**
 * A length as a whole number of nanometres.
 *
 * Inch and millimetre are both whole numbers of nanometres (1 in = 25 400 000 nm by
 * definition), so a figure read from either kind of control is kept exactly.
 * Safe in a JavaScript number to about ±9 000 km.
 */
export type Nm = number & { readonly [nanometre]: true }

export type LengthUnit = 'mm' | 'in'

export const NM_PER_MM = 1_000_000
export const NM_PER_INCH = 25_400_000

export const NM_PER: Readonly<Record<LengthUnit, number>> = { mm: NM_PER_MM, in: NM_PER_INCH }

/** Figures that are each possible have led further than any length that can be kept exactly. */
export class TooFar extends RangeError {}

/**
 * Marks a whole number as nanometres.
 * @throws TooFar when it lies beyond what is exact, ±9 000 km: the figures it comes from cannot all be right
 * @throws RangeError when it is no whole number: that is a fault in the program, never something a person typed (those are
 *   read with `readLength`).
 */
export function nm(value: number): Nm {
  if (Math.abs(value) > Number.MAX_SAFE_INTEGER) throw new TooFar(`${value} nm is further than any machine goes`)
  if (!Number.isSafeInteger(value)) throw new RangeError(`${value} is not a whole number of nanometres`)
  return (value + 0) as Nm // + 0 turns a negative zero into zero
}

export const ZERO = nm(0)

/** A length from a decimal number of millimetres, rounded to the nanometre. For data and tests. */
export function mm(value: number): Nm {
  return nm(Math.round(value * NM_PER_MM))
}

/** A length from a decimal number of inches, rounded to the nanometre. For data and tests. */
export function inch(value: number): Nm {
  return nm(Math.round(value * NM_PER_INCH))
}

/** Sum of lengths, exact. */
export function plus(...lengths: Nm[]): Nm {
  let sum = 0
  for (const length of lengths) sum += length
  return nm(sum)
}

/** a − b, exact. */
export function minus(a: Nm, b: Nm): Nm {
  return nm(a - b)
}

/** −a, exact. */
export function negate(a: Nm): Nm {
  return nm(0 - a)
}

/** a · factor, for whole factors. */
export function times(a: Nm, factor: number): Nm {
  return nm(a * factor)
}

/** |a|. */
export function magnitude(a: Nm): Nm {
  return nm(Math.abs(a))
}
