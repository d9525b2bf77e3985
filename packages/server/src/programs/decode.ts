import { isUtf8 } from 'node:buffer'

const PIECE = 1_000_000

/** Text of a program in pieces: UTF-8 where it is that throughout, else ISO 8859-1. */
export function* piecesOf(bytes: Uint8Array): Generator<string> {
  const decoder = new TextDecoder(isUtf8(bytes) ? 'utf-8' : 'latin1')
  for (let at = 0; at < bytes.length; at += PIECE) yield decoder.decode(bytes.subarray(at, at + PIECE), { stream: true })
  yield decoder.decode()
}
