import type { Logger } from 'pino'
import type { Connection } from '../base/db/client.ts'
import { sealDay } from './make.ts'

const LOOK = 60_000

/** Seals each day soon after it began. What goes wrong is said, and tried again. @returns stops it */
export function keepSealing(connection: Connection, clock: () => string, logger: Logger): () => Promise<void> {
  let work: Promise<unknown> = Promise.resolve()
  const look = () => {
    work = work.then(() => sealDay(connection, clock())).catch((error: Error) => logger.warn(`the day is not sealed: ${error.message}`))
  }
  look()
  const timer = setInterval(look, LOOK)
  return async () => {
    clearInterval(timer)
    await work
  }
}
