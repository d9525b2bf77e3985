// npm run ledger:verify: walks every machine's chain of entries and says whether it is whole.
import { onEnd, run, TSX } from './house.mjs'
import { ensurePackages } from './packages.mjs'

ensurePackages()
const ending = onEnd()
let databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) {
  const { startOwnCluster } = await import('./postgres.mjs')
  const cluster = await startOwnCluster()
  ending.add(() => cluster.stop())
  databaseUrl = cluster.url
}
await ending.end(
  await run(process.execPath, [...TSX, 'packages/server/src/verify.ts'], { env: { ...process.env, DATABASE_URL: databaseUrl } }),
)
