/**
 * Inverts a symmetric 3 × 3 matrix given by its upper triangle [a, b, c, d, e, f] = [[a, b, c], [b, d, e], [c, e, f]].
 * @returns the same triangle of the inverse, or null when the matrix is singular to working precision
 */
export function invertSymmetric3(m: readonly [number, number, number, number, number, number]) {
  const [a, b, c, d, e, f] = m
  const A = d * f - e * e
  const B = c * e - b * f
  const C = b * e - c * d
  const det = a * A + b * B + c * C
  const size = Math.abs(a * d * f) || 1
  if (!Number.isFinite(det) || Math.abs(det) < 1e-13 * size) return null
  return [A / det, B / det, C / det, (a * f - c * c) / det, (b * c - a * e) / det, (a * d - b * b) / det] as const
}
