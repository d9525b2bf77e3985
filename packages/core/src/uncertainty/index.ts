export { combine, ofReadout } from './combine.ts'
export type { Contributor, Uncertainty } from './combine.ts'
