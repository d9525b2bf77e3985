// npm run fuzz: sends the demo shop's server what people, programs and attackers might, on a throw-away PostgreSQL.
import { onEnd, run, TSX } from './house.mjs'
import { ensurePackages } from './packages.mjs'
import { BUILT_THREADS, ensureServer } from './server-build.mjs'

ensurePackages()
await ensureServer()
const { startThrowAwayCluster } = await import('./postgres.mjs')
const ending = onEnd()
const cluster = await startThrowAwayCluster()
ending.add(() => cluster.stop())
cluster.createDatabase('fuzz')
await ending.end(
  await run(process.execPath, [...TSX, 'bench/fuzz.ts'], {
    env: { ...process.env, ...BUILT_THREADS, BENCH_DATABASE: cluster.url('fuzz') },
  }),
)
