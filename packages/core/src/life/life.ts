/** How long an edge is used: parts made, minutes in the cut, or times it was called. */
export type LifeUnit = 'parts' | 'minutes' | 'uses'

export interface LifeRule {
  by: LifeUnit
  /** Where its life ends, in the unit. */
  limit: number
  /** Where it is worth a look; below the limit. */
  warning: number
}

export interface LifeJudged {
  verdict: 'clear' | 'query' | 'stop'
  /** What is left until the limit, never below zero. */
  left: number
  sentence: string
}

const ONE: Readonly<Record<LifeUnit, string>> = { parts: 'part', minutes: 'minute', uses: 'use' }

/** An amount of life as it is shown everywhere: to a tenth. */
export const lifeFigure = (amount: number): string => String(Math.round(amount * 10) / 10)

/** "1 part", "12.5 minutes". */
export function lifeText(amount: number, by: LifeUnit): string {
  const figure = lifeFigure(amount)
  return `${figure} ${figure === '1' ? ONE[by] : by}`
}

/** Where an edge stands in its life: clear below the warning, a query from it on, a stop at the limit. */
export function judgeLife({ by, limit, warning }: LifeRule, used: number): LifeJudged {
  const left = Math.max(0, limit - used)
  const said = `${lifeText(used, by)} of ${lifeText(limit, by)}`
  if (used >= limit) return { verdict: 'stop', left, sentence: `${said}: its life is over. Change the edge before it is used on.` }
  if (used >= warning) return { verdict: 'query', left, sentence: `${said}: ${lifeText(left, by)} left. Have the next edge ready.` }
  return { verdict: 'clear', left, sentence: `${said}.` }
}

/** Why a life rule cannot be kept, by field; empty when it can. */
export function lifeProblems({ limit, warning }: LifeRule): Record<string, string> {
  const problems: Record<string, string> = {}
  if (!(limit > 0)) problems.limit = 'Life, limit: more than zero.'
  if (!(warning > 0)) problems.warning = 'Life, warning: more than zero.'
  else if (warning >= limit) problems.warning = 'Life, warning: below the limit, or it never warns.'
  return problems
}
