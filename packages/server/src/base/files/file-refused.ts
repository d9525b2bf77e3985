/** Why a file cannot be read at all. */
export interface FileRefused {
  code: string
  sentence: string
}

export function refusalOf(code: string, sentence: string): Error & { refused: FileRefused } {
  return Object.assign(new Error(sentence), { refused: { code, sentence } })
}

export type Answered<Read> = { read: Read } | { refused: FileRefused }
