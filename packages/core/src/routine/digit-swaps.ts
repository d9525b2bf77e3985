import { formatExact, nm, NM_PER, type LengthUnit, type Nm } from '../length/index.ts'

/**
 * The figures that a reading may have been before two neighbouring digits were swapped in typing.
 * Written in the machine's unit, as it was typed; swaps of equal digits are left out.
 */
export function digitSwaps(reading: Nm, unit: LengthUnit): Nm[] {
  const digits = [...formatExact(nm(Math.abs(reading)), unit)]
  const places = digits.flatMap((digit, at) => (digit === '.' ? [] : [at]))
  return places.slice(1).flatMap((at, before) => {
    const other = places[before]!
    if (digits[at] === digits[other]) return []
    const swapped = [...digits]
    ;[swapped[at], swapped[other]] = [digits[other]!, digits[at]!]
    const value = Math.round(Number(swapped.join('')) * NM_PER[unit])
    return [nm(reading < 0 ? 0 - value : value)]
  })
}
