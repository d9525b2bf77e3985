import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Address } from '@rook/contract'
import { type Logger } from 'pino'
import { createApp } from './app.ts'
import { connect, type Connection } from './base/db/client.ts'
import { Announcements } from './base/live/listen.ts'
import { LinksThread } from './machine-link/links-thread.ts'
import { ownDoors } from './machine-link/own-doors.ts'
import { plainLogger } from './base/log.ts'
import { keepSealing } from './seal/keep-sealing.ts'
import { sessionSecret } from './secret.ts'

export interface Running {
  url: string
  connection: Connection
  stop(): Promise<void>
}

export interface ServerOptions {
  /** The application's own login, on a prepared database (see db/prepare.ts). */
  databaseUrl: string
  host: string
  /** 0 takes a free one. */
  port: number
  logger?: Logger
  clock?: () => string
  trustProxy?: string | undefined
  /** Where the panels of practice machines are, by machine. */
  panels?: Readonly<Record<string, string>>
}

/** Starts the server on a prepared database and answers when it listens. */
export async function startServer({
  databaseUrl,
  host,
  port,
  logger = plainLogger('warn'),
  clock,
  trustProxy,
  panels = {},
}: ServerOptions): Promise<Running> {
  const connection = connect(databaseUrl, (error) => logger.warn(`database connection lost: ${error.message}`))
  const announcements = new Announcements(databaseUrl, (error) => logger.warn(`live connection lost: ${(error as Error).message}`))
  await announcements.start()
  const secret = await sessionSecret(connection.db)
  const links = new LinksThread(logger)
  let doors: Address[] = []
  const { app, stop } = createApp({ connection, announcements, links, doors: () => doors, panels, secret, logger, clock, trustProxy })
  const server = createServer(app)
  await listen(server, port, host)
  const address = server.address() as AddressInfo
  doors = await ownDoors(databaseUrl, address.port)
  links.start({ databaseUrl, own: doors, level: logger.level })
  const stopSealing = keepSealing(connection, clock ?? (() => new Date().toISOString()), logger)
  return {
    url: `http://${host.includes(':') ? `[${host}]` : host}:${address.port}`,
    connection,
    async stop() {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await stop()
      await stopSealing()
      await links.stop()
      await announcements.stop()
      await connection.pool.end()
    },
  }
}

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, host, () => {
      server.off('error', reject)
      resolve()
    })
  })
}
