import type { ProgramIssue } from '@rook/contract'
import { call } from '../../client/call.ts'

/** Programs longer than this are changed where they were made, lines. */
export const MOST_CHANGED = 60_000
const STRETCH = 2_000

/** All lines of an issue, fetched a stretch at a time. */
export async function wholeText({ id, lines }: Pick<ProgramIssue, 'id' | 'lines'>): Promise<string[]> {
  const all: string[] = []
  while (all.length < lines) {
    const { lines: next } = await call('programLines', { params: { id }, query: { from: all.length + 1, count: STRETCH } })
    if (next.length === 0) break
    all.push(...next)
  }
  return all
}
