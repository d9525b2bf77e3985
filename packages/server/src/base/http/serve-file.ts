import { promisify } from 'node:util'
import { gunzip } from 'node:zlib'
import { DOWNLOADS, type DownloadName } from '@rook/contract'
import type { Express, Request } from 'express'
import { refuseUnlessMay } from './may.ts'
import { Problem } from '../problem.ts'

const unpress = promisify(gunzip)

export interface Sent {
  content: Buffer
  /** Its media type. */
  type: string
  /** What it is called when somebody keeps it. */
  name: string
  /** True where a page may show it as a picture; all else is kept, not opened. */
  shown?: boolean
  /** True where the same address always means the same bytes. */
  unchanging?: boolean
  /** True where the content is pressed with gzip already, as whoever asks for it nearly always takes it. */
  pressed?: boolean
}

/** Answers with a file. A browser keeps it or shows it as a picture; nothing in it is ever run. */
export function serveFile(app: Express, name: DownloadName, answer: (request: Request, now: string) => Promise<Sent>): void {
  const { path, access } = DOWNLOADS[name]
  app.get(path.replace(/\{(\w+)\}/g, ':$1'), async (request, response) => {
    const { person } = request.session
    if (!person) throw new Problem(401, 'not-signed-in', 'Sign in first.')
    refuseUnlessMay(person, access)
    const {
      content,
      type,
      name: called,
      shown = false,
      unchanging = false,
      pressed = false,
    } = await answer(request, (app.locals.clock as () => string)())
    response.set({
      'Content-Type': type,
      'Content-Security-Policy': "sandbox; default-src 'none'",
      'X-Content-Type-Options': 'nosniff',
      'Content-Disposition': `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(called).replaceAll("'", '%27')}`,
      'Cache-Control': unchanging ? 'private, max-age=31536000, immutable' : 'no-store',
    })
    if (!pressed) {
      response.send(content)
      return
    }
    response.vary('Accept-Encoding')
    if (request.acceptsEncodings('gzip')) response.set('Content-Encoding', 'gzip').send(content)
    else response.send(await unpress(content))
  })
}
