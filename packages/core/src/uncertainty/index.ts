export { combine, ofReadout } from './combine.ts'
export type { Contributor, Uncertainty } from './combine.ts'
export { contributorsTo } from './propagate.ts'
export type { Source } from './propagate.ts'
