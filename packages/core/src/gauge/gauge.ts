import { nm, type Nm } from '../length/index.ts'
import type { Direction } from '../touch/index.ts'

export type GaugeFamily =
  | 'edge-finder'
  | 'touch-probe'
  | 'gauge-pin'
  | 'shim'
  | 'gauge-block'
  | 'height-gauge'
  | 'indicator'
  | 'setter'
  | 'ring-gauge'
  | 'master-tool'
  | 'caliper'
  | 'micrometer'
  | 'bore-gauge'
  | 'by-eye'

export const GAUGE_STATES = ['in-use', 'disturbed', 'withdrawn'] as const
export type GaugeState = (typeof GAUGE_STATES)[number]

/** Effective radius of a touch probe by the direction it moves in when it touches. */
export interface DirectionalRadii {
  xPlus: Nm
  xMinus: Nm
  yPlus: Nm
  yMinus: Nm
}

/** A time within which nothing measured with a gauge can be trusted: from its last good calibration to the finding that it had failed. */
export interface DoubtfulTime {
  /** ISO; null for since ever. */
  from: string | null
  /** ISO; null for until now. */
  to: string | null
  /** What was found: "failed its check", "was knocked". */
  because: string
  /** It is about what the gauge's record said, not about the gauge: a figure that was worked out again since is free of it. */
  ofRecord?: boolean
}

/** Anything of known size that a value rests on. */
export interface Gauge {
  id: string
  name: string
  family: GaugeFamily
  /** Diameter of a finder, pin, ball or ring; thickness of a shim or block; length of a master; height of a setter. */
  size: Nm
  /** A calibrated probe's radii; they replace half the size. */
  radii: DirectionalRadii | null
  /** Standard uncertainty of a contact made with it, in nanometres. */
  uncertainty: Nm
  /** Least and greatest size that it measures, nanometres; null where its record does not say. */
  least: Nm | null
  most: Nm | null
  /** ISO dates. `due` is null when the gauge has no interval. */
  calibrated: string | null
  due: string | null
  state: GaugeState
  doubtful: readonly DoubtfulTime[]
}

/** Half of a size; gauge sizes are even numbers of nanometres, so it is exact. */
export function halfOf(size: Nm): Nm {
  return nm(Math.round(size / 2))
}

/**
 * Effective radius of what touches, for an approach along one axis: half the size, or the probe's
 * own radius for that direction (ball radius less pre-travel, stylus run-out included).
 */
export function effectiveRadius(gauge: Pick<Gauge, 'size' | 'radii'>, axis: 'X' | 'Y', direction: Direction): Nm {
  if (!gauge.radii) return halfOf(gauge.size)
  const { xPlus, xMinus, yPlus, yMinus } = gauge.radii
  if (axis === 'X') return direction === 1 ? xPlus : xMinus
  return direction === 1 ? yPlus : yMinus
}

/**
 * Effective radius for an approach in any direction of the X-Y plane, as a real number of nanometres:
 *
 *     r(u) = r0 + ex·ux + ey·uy + q·(ux² − uy²)
 *
 * with r0 the mean of the four directional radii, ex and ey half the differences of opposite ones (stylus
 * run-out), and q half the difference between the mean of the X pair and of the Y pair (pre-travel that is
 * not the same on both axes). With q the formula gives back all four calibrated radii exactly; where the
 * two means agree it is the usual three-term one.
 *
 * @param u unit vector of the motion when it touches
 */
export function radiusToward(gauge: Pick<Gauge, 'size' | 'radii'>, u: { x: number; y: number }): number {
  if (!gauge.radii) return gauge.size / 2
  const { xPlus, xMinus, yPlus, yMinus } = gauge.radii
  const [meanX, meanY] = [(xPlus + xMinus) / 2, (yPlus + yMinus) / 2]
  return (meanX + meanY) / 2 + ((xPlus - xMinus) / 2) * u.x + ((yPlus - yMinus) / 2) * u.y + ((meanX - meanY) / 2) * (u.x * u.x - u.y * u.y)
}

/** True when the gauge may be offered: not withdrawn, and of one of the families. */
export function isOffered(gauge: Gauge, families: readonly GaugeFamily[]): boolean {
  return gauge.state !== 'withdrawn' && families.includes(gauge.family)
}

/**
 * Why a value measured with a gauge is in doubt; null when it is not.
 * @param found when it was measured, and when it was worked out again with the gauge's record as it is, if it was
 */
export function doubtOf(gauge: Pick<Gauge, 'name' | 'doubtful'>, { at, worked }: { at: string; worked?: string }): string | null {
  const isWorkedSince = ({ ofRecord, to }: DoubtfulTime) => ofRecord && to !== null && worked !== undefined && worked >= to
  const time = gauge.doubtful.find(
    (one) => (one.from === null || at > one.from) && (one.to === null || at <= one.to) && !isWorkedSince(one),
  )
  return time ? `${gauge.name} ${time.because}` : null
}
