import type { Block, Word } from './block.ts'

/** A block with its words worked out. */
export interface Given {
  block: Block
  /** G codes in tenths, in the order they stand: 541 is G54.1. */
  codes: number[]
  /** M codes. */
  ms: number[]
  /** The other words by letter, the last of each. */
  words: ReadonlyMap<string, Word>
}

/** True where one of these letters stands in the block. */
export function has({ words }: Given, letters: string): boolean {
  for (const letter of letters) if (words.has(letter)) return true
  return false
}

/** The number behind a letter; null where there is none or it is not known. */
export const numberOf = ({ words }: Given, letter: string): number | null => words.get(letter)?.known ?? null

/** The block as it is written, without block number and comments. */
export const textOf = ({ block }: Given): string =>
  block.words
    .filter(({ letter }) => letter !== 'N')
    .map(({ letter, text }) => letter + text)
    .join(' ')
