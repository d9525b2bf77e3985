import type { Contributor } from './combine.ts'

/**
 * One independent cause of doubt and what it does to each output of a fit: ∂output/∂cause, so that a
 * gauge used for several touches counts once, with its sign, and cancels where the geometry cancels it.
 */
export interface Source {
  label: string
  /** Standard uncertainty in nanometres, ≥ 0. */
  standard: number
  effects: readonly number[]
}

/**
 * The contributors to one output: sources of the same label gathered in quadrature (JCGM 100:2008, 5.1.2).
 * @param output index into each source's effects
 */
export function contributorsTo(output: number, sources: readonly Source[]): Contributor[] {
  const squares = new Map<string, number>()
  for (const { label, standard, effects } of sources)
    squares.set(label, (squares.get(label) ?? 0) + ((effects[output] ?? 0) * standard) ** 2)
  return [...squares].map(([label, square]) => ({ label, standard: Math.sqrt(square) }))
}
