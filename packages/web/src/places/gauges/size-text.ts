import { formatExact, type LengthUnit, type Nm } from '@rook/core'

const both = (value: Nm): [LengthUnit, string][] => [
  ['mm', formatExact(value, 'mm')],
  ['in', formatExact(value, 'in')],
]

/** A size in the unit it comes out short in: a 3/8 pin in inches, a 10 pin in millimetres. */
export function sizeText(value: Nm): string {
  const [[, mm], [, inch]] = both(value) as [[LengthUnit, string], [LengthUnit, string]]
  return inch.length < mm.length ? `${inch} in` : `${mm} mm`
}
