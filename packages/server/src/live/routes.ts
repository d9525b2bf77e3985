import type { Express } from 'express'
import { Problem } from '../http/problem.ts'
import type { Ears } from './listen.ts'

const HEARTBEAT = 15_000

/** Server-sent events: an `entry` for each entry appended anywhere, `missed` when some may have been missed. */
export function liveRoutes(app: Express, ears: Ears): void {
  app.get('/api/events', (request, response) => {
    if (!request.session.person) throw new Problem(401, 'not-signed-in', 'Sign in first.')
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
      'X-Accel-Buffering': 'no',
    })
    response.write('retry: 1000\n\nevent: hello\ndata: {}\n\n')
    const remove = ears.add(
      (announcement) => response.write(`event: entry\ndata: ${JSON.stringify(announcement)}\n\n`),
      () => response.write('event: missed\ndata: {}\n\n'),
    )
    const beat = setInterval(() => response.write(': beat\n\n'), HEARTBEAT)
    request.on('close', () => {
      clearInterval(beat)
      remove()
    })
  })
}
