// What browser tests and screenshots need: the built interface, Chromium, and a demo shop to copy from.
import { ensureChromium } from './debian.mjs'
import { giveUp, run, say, TSX } from './house.mjs'
import { ensureInterface } from './interface.mjs'
import { startThrowAwayCluster } from './postgres.mjs'

/** Starts a throw-away PostgreSQL with the demo shop in it, and answers with what Playwright has to know. */
export async function startBrowserShop(ending) {
  const chromium = ensureChromium()
  ensureInterface()
  const cluster = await startThrowAwayCluster()
  ending.add(() => cluster.stop())
  cluster.createDatabase('demo')
  say('Playing the demo shop’s fortnight …')
  const env = { ...process.env, DATABASE_URL: cluster.url('demo') }
  if ((await run(process.execPath, [...TSX, 'demo/reset.ts'], { env })) !== 0) giveUp('The demo shop could not be loaded.')
  return { ...process.env, CHROMIUM: chromium, DEMO_DATABASE: cluster.url('demo') }
}
