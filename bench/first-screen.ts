import { openBrowser } from './browser.ts'
import { PIN } from './shop.ts'

export interface Wire {
  /** Kilobytes that came over the wire, heads and bodies, until the names stand there to pick from. */
  first: number
  /** And until the first field of a routine can be typed into. */
  field: number
}

/** What a browser receives, counted by the browser itself. */
export async function benchFirstScreen(url: string, machine: string): Promise<Wire> {
  const browser = await openBrowser()
  try {
    const page = await browser.newPage()
    const devtools = await page.context().newCDPSession(page)
    await devtools.send('Network.enable')
    let received = 0
    devtools.on('Network.loadingFinished', ({ encodedDataLength }) => (received += encodedDataLength))
    await page.goto(`${url}/sign-in`, { waitUntil: 'networkidle' })
    const first = received / 1000
    await page.getByRole('button', { name: 'Writer' }).click()
    for (const digit of PIN) await page.getByRole('button', { name: digit, exact: true }).click()
    await page.getByRole('button', { name: 'Enter', exact: true }).click()
    await page.waitForURL('**/floor')
    await page.goto(`${url}/machines/${machine}/routine/edge`, { waitUntil: 'networkidle' })
    await page.locator('input.figure').first().waitFor()
    return { first, field: received / 1000 }
  } finally {
    await browser.close()
  }
}
