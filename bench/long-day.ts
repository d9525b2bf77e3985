import { prepareDatabase } from '@rook/server/base/db/prepare'
import { openBrowser, signInAt } from './browser.ts'
import { latest, post } from './recording.ts'
import { PIN, signIn, WRITERS } from './shop.ts'
import { startServerProcess } from './server-process.ts'

export interface LongDay {
  entries: number
  /** Megabytes of the heap after the first entries, and after all of them. */
  before: number
  after: number
}

const WARM = 400
const ENTRIES = 10_000

/** A tab that is left open on the floor while the shop records: what it keeps must not grow with what went by. */
export async function benchLongDay(databaseUrl: string): Promise<LongDay> {
  await prepareDatabase(databaseUrl)
  const server = await startServerProcess(databaseUrl)
  const browser = await openBrowser()
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await signInAt(page, server.url, 'Writer', PIN)
    await page.locator('main').getByRole('heading').first().waitFor()
    const devtools = await page.context().newCDPSession(page)
    const heap = async () => {
      await page.waitForTimeout(4_000)
      await devtools.send('HeapProfiler.collectGarbage')
      const { usedSize } = await devtools.send('Runtime.getHeapUsage')
      return usedSize / 1e6
    }
    const own = await signIn(server.url)
    const bases = await Promise.all(Array.from({ length: WRITERS }, (_, writer) => latest(databaseUrl, writer)))
    let turn = 0
    const record = (many: number) =>
      Promise.all(
        bases.map(async (_, writer) => {
          for (let at = 0; at < many / WRITERS; at++) bases[writer] = await post(server.url, own, writer, turn++, bases[writer]!)
        }),
      )
    await record(WARM)
    const before = await heap()
    await record(ENTRIES)
    return { entries: ENTRIES, before, after: await heap() }
  } finally {
    await browser.close()
    await server.stop('SIGTERM')
  }
}
