import { GRAVITY, type Finding } from './finding.ts'

/** Findings that mean one thing: the sharpest speaks, the rest stands under it. */
export interface FoldedFinding {
  head: Finding
  under: Finding[]
}

/** The gravest speaks; among equals the one that names the mistake. */
const sharpness = ({ verdict, names }: Finding): number => 2 * GRAVITY[verdict] + (names ? 1 : 0)

/**
 * Gathers findings that point to one and the same thing: the same mistake named twice, or two checks that both find one figure
 * odd. The order in which they were found is kept; among those that belong together the gravest is the head, and among those
 * the one that names the mistake.
 */
export function foldFindings(findings: readonly Finding[]): FoldedFinding[] {
  const groups: { means: Set<string>; members: Finding[] }[] = []
  for (const finding of findings) {
    const means = finding.means ?? []
    // What it shares with several groups makes one of them.
    const [first, ...others] = groups.filter((group) => means.some((one) => group.means.has(one)))
    if (!first) {
      groups.push({ means: new Set(means), members: [finding] })
      continue
    }
    for (const other of others) {
      other.means.forEach((one) => first.means.add(one))
      first.members.push(...other.members)
      groups.splice(groups.indexOf(other), 1)
    }
    means.forEach((one) => first.means.add(one))
    first.members.push(finding)
  }
  return groups.map(({ members }) => {
    const head = members.reduce((sharpest, one) => (sharpness(one) > sharpness(sharpest) ? one : sharpest))
    return { head, under: members.filter((one) => one !== head) }
  })
}
