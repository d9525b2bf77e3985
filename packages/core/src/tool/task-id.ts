import { isMeasure, MEASURES, type Measure } from './measure.ts'

/** What the id of a step names: the step itself, or, in a run of tools, one tool of it, or one thing that is measured of that tool. */
export interface NamedTask {
  step: string
  tool: string | null
  what: Measure | null
}

/** Reads "run", "run/T4" and "run/T4/length"; null for what names nothing. */
export function taskOf(id: string): NamedTask | null {
  const [step, tool, what, ...more] = id.split('/')
  if (!step || more.length > 0) return null
  if (tool === undefined) return { step, tool: null, what: null }
  const number = /^T(.+)$/.exec(tool)?.[1]
  if (!number || (what !== undefined && !isMeasure(what))) return null
  return { step, tool: number, what: what ?? null }
}

/** "T4 length": how a task is called in a sentence. */
export const taskWords = (tool: string, what: Measure | null): string => (what === null ? `T${tool}` : `T${tool} ${MEASURES[what].words}`)
