import { existsSync } from 'node:fs'
import { sep } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

const ROOT = fileURLToPath(new URL('../../../../', import.meta.url))

export interface ThreadModule {
  /** An address that `import` takes. */
  href: string
  path: string
  /** True where it is plain JavaScript; a source needs a thread that can read TypeScript. */
  built: boolean
}

/**
 * A module that runs in a thread of its own: as it was built where that is there, which begins in a moment, or as it is written.
 * @param source a `new URL` of the file’s name beside whoever asks; the build finds threads by these words (scripts/server-build.mjs)
 */
export function threadModule(source: URL): ThreadModule {
  const path = fileURLToPath(source)
  const folder = process.env.ROOK_BUILT
  const built = folder === undefined ? null : `${folder}${sep}${path.slice(ROOT.length).replace(/\.ts$/, '.js')}`
  if (built !== null && existsSync(built)) return { href: pathToFileURL(built).href, path: built, built: true }
  return { href: source.href, path, built: false }
}
