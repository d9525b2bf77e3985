// npm run test:server: the tests of the server and of the demo shop, on a throw-away PostgreSQL.
import { onEnd, run } from './house.mjs'
import { startThrowAwayCluster } from './postgres.mjs'
import { BUILT_THREADS, ensureServer } from './server-build.mjs'

const ending = onEnd()
await ensureServer()
const cluster = await startThrowAwayCluster()
ending.add(() => cluster.stop())
const code = await run('npx', ['vitest', 'run', '--project', 'server', '--project', 'demo', ...process.argv.slice(2)], {
  env: { ...process.env, ...BUILT_THREADS, TEST_DATABASE: cluster.url('postgres') },
})
await ending.end(code)
