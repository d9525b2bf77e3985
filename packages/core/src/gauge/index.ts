export { anotherGauge } from './another-gauge.ts'
export { doubtOf, effectiveRadius, halfOf, isOffered, radiusToward, GAUGE_STATES } from './gauge.ts'
export type { DirectionalRadii, DoubtfulTime, Gauge, GaugeFamily, GaugeState } from './gauge.ts'
export { GAUGE_SIZE, unlikelyIncrement, unlikelySize, USUAL_STEP } from './unlikely-size.ts'
