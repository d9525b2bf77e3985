import { nm, type Nm } from './nanometre.ts'

/**
 * Rounds to a whole number of least increments, ties away from zero.
 *
 * @param value nanometres; may be a real number (a fitted result)
 * @param increment the register's least increment in nanometres, at least 1
 */
export function roundToIncrement(value: number, increment: Nm): Nm {
  const size = Math.abs(value)
  const steps = Number.isInteger(size)
    ? (size - (size % increment)) / increment + (2 * (size % increment) >= increment ? 1 : 0)
    : Math.floor(size / increment + 0.5)
  return nm(value < 0 ? 0 - steps * increment : steps * increment)
}
