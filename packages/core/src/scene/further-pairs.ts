import type { SpindleName } from '../machine/index.ts'
import type { MountedTool } from './scene.ts'

/** A further pair of offsets of a mounted tool: another edge of a groover, or the same tool at the other spindle. */
export interface FurtherPair {
  /** Number of its offsets. */
  offset: string
  /** What it is for: "left edge", "at the sub-spindle". */
  words: string
  /** The spindle it works at where that is not its station's. */
  spindle: SpindleName | null
}

/**
 * The tools of a machine with each further pair as a tool of its own, behind the one it belongs to. It is called by station and
 * offset, "3.13" for offset 13 of station 3, and has registers, measurements and wear of its own; the assembly is the same, so what
 * happens to its edge happens to all pairs.
 */
export const withFurtherPairs = (tools: readonly MountedTool[]): MountedTool[] =>
  tools.flatMap(({ further, ...tool }) => [
    further && further.length > 0 ? { ...tool, further } : tool,
    ...(further ?? []).map(({ offset, words, spindle }) => ({
      ...tool,
      number: `${tool.number}.${offset}`,
      offset,
      diameterOffset: offset,
      name: `${tool.name}, ${words}`,
      pairOf: tool.number,
      ...(spindle === null ? {} : { spindle }),
    })),
  ])

/**
 * Why a mounted tool cannot have these further pairs; null where it can.
 * @param others numbers that its machine's other tools are called by
 */
export function furtherPairsProblem(
  own: { offset: string; diameterOffset: string },
  pairs: readonly FurtherPair[],
  others: readonly string[],
  offsets: number,
): string | null {
  const taken = new Set([...others, own.offset, own.diameterOffset])
  for (const { offset, words } of pairs) {
    if (words.trim() === '') return `Offset ${offset || '?'}: say what it is for, "left edge" or "at the sub-spindle".`
    if (!/^[1-9]\d*$/.test(offset) || Number(offset) > offsets)
      return `Offset ${offset || '?'}: the control has offset numbers 1 to ${offsets}.`
    if (taken.has(offset)) return `Offset ${offset} is taken; each would overwrite the other\u2019s figures.`
    taken.add(offset)
  }
  return null
}
