/** A word of a line as it is written: where it stands, its letter, its number as a figure. */
export interface Found {
  from: number
  to: number
  letter: string
  /** The number as it is written. */
  text: string
}

/** Stretches of a line that are no code: comments in brackets, and what stands behind a semicolon. */
function comments(line: string, semicolon: boolean): [number, number][] {
  const found: [number, number][] = []
  let at = 0
  while (at < line.length) {
    if (line[at] === ';' && semicolon) return [...found, [at, line.length]]
    if (line[at] !== '(') {
      at++
      continue
    }
    const end = line.indexOf(')', at)
    const to = end < 0 ? line.length : end + 1
    found.push([at, to])
    at = to
  }
  return found
}

const WORD = /([A-Za-z])\s*([+-]?(?:\d+\.?\d*|\.\d+))/g

/** The words of a line outside its comments; expressions are none, for what they come to is not written there. */
export function wordsOf(line: string, semicolon: boolean): Found[] {
  const silent = comments(line, semicolon)
  return [...line.matchAll(WORD)].flatMap((match) => {
    const from = match.index
    const isSilent = silent.some(([begins, ends]) => from >= begins && from < ends)
    return isSilent ? [] : [{ from, to: from + match[0].length, letter: match[1]!.toUpperCase(), text: match[2]! }]
  })
}

/** The line with some of its words written otherwise; everything between them stays to the letter. */
export function rewritten(line: string, changes: readonly { word: Pick<Found, 'from' | 'to'>; text: string }[]): string {
  let [out, at] = ['', 0]
  for (const { word, text } of [...changes].sort((one, other) => one.word.from - other.word.from)) {
    out += line.slice(at, word.from) + text
    at = word.to
  }
  return out + line.slice(at)
}
