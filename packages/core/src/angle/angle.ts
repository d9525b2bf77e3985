declare const microdegree: unique symbol

/** An angle as a whole number of millionths of a degree, counter-clockwise positive as seen from above. */
export type Microdegrees = number & { readonly [microdegree]: true }

export const PER_DEGREE = 1_000_000

/** Degrees as a number, for trigonometry. */
export const degreesOf = (angle: Microdegrees): number => angle / PER_DEGREE

/** The nearest millionth of a degree, ties away from zero. */
export function microdegrees(degrees: number): Microdegrees {
  const size = Math.floor(Math.abs(degrees) * PER_DEGREE + 0.5)
  return (degrees < 0 ? 0 - size : size) as Microdegrees
}

export const radiansOf = (angle: Microdegrees): number => (degreesOf(angle) * Math.PI) / 180

/** Writes an angle in degrees with a true minus sign: "0.1003°". */
export function formatAngle(angle: Microdegrees, decimals = 4): string {
  const text = (Math.abs(angle) / PER_DEGREE).toFixed(decimals)
  return `${angle < 0 && Number(text) !== 0 ? '\u2212' : ''}${text}\u00b0`
}
