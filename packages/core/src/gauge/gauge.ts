import type { Nm } from '../length/index.ts'
import type { Direction } from '../touch/index.ts'

export type GaugeFamily = 'edge-finder' | 'touch-probe' | 'gauge-pin' | 'shim' | 'gauge-block' | 'setter' | 'master-tool' | 'by-eye'

export type GaugeState = 'in-use' | 'disturbed' | 'withdrawn'

/** Effective radius of a touch probe by the direction it moves in when it touches. */
export interface DirectionalRadii {
  xPlus: Nm
  xMinus: Nm
  yPlus: Nm
  yMinus: Nm
}

/** Anything of known size that a value rests on. */
export interface Gauge {
  id: string
  name: string
  family: GaugeFamily
  /** Diameter of a finder, pin or ball; thickness of a shim or block; length of a master; height of a setter. */
  size: Nm
  /** A calibrated probe's radii; they replace half the size. */
  radii: DirectionalRadii | null
  /** Standard uncertainty of a contact made with it, in nanometres. */
  uncertainty: Nm
  /** ISO dates. `due` is null when the gauge has no interval. */
  calibrated: string | null
  due: string | null
  state: GaugeState
}

/**
 * Effective radius of what touches, for an approach along one axis: half the size, or the probe's
 * own radius for that direction (ball radius less pre-travel, stylus run-out included).
 */
export function effectiveRadius(gauge: Pick<Gauge, 'size' | 'radii'>, axis: 'X' | 'Y', direction: Direction): Nm {
  if (!gauge.radii) return half(gauge.size)
  const { xPlus, xMinus, yPlus, yMinus } = gauge.radii
  if (axis === 'X') return direction === 1 ? xPlus : xMinus
  return direction === 1 ? yPlus : yMinus
}

/** Half of a size; gauge sizes are even numbers of nanometres, so it is exact. */
function half(size: Nm): Nm {
  return Math.round(size / 2) as Nm
}

/** True when the gauge may be offered: not withdrawn, and of one of the families. */
export function isOffered(gauge: Gauge, families: readonly GaugeFamily[]): boolean {
  return gauge.state !== 'withdrawn' && families.includes(gauge.family)
}
