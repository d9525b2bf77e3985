import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { openApi } from '@rook/contract'
import express, { type Express, type RequestHandler } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { assemblyRoutes } from './assemblies/routes.ts'
import type { Connection } from './db/client.ts'
import { draftRoutes } from './drafts/routes.ts'
import { entryRoutes } from './entries/routes.ts'
import { exchangeRoutes } from './exchange/routes.ts'
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

const small = express.json({ limit: '64kb', reviver: withoutNul })
const figures = express.json({ limit: '512kb', reviver: withoutNul })
const files = express.json({ limit: '45mb', reviver: withoutNul })

/** How large a body may be, by what it is for. */
const bodies: RequestHandler = (request, response, next) => {
  // Only somebody who has signed in may send a whole file.
  if (request.session.person && /\/presets(\/read)?$/.test(request.path)) return files(request, response, next)
  const reader = /\/(tools|seen|held)$/.test(request.path) ? figures : small
  return reader(request, response, next)
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
      // Browsers heed these over HTTPS alone, and complain of them elsewhere.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
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
    sessions(pool, secret, (message) => logger.warn(message)),
    // A preset file comes whole; everything else a person sends is small.
    bodies,
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
  floorRoutes(app, connection, clock)
  gaugeRoutes(app, connection, clock)
  assemblyRoutes(app, connection, clock)
  exchangeRoutes(app, connection, clock)
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
