/** One word of a template's line: a letter with a number that stays, or with a place that is filled. */
export interface PatternWord {
  letter: string
  /** The place's letter: `n`, `v`, `x` \u2026; null for a number that stays as it is. */
  place: string | null
  /** The number that stays, as it is written. */
  fixed: string
}

export type Pattern = readonly PatternWord[]

const WORD = /^([A-Z])(?:([-+]?\d+(?:\.\d*)?|[-+]?\.\d+)|\{([a-z])\})$/

/**
 * Cuts a template's line into its words (ISO 6983: a letter and a number).
 * @returns the words, or the first piece that is none
 */
export function parsePattern(line: string): { words: Pattern } | { strange: string } {
  const words: PatternWord[] = []
  for (const piece of line.trim().split(/\s+/).filter(Boolean)) {
    const [, letter, fixed, place] = WORD.exec(piece) ?? []
    if (!letter) return { strange: piece }
    words.push({ letter, place: place ?? null, fixed: fixed ?? '' })
  }
  return { words }
}

/** True for the word that says that a line sets data: G10, however it is written. */
const isSetting = ({ letter, place, fixed }: PatternWord) => letter === 'G' && place === null && Number(fixed) === 10

export const setsData = (pattern: Pattern): boolean => pattern.some(isSetting)

/** Words that tell lines apart: all but G10, which each of them has. */
const telling = (pattern: Pattern) => pattern.filter((word) => !isSetting(word))

/**
 * True when one line could have been written by either pattern: they have the same letters, and no letter has
 * numbers that cannot be the same. A number of a slot or tool is a whole one from 1 on.
 */
export function canBeConfused(a: Pattern, b: Pattern): boolean {
  const [one, other] = [telling(a), telling(b)]
  const letters = (words: Pattern) =>
    words
      .map(({ letter }) => letter)
      .sort()
      .join('')
  if (letters(one) !== letters(other)) return false
  return one.every((word) => {
    const twin = other.find(({ letter }) => letter === word.letter)!
    if (word.place === null && twin.place === null) return Number(word.fixed) === Number(twin.fixed)
    const [fixed, place] = word.place === null ? [word.fixed, twin.place] : twin.place === null ? [twin.fixed, word.place] : [null, null]
    if (fixed === null || place !== 'n') return true
    return Number.isInteger(Number(fixed)) && Number(fixed) >= 1
  })
}

/** The words of a line as a control writes them, in any order, with or without spaces; null where a letter stands twice. */
export function wordsOf(line: string): ReadonlyMap<string, string> | null {
  const words = new Map<string, string>()
  for (const [, letter, number] of line.matchAll(/([A-Z])\s*([-+]?[\d.]+)/g)) {
    // A line may have several G words; each is a word of its own.
    const key = letter === 'G' ? `G${Number(number)}` : letter!
    if (words.has(key)) return null
    words.set(key, number!)
  }
  return words
}

/** What stands in a pattern's places in a line; null when it is not a line of the pattern, to the last word. */
export function matchPattern(pattern: Pattern, words: ReadonlyMap<string, string>): Record<string, string> | null {
  const given: Record<string, string> = {}
  const used = new Set<string>()
  for (const { letter, place, fixed } of pattern) {
    const key = letter === 'G' ? `G${Number(fixed)}` : letter
    const value = words.get(key)
    if (value === undefined) return null
    used.add(key)
    if (place !== null) given[place] = value
    else if (Number(value) !== Number(fixed)) return null
  }
  for (const key of words.keys()) if (!used.has(key) && !(key in PASSED_OVER)) return null
  return given
}

/** Words that may stand in any line without changing what it sets: block number, absolute, unit. */
const PASSED_OVER: Readonly<Record<string, true>> = { N: true, G90: true, G20: true, G21: true }
