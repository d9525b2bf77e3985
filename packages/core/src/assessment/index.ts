export { assess, obstacles } from './assess.ts'
export type { Assessment, Obstacles } from './assess.ts'
export { workAgain, type Measured } from './work-again.ts'
