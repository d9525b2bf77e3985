/**
 * The text of an answer as it comes, in pieces. What is no UTF-8 can only be in comments, and a path has no use for those.
 * @param bytes how long it is, for how far it has come
 * @throws Error where the server refuses, or the line breaks
 */
export async function textPieces(answer: Response, bytes: number, told: (share: number) => void): Promise<string[]> {
  if (!answer.ok || !answer.body) throw new Error(`answered with ${answer.status}`)
  const decoder = new TextDecoder()
  const reader = answer.body.getReader()
  const pieces: string[] = []
  let come = 0
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    come += next.value.length
    pieces.push(decoder.decode(next.value, { stream: true }))
    told(Math.min(1, come / bytes))
  }
  pieces.push(decoder.decode())
  return pieces
}
