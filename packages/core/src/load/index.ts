export { judgeLoad, loadAt, loadProblems, readLoads, timesLoosened, wantsReason } from './load.ts'
export type { LoadBaseline, LoadJudged, LoadLines, LoadSeen } from './load.ts'
