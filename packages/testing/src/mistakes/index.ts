export { playMistakes } from './corpus.ts'
export type { Fared, Missed, Tally } from './corpus.ts'
export { MISTAKES } from './kinds.ts'
