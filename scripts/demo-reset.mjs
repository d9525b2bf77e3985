// npm run demo:reset: starts the demo shop over. The ledger that was there is dropped.
import { giveUp, onEnd, run, say, TSX } from './house.mjs'
import { ensurePackages } from './packages.mjs'

ensurePackages()
const ending = onEnd()
if (process.env.DATABASE_URL && process.env.CONFIRM !== 'yes')
  giveUp('This drops everything in the database that DATABASE_URL names. To go on: CONFIRM=yes npm run demo:reset')
let databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) {
  const { startOwnCluster } = await import('./postgres.mjs')
  const cluster = await startOwnCluster()
  ending.add(() => cluster.stop())
  databaseUrl = cluster.url
}
const code = await run(process.execPath, [...TSX, 'demo/reset.ts'], { env: { ...process.env, DATABASE_URL: databaseUrl } })
if (code === 0) say('The demo shop is as new.')
await ending.end(code)
