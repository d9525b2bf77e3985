import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import express, { type Express, type RequestHandler } from 'express'
import expressStaticGzip from 'express-static-gzip'
import { Problem } from '../problem.ts'

const INTERFACE = fileURLToPath(new URL('../../../../web/dist', import.meta.url))

/** The page is asked for anew each time: it names the files of the present build, and an old copy names files that are gone. */
const fresh = (response: { setHeader(name: string, value: string): void }) => response.setHeader('Cache-Control', 'no-cache')

/** Headers that speak of a page. A script, a style or a face is never one, and a first visit fetches 150 of them. */
const OF_A_PAGE = ['Content-Security-Policy', 'Referrer-Policy', 'X-Frame-Options', 'X-DNS-Prefetch-Control']

/** The built interface: files as the build has pressed them together, and one page for every address of the interface. */
export function serveInterface(app: Express): void {
  if (!existsSync(INTERFACE)) return
  app.use(
    '/assets',
    expressStaticGzip(`${INTERFACE}/assets`, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        immutable: true,
        maxAge: '1y',
        fallthrough: true,
        setHeaders: (response) => OF_A_PAGE.forEach((name) => response.removeHeader(name)),
      },
    }),
    noSuchFile,
  )
  app.use(express.static(INTERFACE, { etag: true, index: false, setHeaders: fresh }))
  app.get('/{*path}', (_request, response) => {
    fresh(response)
    response.sendFile('index.html', { root: INTERFACE, cacheControl: false })
  })
}

/** A tab from before an update asks for files that are gone; it reloads when it is told so. */
const noSuchFile: RequestHandler = (request) => {
  throw new Problem(404, 'not-found', `There is no file ${request.path} any more. Load the page again.`)
}
