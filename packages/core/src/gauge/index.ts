export { effectiveRadius, isOffered } from './gauge.ts'
export type { DirectionalRadii, Gauge, GaugeFamily, GaugeState } from './gauge.ts'
