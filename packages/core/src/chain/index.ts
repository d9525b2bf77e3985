export { beforeFirstPart, chainOf, chainWords, FIRST_RUN, STAGE_WORDS, STAGES, unprovenBecause, unprovenWords } from './chain.ts'
export type { Chain, ChainFacts, FirstPart, GoGiven, NextDo, Stage, StageState, Want } from './chain.ts'
