import type { Reading, Result } from '../routine/index.ts'

/** Two axes that were read with the same digits. */
export interface ReadTwice {
  one: Reading
  other: Reading
}

/** What all that is off because of it points to. */
export const READ_TWICE = 'one reading for two axes'

/**
 * The same figure on two axes. That they came out alike by chance is so seldom, to every digit of a display, that one was read for the
 * other: nothing else is looked for then. Zero is zero on any axis.
 */
export function readTwice({ readings }: Pick<Result, 'readings'>): ReadTwice | null {
  for (const one of readings) {
    const other = one.value === 0 ? undefined : readings.find(({ axis, value }) => axis > one.axis && value === one.value)
    if (other) return { one, other }
  }
  return null
}
