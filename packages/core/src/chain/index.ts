export { beforeFirstPart, chainOf, chainWords, FIRST_RUN, STAGE_WORDS, STAGES } from './chain.ts'
export type { Chain, ChainFacts, FirstPart, GoGiven, NextDo, Stage, StageState, Want } from './chain.ts'
