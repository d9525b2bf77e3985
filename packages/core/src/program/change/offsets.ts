import { rewritten, wordsOf } from './words.ts'

/** New offset numbers by letter and old number: `H4` to `14`. */
export type Renumbered = Readonly<Partial<Record<'H' | 'D', ReadonlyMap<string, string>>>>

/**
 * Calls other offset numbers: H and D words outside comments. A figure in a macro’s arguments (`G65 … H4.`) is no offset and stays.
 */
export function renumber(lines: readonly string[], to: Renumbered, semicolon: boolean): string[] {
  return lines.map((line) => {
    const words = wordsOf(line, semicolon)
    if (words.some(({ letter, text }) => letter === 'G' && [65, 66, 10].includes(Number(text)))) return line
    const changes = words.flatMap((word) => {
      if (word.letter !== 'H' && word.letter !== 'D') return []
      const other = to[word.letter]?.get(String(Number(word.text)))
      return other === undefined ? [] : [{ word, text: `${line[word.from]!}${other.padStart(word.text.length, '0')}` }]
    })
    return rewritten(line, changes)
  })
}
