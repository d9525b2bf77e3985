/** Why a file cannot be read at all. */
export interface FileRefused {
  code: string
  sentence: string
}

export function refusalOf(code: string, sentence: string): Error & { refused: FileRefused } {
  return Object.assign(new Error(sentence), { refused: { code, sentence } })
}

export type Answered<Read> = { read: Read } | { refused: FileRefused }

/** For a worker: a refusal comes back as a value, since an error loses its shape on the way. */
export function answerOf<Read>(read: () => Read): Answered<Read> {
  try {
    return { read: read() }
  } catch (error) {
    if (error instanceof Error && 'refused' in error) return { refused: error.refused as FileRefused }
    throw error
  }
}
