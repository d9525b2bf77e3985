// What browser tests and screenshots need: the built interface, Chromium, and a demo shop to copy from.
import { ensureChromium } from './debian.mjs'
import { giveUp, run, say } from './house.mjs'
import { ensureInterface } from './interface.mjs'
import { startThrowAwayCluster } from './postgres.mjs'
import { BUILT_THREADS, builtProgram, ensureServer } from './server-build.mjs'

/** Starts a throw-away PostgreSQL with the demo shop in it, and answers with what Playwright has to know. */
export async function startBrowserShop(ending) {
  const chromium = ensureChromium()
  ensureInterface()
  await ensureServer()
  const cluster = await startThrowAwayCluster()
  ending.add(() => cluster.stop())
  cluster.createDatabase('demo')
  say('Playing the demo shop’s fortnight …')
  const env = { ...process.env, DATABASE_URL: cluster.url('demo') }
  if ((await run(process.execPath, [builtProgram('demo/reset.ts')], { env })) !== 0) giveUp('The demo shop could not be loaded.')
  return { ...process.env, ...BUILT_THREADS, CHROMIUM: chromium, DEMO_DATABASE: cluster.url('demo') }
}
