import type { Nm } from '../length/index.ts'

export const SIZE_KINDS = ['inside', 'outside', 'depth', 'bored'] as const
export type SizeKind = (typeof SIZE_KINDS)[number]

/** A size that the operation makes, and how it is watched. */
export interface PlannedSize {
  name: string
  kind: SizeKind
  nominal: Nm
  /** Deviations from the nominal, signed, lower ≤ upper: 28 +0.021 / 0 has 21 000 and 0. */
  upper: Nm
  lower: Nm
  /** Number of the tool that makes it, and id of the gauge that measures it; null where nobody has said it. */
  tool: string | null
  gauge: string | null
  /** Measured on the first part and on every so many-th after it; null for the first part alone. */
  every: number | null
}
