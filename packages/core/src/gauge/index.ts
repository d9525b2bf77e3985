export { doubtOf, effectiveRadius, halfOf, isOffered, radiusToward } from './gauge.ts'
export type { DirectionalRadii, DoubtfulTime, Gauge, GaugeFamily, GaugeState } from './gauge.ts'
