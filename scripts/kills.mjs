// npm run kills: pulls the plug on the server a hundred times while entries are being recorded.
import { onEnd, run, TSX } from './house.mjs'
import { ensurePackages } from './packages.mjs'
import { BUILT_THREADS, ensureServer } from './server-build.mjs'

ensurePackages()
await ensureServer()
const { startThrowAwayCluster } = await import('./postgres.mjs')
const ending = onEnd()
const cluster = await startThrowAwayCluster({ durable: true })
ending.add(() => cluster.stop())
cluster.createDatabase('kills')
await ending.end(
  await run(process.execPath, [...TSX, 'bench/kills.ts'], {
    env: { ...process.env, ...BUILT_THREADS, BENCH_DATABASE: cluster.url('kills') },
  }),
)
