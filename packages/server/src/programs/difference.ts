import { atWork } from '../base/files/at-work.ts'
import type { ProgramDifference } from '@rook/contract'
import { diffArrays } from 'diff'
import { refusalOf } from '../base/files/file-refused.ts'
import { linesOf } from './stretch.ts'

/** Lines that differ are listed up to so many. */
const MOST_LISTED = 2_000
/** Two that differ in more lines than this have little in common, and to find out how takes longer than anybody waits. */
const MOST_DIFFERENT = 3_000

export interface DifferenceAsked {
  before: Uint8Array
  after: Uint8Array
}

/** What changed from one text to another, by line. */
function difference({ before, after }: DifferenceAsked): Pick<ProgramDifference, 'parts' | 'cut'> {
  const [old, fresh] = [before, after].map((content) => linesOf({ content, from: 1, count: Number.POSITIVE_INFINITY }))
  const found = diffArrays(old!, fresh!, { maxEditLength: MOST_DIFFERENT })
  if (!found) throw refusalOf('too-different', `More than ${MOST_DIFFERENT} lines differ: the two have little in common.`)
  const parts: ProgramDifference['parts'] = []
  let [oldAt, freshAt, listed] = [1, 1, 0]
  for (const { added, removed, value } of found) {
    const kind = added ? 'new' : removed ? 'gone' : 'same'
    const line = removed ? oldAt : freshAt
    const lines = kind === 'same' ? [] : value.slice(0, Math.max(0, MOST_LISTED - listed))
    listed += kind === 'same' ? 0 : value.length
    parts.push({ kind, line, count: value.length, lines })
    if (!added) oldAt += value.length
    if (!removed) freshAt += value.length
  }
  return { parts, cut: listed > MOST_LISTED }
}

export default atWork((asked: DifferenceAsked) => difference(asked))
