import { openApi, type Address } from '@rook/contract'
import compression from 'compression'
import express, { type Express } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { assemblyRoutes } from './assemblies/routes.ts'
import type { Connection } from './base/db/client.ts'
import { draftRoutes } from './drafts/routes.ts'
import { entryRoutes } from './entries/routes.ts'
import { FileReaders } from './base/files/file-readers.ts'
import { exchangeRoutes } from './exchange/routes.ts'
import { faultRoutes } from './faults/routes.ts'
import { findRoutes } from './find/routes.ts'
import { Overview } from './floor/overview.ts'
import { floorRoutes } from './floor/routes.ts'
import { gaugeRoutes } from './gauges/routes.ts'
import { problems, unknownAddress } from './base/http/errors.ts'
import { looksWell } from './base/http/health.ts'
import { serveInterface } from './base/http/interface.ts'
import { ownAddress } from './base/http/own-address.ts'
import { ownOrigin } from './base/http/origin.ts'
import { plainAddress } from './base/http/plain-text.ts'
import { sessions } from './base/http/session.ts'
import { shares } from './base/http/share.ts'
import type { Announcements } from './base/live/listen.ts'
import { liveRoutes } from './base/live/routes.ts'
import type { LinksThread } from './machine-link/links-thread.ts'
import { Observations } from './machine-link/observations.ts'
import { machineLinkRoutes } from './machine-link/routes.ts'
import { machineRoutes } from './machines/routes.ts'
import { peopleRoutes } from './people/routes.ts'
import { handoverRoutes } from './handover/routes.ts'
import { remarkRoutes } from './remarks/routes.ts'
import { planRoutes } from './plan/routes.ts'
import { ProgramReads } from './programs/reads.ts'
import { programRoutes } from './programs/routes.ts'
import { practiceRoutes } from './practice/routes.ts'
import { workpieceRoutes } from './workpieces/routes.ts'
import { setupRecordRoutes } from './setup-record/routes.ts'
import { setupRoutes } from './setups/routes.ts'
import { shopRoutes } from './shop/routes.ts'

const VERSION = '0.1.0'

export interface AppParts {
  links: Pick<LinksThread, 'look' | 'asked'>
  /** Where the ledger itself listens. */
  doors: () => readonly Address[]
  /** Where the panels of practice machines are, by machine. */
  panels?: Readonly<Record<string, string>>
  connection: Connection
  announcements: Announcements
  secret: string
  logger: Logger
  /** How many proxies stand before it, or their addresses; what they say of the asker is believed. */
  trustProxy?: string | undefined
  clock?: (() => string) | undefined
}

/** Made when somebody first asks for it: describing every call takes longer than all else that a start does. */
let description: string | null = null
const described = () => (description ??= JSON.stringify(openApi(VERSION)))

/** From here on it pays to press an answer together. */
const WORTH_PRESSING = 1_400

/** The whole of the HTTP side: API, live events, and the built interface. */
export function createApp(parts: AppParts): { app: Express; stop: () => Promise<void> } {
  const { connection, announcements, links, panels = {}, secret, logger, clock = () => new Date().toISOString() } = parts
  const app = express()
  app.locals.clock = clock
  app.disable('x-powered-by')
  app.set('etag', false)
  if (parts.trustProxy) app.set('trust proxy', /^\d+$/.test(parts.trustProxy) ? Number(parts.trustProxy) : parts.trustProxy)
  // A logger for each request costs as much as a check; it is there where somebody looks for trouble.
  if (logger.isLevelEnabled('debug')) app.use(pinoHttp({ logger }))
  app.locals.logger = logger
  app.use(
    helmet({
      // The shop's own network is plain HTTP more often than not; a proxy with TLS adds its own.
      strictTransportSecurity: false,
      // Browsers heed these over HTTPS alone, and complain of them elsewhere.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
      // Only browsers that cannot run this interface heeded these.
      xDownloadOptions: false,
      xPermittedCrossDomainPolicies: false,
      xXssProtection: false,
      contentSecurityPolicy: {
        directives: { 'upgrade-insecure-requests': null, 'style-src': ["'self'", "'unsafe-inline'"], 'font-src': ["'self'", 'data:'] },
      },
    }),
  )
  const observations = new Observations()
  announcements.add({
    heard: ({ kind }) => (kind === 'machine' || kind === 'shop') && links.look(),
    missed: () => links.look(),
    observed: (text) => observations.take(text, (ask) => links.asked(ask)),
  })
  const readers = new FileReaders()
  const reads = new ProgramReads(readers)
  const overview = new Overview(connection, reads)

  app.use('/api', compression({ threshold: WORTH_PRESSING }), plainAddress, ownAddress(connection), ownOrigin)
  app.get('/api/health', async (_request, response) => {
    await looksWell(connection.pool)
    response.json({ ok: true })
  })
  app.get('/api/openapi.json', (_request, response) => {
    response.type('json').send(described())
  })
  app.use(
    '/api',
    sessions(connection.pool, secret, announcements, (message) => logger.warn(message)),
    shares(),
    (_request, response, next) => {
      response.set('Cache-Control', 'no-store')
      next()
    },
  )
  peopleRoutes(app, connection)
  shopRoutes(app, connection)
  machineRoutes(app, connection)
  planRoutes(app, connection)
  programRoutes(app, connection, readers, reads)
  remarkRoutes(app, connection)
  setupRecordRoutes(app, connection, readers, reads)
  handoverRoutes(app, connection, overview)
  setupRoutes(app, connection)
  entryRoutes(app, connection)
  draftRoutes(app, connection)
  floorRoutes(app, overview)
  gaugeRoutes(app, connection)
  assemblyRoutes(app, connection)
  exchangeRoutes(app, connection, readers)
  workpieceRoutes(app, connection, readers)
  faultRoutes(app, logger)
  findRoutes(app, connection)
  practiceRoutes(app, panels)
  machineLinkRoutes(app, connection, observations, parts.doors)
  const live = liveRoutes(app, announcements, observations)
  app.use('/api', unknownAddress)
  serveInterface(app)
  app.use(unknownAddress)
  app.use(problems)
  return {
    app,
    async stop() {
      live.end()
      await readers.stop()
    },
  }
}
