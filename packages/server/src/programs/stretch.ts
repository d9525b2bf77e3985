import { atWork } from '../base/files/at-work.ts'
import { eachLine } from '@rook/core'
import { piecesOf } from './decode.ts'
import { unpacked } from './unpack.ts'

/** Some lines of a kept program. */
export interface StretchAsked {
  content: Uint8Array
  from: number
  count: number
}

/** Lines of a program, looked through no further than they stand. */
export function linesOf({ content, from, count }: StretchAsked): string[] {
  const bytes = unpacked(content)
  const lines: string[] = []
  let [at, rest] = [0, '']
  const take = (line: string) => {
    at++
    if (at >= from && lines.length < count) lines.push(line)
  }
  for (const piece of piecesOf(bytes)) {
    rest = eachLine(rest + piece, take)
    if (lines.length >= count) return lines
  }
  const last = rest.replace(/\r$/, '')
  if (last !== '') take(last)
  return lines
}

export default atWork((asked: StretchAsked) => linesOf(asked))
