import { prepareDatabase, Unfit } from './base/db/prepare.ts'
import { plainLogger } from './base/log.ts'
import { startServer } from './server.ts'

const databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) {
  console.error('DATABASE_URL is not set. Start with `npm start`, which runs a PostgreSQL of its own.')
  process.exit(1)
}

// Work that nobody waits for any more must not take the ledger with it.
process.on('unhandledRejection', (error) => console.error('left alone:', error))

try {
  const running = await startServer({
    databaseUrl: await prepareDatabase(databaseUrl, process.env.DATABASE_OWNER_URL || null),
    host: process.env.HOST || '127.0.0.1',
    port: Number(process.env.PORT || 0),
    logger: plainLogger(process.env.LOG_LEVEL || 'warn'),
    trustProxy: process.env.TRUST_PROXY,
    panels: JSON.parse(process.env.PRACTICE_PANELS || '{}') as Record<string, string>,
  })
  // The start script waits for this line to know where the server listens.
  console.log(`listening ${running.url}`)
  const stop = () => void running.stop().finally(() => process.exit(0))
  process.once('SIGINT', stop)
  process.once('SIGTERM', stop)
} catch (error) {
  const { code } = error as { code?: string }
  const another = 'Choose another: PORT=4100 npm start'
  const because: Readonly<Record<string, string>> = {
    EADDRINUSE: `Port ${process.env.PORT} is taken by another program. ${another}`,
    EACCES: `Port ${process.env.PORT} is not this login’s to open; ports below 1024 are the system’s. ${another}`,
    EADDRNOTAVAIL: `HOST=${process.env.HOST} is no address of this computer.`,
  }
  console.error(because[code ?? ''] ?? (error instanceof Unfit ? error.message : error))
  process.exit(1)
}
