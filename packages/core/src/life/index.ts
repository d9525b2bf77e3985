export { judgeLife, lifeFigure, lifeProblems, lifeText } from './life.ts'
export type { LifeJudged, LifeRule, LifeUnit } from './life.ts'
