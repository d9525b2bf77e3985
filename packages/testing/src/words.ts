/** What no line of ours ever is: each with what is wrong with it. */
const WRONG: readonly (readonly [RegExp, string])[] = [
  [/\b(undefined|null|NaN|Infinity)\b/, 'a value that is none'],
  [/\[object/, 'a thing for its name'],
  [/°°|%%|±\s*±|[−-]\s*−|\+\s*−/, 'a sign twice'],
  [/[,;:]\s*[,;:.]|\.\.(?!\.)|\(\s*\)|“\s*”|,\s*$/, 'nothing between two signs'],
  [/\b(mm mm|in in|µm µm|mm in|mm µm)\b/, 'a unit twice'],
  // A field's label may stand before a value that begins alike.
  [/\b(?!Setter Setter [A-Z]\b)(\w{2,}) \1\b(?! \d)/i, 'a word twice'],
  [
    /(?<![\d.,])1 (touches|readings|places|sizes|edges|entries|figures|parts|tools|steps|gauges|days|minutes|hours|readouts|lines|slots|mistakes|questions)\b/,
    'one of several',
  ],
  [/[a-z][A-Z]\d?[a-z]{3,}\d|\b[A-Z][a-z]+ \d+[a-z]{3,}/, 'two words in one'],
  [/^[,;:.)]/, 'a sign at the beginning'],
  [/\S(?<!^\d+) {2}/, 'two spaces'],
]

/** A figure in the unit that the machine does not count in. */
const OTHER = { mm: /\d (in|inch|inches)(?![a-z])(?! [a-zA-Z])/, in: /\d mm\b/ }

/** Every fault of some lines of words; `unit` is that of the machine they are about. */
export function faultsOf(lines: readonly string[], unit: 'mm' | 'in' | null): string[] {
  return lines.flatMap((line) => {
    const text = line.trim()
    const wrong = WRONG.filter(([pattern]) => pattern.test(text)).map(([, what]) => `${what}: ${text}`)
    return unit !== null && OTHER[unit].test(text) ? [...wrong, `the unit of another machine: ${text}`] : wrong
  })
}
