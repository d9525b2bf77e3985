import { NM_PER, type LengthUnit, type Nm } from './nanometre.ts'

const MINUS = '\u2212'

export interface FormatOptions {
  unit: LengthUnit
  /** Digits after the point, 0 to 7. */
  decimals: number
  /** `always` writes a plus sign before positive figures, as a control's readout does. */
  sign?: 'negative' | 'always'
}

/**
 * Digits after the point that a control with this least increment shows.
 * 0.001 mm gives 3, 0.0001 in gives 4, 0.0005 mm gives 4.
 */
export function decimalsFor(increment: Nm, unit: LengthUnit): number {
  for (let decimals = 0; decimals < 7; decimals++) {
    if ((increment * 10 ** decimals) % NM_PER[unit] === 0) return decimals
  }
  return 7
}

/**
 * Writes a length with a true minus sign and a fixed number of decimals, ties away from zero.
 * Works on whole numbers only, so a figure that fits the decimals comes back digit for digit.
 */
export function formatLength(value: Nm, { unit, decimals, sign = 'negative' }: FormatOptions): string {
  const size = Math.abs(value)
  // Tenths of the last digit's worth, in units of 0.1 nm, stay whole down to seven decimals of an inch.
  const last = (NM_PER[unit] * 10) / 10 ** decimals
  const whole = Math.floor((size * 10) / last)
  const rest = size * 10 - whole * last
  const digits = String(2 * rest >= last ? whole + 1 : whole)
  const padded = decimals >= digits.length ? digits.padStart(decimals + 1, '0') : digits
  const text = decimals === 0 ? padded : `${padded.slice(0, padded.length - decimals)}.${padded.slice(padded.length - decimals)}`
  if (value < 0 && Number(digits) !== 0) return MINUS + text
  return sign === 'always' && Number(digits) !== 0 ? '+' + text : text
}

/** Writes a length with as many decimals as it needs (at least `atLeast`), for sizes of gauges and stock. */
export function formatExact(value: Nm, unit: LengthUnit, atLeast = 0): string {
  const full = formatLength(value, { unit, decimals: 7 })
  let end = full.length
  while (end > full.indexOf('.') + 1 + atLeast && full[end - 1] === '0') end--
  return full[end - 1] === '.' ? full.slice(0, end - 1) : full.slice(0, end)
}

/** The same as programs and keyboards write it: with an ordinary minus. */
export const plainFigure = (value: Nm, unit: LengthUnit): string => formatExact(value, unit).replace(MINUS, '-')
