import type { Nm } from '../length/index.ts'
import { layoutOf, type Layout } from '../register/index.ts'
import type { Result, Routine, Sheet } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Given } from '../slip/index.ts'

/** `query` is answered with a reason that is kept; `stop` needs a lead's release. */
export type Verdict = 'clear' | 'query' | 'stop'

/** How grave each is. */
export const GRAVITY: Readonly<Record<Verdict, number>> = { stop: 2, query: 1, clear: 0 }

/** Stops first, then queries, then what is clear. */
export const gravestFirst = (one: { verdict: Verdict }, other: { verdict: Verdict }): number =>
  GRAVITY[other.verdict] - GRAVITY[one.verdict]

/** What a check found: the figures it looked at, its verdict, one plain sentence. */
export interface Finding {
  check: string
  /** What it is about where the figures do not say it: a slot, a gauge. */
  about?: string
  /** Two or three words for the line that gathers what is clear. */
  name: string
  verdict: Verdict
  sentence: string
  figures: { label: string; value: Nm }[]
  /** What it points to where it is not clear: the mistake it names, the register it finds odd. Two that share one mean one thing. */
  means?: readonly string[]
  /** True where it names the mistake: of several that mean one thing it is the one that helps. */
  names?: boolean
  /** Clear, but worth a line of its own: advice. */
  tell?: boolean
}

/** Everything a check may look at. */
export interface Evidence {
  scene: Scene
  sheet: Sheet
  result: Result
  /** What was given and the routine that worked it out; absent for figures that were typed or came in a file. */
  given?: Omit<Given, 'scene'> & { routine: Routine }
  /** False while somebody is typing: what is off is said at once, and what may have caused it when the figure stands. */
  explains?: boolean
}

/** Which entries concern a check, as data; what is not said concerns all. */
export interface Applies {
  /** Only machines that hold such stock. */
  stock?: Layout['stock']
  /** Only machines whose tools have one length, counted from a gauge line or a face; or only those that have a geometry on each axis. */
  lengths?: 'counted' | 'by axis'
}

export interface Check {
  id: string
  name: string
  applies: Applies
  /** An empty list when the check has nothing to do with this entry. */
  run(evidence: Evidence): Finding[]
}

/** Whether an entry concerns a check. */
export function concerns({ applies: { stock, lengths } }: Check, { scene }: Evidence): boolean {
  const layout = layoutOf(scene.machine)
  if (stock !== undefined && layout.stock !== stock) return false
  return lengths === undefined || layout.countsLengths === (lengths === 'counted')
}

/**
 * Names a finding together with its figures: a reason given for one figure is no answer for another.
 */
export function findingKey(finding: Finding): string {
  return [finding.check, finding.verdict, finding.about ?? '', ...finding.figures.map((figure) => figure.value)].join('|')
}
