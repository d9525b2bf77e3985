import { formatExact, mm, type Nm } from '../length/index.ts'
import type { GaugeFamily } from './gauge.ts'

/** Wear, a regrind of a face, a better certificate: none of them changes a gauge's size by more. */
const LEAST_BOUND = mm(0.2)
const SHARE = 0.02

/**
 * Why a newly stated size cannot be the same gauge's. A probe may have got another ball; everything else keeps its size
 * to two per cent, or two tenths of a millimetre where that is more.
 * @param before size on record, nanometres
 * @param after size that is stated now, nanometres
 * @returns a sentence; null where it may be the same gauge
 */
export function anotherGauge(family: GaugeFamily, before: Nm, after: Nm): string | null {
  if (after < 0) return 'Size: not less than zero.'
  if (family === 'touch-probe') return after > mm(30) ? 'Size: no ball is larger than 30 mm.' : null
  const bound = Math.max(LEAST_BOUND, Math.round(before * SHARE))
  return Math.abs(after - before) <= bound
    ? null
    : `Size: ${formatExact(after, 'mm')} mm is too far from the ${formatExact(before, 'mm')} mm on record to be the same gauge. Look at the unit, or add it as another gauge.`
}
