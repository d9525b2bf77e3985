import { retarget, slotsOn } from './slots.ts'
import { wordsOf } from './words.ts'

/** How several slots are run through: all tools on one part before the next, or each tool on all parts. */
export type LayoutOrder = 'part by part' | 'tool by tool'

/** Why a program cannot be laid out, in a sentence. */
export interface NotLaidOut {
  refused: string
}

/** Where a program’s parts begin, as line numbers from 0. */
interface Parts {
  /** First line that changes a tool or calls the slot: what stands before is said once. */
  body: number
  /** First line of the end: M30, M2, or what closes the tape. */
  end: number
  /** First lines of the tools. */
  tools: number[]
}

function partsOf(lines: readonly string[], slot: string, semicolon: boolean): Parts | NotLaidOut {
  const has = (line: string, letter: string, numbers: readonly number[]) =>
    wordsOf(line, semicolon).some((word) => word.letter === letter && numbers.includes(Number(word.text)))
  const end = lines.findIndex((line) => has(line, 'M', [2, 30]))
  if (end < 0) return { refused: 'It has no M30 or M2, so nobody knows where its end begins.' }
  const called = [...new Set(lines.slice(0, end).flatMap((line) => slotsOn(line, semicolon).map((one) => one.slot)))]
  if (called.length !== 1 || called[0] !== slot)
    return { refused: `It calls ${called.length === 0 ? 'no slot' : called.join(', ')}; only a program of ${slot} alone is laid out.` }
  if (lines.slice(0, end).some((line) => has(line, 'M', [97, 98]) || has(line, 'G', [65, 66, 91])))
    return { refused: 'It calls subprograms or counts in increments (G91): lay its subprogram out, or do it by hand.' }
  if (lines.slice(0, end).some((line) => has(line, 'G', [10])))
    return { refused: 'It writes values of its own slot (G10): each part needs its own, by hand.' }
  const tools = lines.flatMap((line, at) => (at < end && has(line, 'M', [6]) ? [at] : []))
  const first = lines.findIndex((line) => slotsOn(line, semicolon).length > 0)
  const body = Math.min(first, tools[0] ?? first)
  // A tool whose part calls no slot runs in the one before: repeated, it would run in the wrong one.
  const silent = tools.find((from, at) => !lines.slice(from, tools[at + 1] ?? end).some((line) => slotsOn(line, semicolon).length > 0))
  if (silent !== undefined)
    return { refused: `The tool of line ${silent + 1} calls no slot of its own: it would run in whichever came before.` }
  return { body, end, tools }
}

/**
 * Lays a program of one slot out over several: its head and its end stand once, what lies between is repeated with each slot.
 * @param slots in the order they are run
 */
export function layOut(
  lines: readonly string[],
  from: string,
  slots: readonly string[],
  order: LayoutOrder,
  semicolon: boolean,
): string[] | NotLaidOut {
  const parts = partsOf(lines, from, semicolon)
  if ('refused' in parts) return parts
  const { body, end, tools } = parts
  const on = (slot: string, stretch: readonly string[]) => retarget(stretch, new Map([[from, slot]]), semicolon)
  const head = lines.slice(0, body)
  const tail = lines.slice(end)
  if (order === 'part by part' || tools.length === 0)
    return [...head, ...slots.flatMap((slot) => on(slot, lines.slice(body, end))), ...tail]
  return [
    ...head,
    ...lines.slice(body, tools[0]),
    ...tools.flatMap((begins, at) => {
      const change = lines[begins]!
      const stretch = lines.slice(begins + 1, tools[at + 1] ?? end)
      // The tool is changed once, and then goes through all parts.
      return [change, ...slots.flatMap((slot) => on(slot, stretch))]
    }),
    ...tail,
  ]
}
