import { findingKey, obstacles, type Finding } from '@rook/core'
import { Problem } from '../base/problem.ts'
import type { Released } from './release.ts'

/** Refuses what the checks hold up: a stop that no lead released, a query without a reason. */
export function refuseWithObstacles(findings: Finding[], answers: Record<string, string>, released: Released | null): void {
  const { unanswered, stops } = obstacles(findings, answers)
  const [stop] = stops
  if (stop && !released) throw new Problem(422, 'stopped', `${stop.sentence} A lead has to release it.`)
  const [query] = unanswered
  if (query)
    throw new Problem(422, 'unanswered', `${query.sentence} Give a reason first.`, {
      fields: Object.fromEntries(unanswered.map((finding) => [findingKey(finding), finding.sentence])),
    })
}

/** Findings with the reasons that were given to the queries among them, for the record. */
export function answered(findings: readonly Finding[], answers: Readonly<Record<string, string>>) {
  return findings.map((finding) => ({ finding, reason: finding.verdict === 'query' ? (answers[findingKey(finding)] ?? null) : null }))
}
