import type { Dialect } from '@rook/core'
import { arraysOf, buildPath } from './build-path.ts'

const pieces: string[] = []

addEventListener('message', ({ data }: MessageEvent<{ piece: string } | { dialect: Dialect }>) => {
  if ('piece' in data) {
    pieces.push(data.piece)
    return
  }
  const built = buildPath(pieces, data.dialect)
  postMessage(built, { transfer: arraysOf(built) })
})
