/**
 * An exact fraction, denominator positive. Typed sums are done in these; they are too short for it to pay
 * to bring each step to lowest terms.
 */
export interface Rational {
  readonly top: bigint
  readonly bottom: bigint
}

export function rational(top: bigint, bottom = 1n): Rational {
  return bottom < 0n ? { top: -top, bottom: -bottom } : { top, bottom }
}

/** The exact value of an unsigned decimal such as `12.7`, `.5` or `12.`; digits on at least one side. */
export function decimal(text: string): Rational {
  const [whole = '', part = ''] = text.split('.')
  return rational(BigInt(whole + part || '0'), 10n ** BigInt(part.length))
}

export const add = (a: Rational, b: Rational) => rational(a.top * b.bottom + b.top * a.bottom, a.bottom * b.bottom)
export const subtract = (a: Rational, b: Rational) => rational(a.top * b.bottom - b.top * a.bottom, a.bottom * b.bottom)
export const multiply = (a: Rational, b: Rational) => rational(a.top * b.top, a.bottom * b.bottom)
/** The caller has made sure that b is not zero. */
export const divide = (a: Rational, b: Rational) => rational(a.top * b.bottom, a.bottom * b.top)

/** The nearest whole number, ties away from zero. */
export function nearestWhole(a: Rational): bigint {
  const size = a.top < 0n ? -a.top : a.top
  const rounded = (2n * size + a.bottom) / (2n * a.bottom)
  return a.top < 0n ? -rounded : rounded
}
