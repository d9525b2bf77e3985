import { arraysOf, buildPath } from './build-path.ts'
import { textPieces } from './text-pieces.ts'
import type { Asked, Told } from './use-path.ts'

const tell = (told: Told, transfer: ArrayBuffer[] = []) => postMessage(told, { transfer })

addEventListener('message', async ({ data: { url, bytes, dialect } }: MessageEvent<Asked>) => {
  try {
    const pieces = await textPieces(await fetch(url), bytes, (share) => tell({ share }))
    const path = buildPath(pieces, dialect)
    tell({ path }, arraysOf(path))
  } catch {
    tell({ trouble: 'The text did not come. Look at the path again when the server answers.' })
  }
})
