import { nm, type Nm } from '../length/index.ts'

/** One cause of doubt: its standard uncertainty, already multiplied by its sensitivity (±1 in M = W + H + P + c). */
export interface Contributor {
  label: string
  /** Standard uncertainty in nanometres, ≥ 0. */
  standard: number
}

export interface Uncertainty {
  /** Combined standard uncertainty, nanometres. */
  standard: number
  /** Expanded with k = 2 and rounded up to the increment. */
  expanded: Nm
  /** All contributors, each named once, largest first. */
  contributors: Contributor[]
}

const COVERAGE = 2

/** U = k·u with k = 2, rounded up to the increment that it is shown in, never down to nothing (JCGM 100:2008, 6.2.1). */
export const expandedTo = (standard: number, increment: Nm): Nm => nm(Math.ceil((COVERAGE * standard) / increment - 1e-9) * increment)

/**
 * Combines independent contributors in quadrature; what is named twice (a gauge used on both sides) is one contributor.
 * Expanded with k = 2 (JCGM 100:2008, 5.1.2 and 6.2.1).
 *
 * @param increment the register's least increment; U is rounded up to it, never down to nothing
 */
export function combine(contributors: Contributor[], increment: Nm): Uncertainty {
  const standard = Math.hypot(...contributors.map((contributor) => contributor.standard))
  const named = new Map<string, number>()
  for (const one of contributors) named.set(one.label, Math.hypot(named.get(one.label) ?? 0, one.standard))
  return {
    standard,
    expanded: expandedTo(standard, increment),
    contributors: [...named]
      .map(([label, own]) => ({ label, standard: own }))
      .filter((contributor) => contributor.standard > 0)
      .sort((a, b) => b.standard - a.standard),
  }
}

/**
 * Standard uncertainty of reading a display that moves in whole increments: half an increment
 * either way, every value as likely (rectangular: a/√3, JCGM 100:2008, 4.3.7).
 */
export function ofReadout(increment: Nm): Contributor {
  return { label: 'one step of the readout', standard: increment / 2 / Math.sqrt(3) }
}
