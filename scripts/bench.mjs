// npm run bench: ratios and rates in one run, on a throw-away PostgreSQL that keeps its promises.
import { ensureChromium } from './debian.mjs'
import { onEnd, run, TSX } from './house.mjs'
import { ensureInterface } from './interface.mjs'
import { ensurePackages } from './packages.mjs'
import { BUILT_THREADS, ensureServer } from './server-build.mjs'

ensurePackages()
const { startThrowAwayCluster } = await import('./postgres.mjs')
const ending = onEnd()
const CHROMIUM = ensureChromium()
ensureInterface()
await ensureServer()
const cluster = await startThrowAwayCluster({ durable: true })
ending.add(() => cluster.stop())
cluster.createDatabase('bench')
cluster.createDatabase('year')
cluster.createDatabase('history')
cluster.createDatabase('beginning')
cluster.createDatabase('observed')
await ending.end(
  await run(process.execPath, [...TSX, 'bench/main.ts', ...process.argv.slice(2)], {
    env: {
      ...process.env,
      ...BUILT_THREADS,
      CHROMIUM,
      BENCH_DATABASE: cluster.url('bench'),
      BENCH_YEAR: cluster.url('year'),
      BENCH_HISTORY: cluster.url('history'),
      BENCH_OBSERVED: cluster.url('observed'),
      BENCH_BEGINNING: cluster.url('beginning'),
    },
  }),
)
