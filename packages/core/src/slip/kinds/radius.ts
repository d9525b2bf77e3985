import type { Gauge } from '../../gauge/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import type { ChoiceInput } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import type { Given } from '../given.ts'

const IN_SPINDLE: readonly Gauge['family'][] = ['edge-finder', 'touch-probe', 'gauge-pin', 'indicator', 'by-eye']
/** True for what sits in the spindle when it touches, and has a radius there. */
export const spindleHolds = ({ family }: Gauge): boolean => IN_SPINDLE.includes(family)

/** A radius that was taken off in the head as well, and a diameter taken for a radius. */
export function ofGauge(input: ChoiceInput, gauge: Gauge, { raw, scene }: Given): Alternative[] {
  if (!spindleHolds(gauge) || gauge.size === 0 || input.id === 'with') return []
  const sized = (times: number): Scene => ({
    ...scene,
    gauges: scene.gauges.map((one) => (one.id === gauge.id ? scaled(one, times) : one)),
  })
  return [
    { id: 'radius', phrase: 'the radius had already been taken off the reading', raw, scene: sized(0) },
    { id: 'diameter', phrase: 'the whole diameter belonged in place of the radius', raw, scene: sized(2) },
  ]
}

function scaled(gauge: Gauge, times: number): Gauge {
  const by = (value: Nm): Nm => nm(value * times)
  const { radii } = gauge
  return {
    ...gauge,
    size: by(gauge.size),
    radii: radii && { xPlus: by(radii.xPlus), xMinus: by(radii.xMinus), yPlus: by(radii.yPlus), yMinus: by(radii.yMinus) },
  }
}
