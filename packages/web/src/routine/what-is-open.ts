import { foldFindings, type Finding, type Refusal, type Verdict } from '@rook/core'

/** What keeps an entry from being recorded, the gravest first, in one sentence. */
export interface Open {
  mark: Verdict | 'to-see'
  sentence: string
  /** How many more such sentences there are. */
  more: number
}

export interface Grounds {
  /** What became of pressing Record, where it was not what was wanted. */
  trouble: string | null
  refusal: Refusal | null
  /** The label of the figure that is still asked for; null when all are there. */
  waitingFor: string | null
  /** The registers that somebody else has written meanwhile; null when nobody has. */
  moved: string | null
  stops: readonly Finding[]
  unanswered: readonly Finding[]
  clear: number
  /** Queries that have their reason. */
  answered: number
}

/** The one sentence that stands beside the button while the checks are out of sight. */
export function whatIsOpen({ trouble, refusal, waitingFor, moved, stops, unanswered, clear, answered }: Grounds): Open {
  if (trouble) return { mark: 'stop', sentence: trouble, more: 0 }
  if (refusal) return { mark: 'stop', sentence: refusal.sentence, more: 0 }
  if (waitingFor) return { mark: 'to-see', sentence: `Next: ${waitingFor}`, more: 0 }
  if (moved) return { mark: 'query', sentence: `Somebody has written ${moved} since you began.`, more: 0 }
  const open = foldFindings([...stops, ...unanswered]).map(({ head }) => head)
  if (open[0]) return { mark: open[0].verdict, sentence: open[0].sentence, more: open.length - 1 }
  return { mark: 'clear', sentence: answered ? `${clear} clear, ${answered} with a reason` : `${clear} clear`, more: 0 }
}
