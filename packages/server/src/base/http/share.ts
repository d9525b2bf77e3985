import type { RequestHandler } from 'express'
import { forWhom, TooMany, Turns } from '../files/turns.ts'
import { Problem } from '../problem.ts'

/** So many things at once are done for one session; a page never asks for more than a browser sends at a time. */
const SHARE = 6
const MOST = 200
const MOST_WAITING = 300

/** Each session has its share of the server: whoever asks for hundreds of things at once waits for them, and nobody else does. */
export function shares(): RequestHandler {
  const turns = new Turns(MOST, SHARE, MOST_WAITING)
  return (request, response, next) => {
    const whose = request.session?.person ? request.sessionID : (request.ip ?? '')
    // The stream of what goes on stays open for as long as the page does.
    if (request.path === '/events') return forWhom.run(whose, next)
    turns
      .take(
        () =>
          new Promise<void>((resolve) => {
            if (response.destroyed || response.closed) return resolve()
            response.once('close', resolve)
            forWhom.run(whose, next)
          }),
        whose,
      )
      .catch((error: unknown) =>
        next(
          error instanceof TooMany
            ? new Problem(429, 'too-many', 'This browser asks for too much at once. Wait a moment; what you typed is kept.')
            : error,
        ),
      )
  }
}
