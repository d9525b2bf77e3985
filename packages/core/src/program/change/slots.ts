import { rewritten, wordsOf, type Found } from './words.ts'

/** A slot as a program writes it: `G54`, `G54.1 P7`. */
interface Written {
  g: Found
  /** The P of an additional slot. */
  p: Found | null
  slot: string
}

const PLAIN = /^0*(5[4-9](\.0*)?|59\.[1-9])$/

/** The slots that a line calls outside its comments. */
export function slotsOn(line: string, semicolon: boolean): Written[] {
  const words = wordsOf(line, semicolon)
  return words.flatMap((g): Written[] => {
    if (g.letter !== 'G') return []
    const number = Number(g.text)
    if (Math.abs(number - 54.1) < 1e-9) {
      const p = words.find(({ letter, from }) => letter === 'P' && from > g.from) ?? words.find(({ letter }) => letter === 'P') ?? null
      return p ? [{ g, p, slot: `G54.1 P${Math.trunc(Number(p.text))}` }] : []
    }
    return PLAIN.test(g.text) ? [{ g, p: null, slot: `G${number}` }] : []
  })
}

/**
 * Calls other slots in a program: each line with the slots of `to` in place of those it calls. `G540`, a `G54` in a comment and a `P`
 * that belongs to no slot stay as they are.
 * @param to new slot by old one; the others stay
 */
export function retarget(lines: readonly string[], to: ReadonlyMap<string, string>, semicolon: boolean): string[] {
  return lines.map((line) => {
    const changes = slotsOn(line, semicolon).flatMap(({ g, p, slot }) => {
      const other = to.get(slot)
      if (other === undefined || other === slot) return []
      const [code, number] = other.split(' ')
      // An additional slot brings its P with it; a plain one has none.
      if (p && number)
        return [
          { word: g, text: code! },
          { word: p, text: number },
        ]
      if (p)
        return [
          { word: g, text: code! },
          { word: spaceBefore(line, p), text: '' },
        ]
      return [{ word: g, text: other }]
    })
    return rewritten(line, changes)
  })
}

/** A word together with the space before it, so that none is left where it goes. */
function spaceBefore(line: string, word: Found): Found {
  let { from } = word
  while (from > 0 && line[from - 1] === ' ') from--
  return { ...word, from }
}
