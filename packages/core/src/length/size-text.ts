import { formatExact } from './format.ts'
import type { Nm } from './nanometre.ts'

/** A size in the unit that it comes out short in, with the unit: a 3/8 pin in inches, a 10 pin in millimetres. */
export function sizeText(value: Nm): string {
  const [mm, inch] = [formatExact(value, 'mm'), formatExact(value, 'in')]
  return inch.length < mm.length ? `${inch} in` : `${mm} mm`
}
