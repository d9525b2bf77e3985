import { formatLength, nm, type LengthUnit, type Nm } from '../length/index.ts'

/** A zero as it was measured in one loading of a fixture. */
export interface Loading {
  value: Nm
}

/** Fewer loadings than these say nothing of how a fixture repeats. */
const LEAST_LOADINGS = 3

/**
 * How far zero moves from one loading to the next: the standard deviation over past loadings, s = √(Σ(x − x̄)² / (n − 1)).
 * A fixture that was truly moved once shows in it; whoever reads it sees n and the range beside it.
 * @returns nanometres, with the number of loadings and their range; null for fewer than three
 */
export function repeatsWithin(loadings: readonly Loading[]): { standard: number; n: number; range: Nm } | null {
  const n = loadings.length
  if (n < LEAST_LOADINGS) return null
  const values = loadings.map(({ value }) => value as number)
  const mean = values.reduce((sum, value) => sum + value, 0) / n
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  return { standard: Math.sqrt(squares / (n - 1)), n, range: (Math.max(...values) - Math.min(...values)) as Nm }
}

/** A tenth of a usual increment: more digits would say more than a few loadings can. */
const SPREAD_DECIMALS: Readonly<Record<LengthUnit, number>> = { mm: 4, in: 5 }

/** A standard deviation or a range in words: "0.0034 mm". */
export const spreadText = (value: number, unit: LengthUnit): string =>
  `${formatLength(nm(Math.round(value)), { unit, decimals: SPREAD_DECIMALS[unit] })} ${unit}`
