export { probeHere } from './probe-here.ts'
export { restsOf } from './rests.ts'
export { isSuspect, standingNote, suspectRegisters } from './standing-word.ts'
export type { StandingNote, StandingWord } from './standing-word.ts'
