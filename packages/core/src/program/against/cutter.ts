import { lifeText } from '../../life/index.ts'
import { toolsWanting } from '../../tool/index.ts'
import { toolsRun } from './runs-by.ts'
import type { Against, Found, GoCheck } from './finding.ts'

/** The cutters that sit in the machine against those that were planned, and what is left of their edges against what is still wanted. */
export const cutter: GoCheck = (against) => [...planned(against), ...lasting(against)]

function planned(against: Against): Found[] {
  const { plan } = against.scene
  const run = toolsRun(against)
  return toolsWanting(plan?.tools ?? [], against.scene).flatMap(({ number, sentence }): Found[] => {
    const own = run.find(({ called }) => called === number.split('.')[0])
    // A station that is empty is told with the call.
    return own ? [{ id: `cutter T${number}`, verdict: 'stop', line: own.line, register: null, mend: 'mount', sentence }] : []
  })
}

function lasting(against: Against): Found[] {
  const { wanted } = against.soFar
  if (wanted === null || wanted <= 0) return []
  return toolsRun(against).flatMap(({ tool, line }): Found[] => {
    const { life, lifeUsed, number } = tool
    if (life?.by !== 'parts') return []
    const left = life.limit - lifeUsed
    if (left <= 0 || left >= wanted) return []
    return [
      {
        id: `lasts T${number}`,
        verdict: 'query',
        line,
        register: null,
        mend: 'tool',
        sentence: `T${number} has ${lifeText(left, 'parts')} left of its edge, and the job still wants ${lifeText(wanted, 'parts')}. Have the next edge ready.`,
      },
    ]
  })
}
