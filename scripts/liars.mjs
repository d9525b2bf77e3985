// npm run liars: an hour of agents and line channels that lie, on a throw-away PostgreSQL; LIARS_MINUTES for less.
import { onEnd, run, TSX } from './house.mjs'
import { ensurePackages } from './packages.mjs'
import { BUILT_THREADS, ensureServer } from './server-build.mjs'

ensurePackages()
await ensureServer()
const { startThrowAwayCluster } = await import('./postgres.mjs')
const ending = onEnd()
const cluster = await startThrowAwayCluster()
ending.add(() => cluster.stop())
cluster.createDatabase('liars')
await ending.end(
  await run(process.execPath, [...TSX, 'bench/liars.ts'], {
    env: { ...process.env, ...BUILT_THREADS, BENCH_DATABASE: cluster.url('liars') },
  }),
)
