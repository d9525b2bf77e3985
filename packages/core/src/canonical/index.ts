export { canonical, chained, FIRST } from './canonical.ts'
export type { Json } from './canonical.ts'
