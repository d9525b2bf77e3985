export { explainReadout } from './explain.ts'
export type { SeenWrong } from './explain.ts'
export { counterChecks } from './list.ts'
export type { CounterCheck } from './list.ts'
