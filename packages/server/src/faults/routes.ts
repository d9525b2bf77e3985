import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Logger } from 'pino'
import { serve } from '../base/http/serve.ts'

/** A screen that fails again and again must not fill the log. */
const MOST_A_MINUTE = 30

/** Faults of the interface, told by the browser in which they happened. */
export function faultRoutes(app: Express, logger: Logger): void {
  let minute = 0
  let count = 0
  serve(app, api.reportFault, ({ body, person }) => {
    const now = Math.floor(Date.now() / 60_000)
    if (now !== minute) [minute, count] = [now, 0]
    const logged = ++count <= MOST_A_MINUTE
    if (logged) logger.error({ fault: body, person: person.id }, 'a fault of the interface')
    return Promise.resolve({ logged })
  })
}
