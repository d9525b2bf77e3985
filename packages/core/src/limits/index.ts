export { doubtBy, LIMITS, limitOf, limitProblems, limitSays } from './limits.ts'
export type { DoubtId, Limit, LimitId } from './limits.ts'
