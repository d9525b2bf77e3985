export { againBecause, readoutNow } from './again.ts'
export type { ReadoutTerm } from './again.ts'
