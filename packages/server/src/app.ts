import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { openApi } from '@rook/contract'
import express, { type Express } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import type { Connection } from './db/client.ts'
import { draftRoutes } from './drafts/routes.ts'
import { entryRoutes } from './entries/routes.ts'
import { floorRoutes } from './floor/routes.ts'
import { gaugeRoutes } from './gauges/routes.ts'
import { problems, unknownAddress } from './http/errors.ts'
import { sessions } from './http/session.ts'
import { plainAddress, withoutNul } from './http/plain-text.ts'
import type { Ears } from './live/listen.ts'
import { liveRoutes } from './live/routes.ts'
import { machineRoutes } from './machines/routes.ts'
import { peopleRoutes } from './people/routes.ts'
import { setupRoutes } from './setups/routes.ts'

const INTERFACE = fileURLToPath(new URL('../../web/dist', import.meta.url))
const VERSION = '0.1.0'

export interface AppParts {
  connection: Connection
  ears: Ears
  secret: string
  logger: Logger
  clock?: () => string
}

/** The whole of the HTTP side: API, live events, and the built interface. */
export function createApp({ connection, ears, secret, logger, clock = () => new Date().toISOString() }: AppParts): Express {
  const { db, pool } = connection
  const app = express()
  app.disable('x-powered-by')
  app.set('etag', false)
  app.use(pinoHttp({ logger, autoLogging: logger.isLevelEnabled('debug') }))
  app.use(
    helmet({
      // The shop's own network is plain HTTP more often than not; a proxy with TLS adds its own.
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        directives: { 'upgrade-insecure-requests': null, 'style-src': ["'self'", "'unsafe-inline'"], 'font-src': ["'self'", 'data:'] },
      },
    }),
  )

  app.get('/api/health', async (_request, response) => {
    await pool.query('SELECT 1')
    response.json({ ok: true })
  })
  app.get('/api/openapi.json', (_request, response) => {
    response.json(openApi(VERSION))
  })
  app.use(
    '/api',
    plainAddress,
    express.json({ limit: '64kb', reviver: withoutNul }),
    sessions(pool, secret, (message) => logger.warn(message)),
    (_request, response, next) => {
      response.set('Cache-Control', 'no-store')
      next()
    },
  )
  peopleRoutes(app, connection, clock)
  machineRoutes(app, connection, clock)
  setupRoutes(app, connection, clock)
  entryRoutes(app, connection, clock)
  draftRoutes(app, db, clock)
  floorRoutes(app, connection)
  gaugeRoutes(app, connection, clock)
  liveRoutes(app, ears)
  app.use('/api', unknownAddress)
  serveInterface(app)
  app.use(problems)
  return app
}

function serveInterface(app: Express): void {
  if (!existsSync(INTERFACE)) return
  app.use('/assets', express.static(`${INTERFACE}/assets`, { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(express.static(INTERFACE, { etag: true, cacheControl: false }))
  app.get('/{*path}', (_request, response) => response.sendFile('index.html', { root: INTERFACE }))
}
