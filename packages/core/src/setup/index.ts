export { againBecause, readoutNow } from './again.ts'
export type { ReadoutTerm } from './again.ts'
export { readoutText } from './readout-text.ts'
