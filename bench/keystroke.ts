/// <reference lib="dom" />
import type { Page } from '@playwright/test'
import pg from 'pg'
import { startOver } from '../demo/start-over.ts'
import { openBrowser, signInAt } from './browser.ts'
import { startServerProcess } from './server-process.ts'

export interface Keystrokes {
  entries: number
  /** Milliseconds of work, script, style and layout, from the keystroke to updated working and checks. */
  median: number
  p95: number
}

const STROKES = 400

/** Types readings into a pick-up in Chromium, with a year of the demo shop in the ledger. */
export async function benchKeystrokes(databaseUrl: string): Promise<Keystrokes> {
  await startOver(databaseUrl, Date.now(), 365)
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ n: number }>('SELECT count(*)::int AS n FROM entry')
  const setup = await client.query<{ id: string }>(`SELECT id FROM setup WHERE machine = 'mill-3' AND ended_at IS NULL`)
  await client.end()
  const server = await startServerProcess(databaseUrl)
  const browser = await openBrowser()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await signInAt(page, server.url)
  const times = await typeFigures(page, `${server.url}/setup/${setup.rows[0]!.id}/step/zero-G54-Y`)
  await browser.close()
  await server.stop('SIGTERM')
  const sorted = times.slice(20).sort((a, b) => a - b)
  return { entries: rows[0]!.n, median: sorted[Math.floor(sorted.length / 2)]!, p95: sorted[Math.floor(sorted.length * 0.95)]! }
}

/** Opens a pick-up of the demo shop and types readings into it; answers with how long each took to be worked out and shown. */
export async function typeFigures(page: Page, address: string): Promise<number[]> {
  await page.goto(address)
  await page
    .locator('.choice', { has: page.getByText('Between', { exact: true }) })
    .locator('.ant-select')
    .click()
  await page.locator('.ant-select-item-option', { hasText: 'Nothing' }).first().click()
  await page.locator('input[data-input=reading]').fill('-174.7050')
  await page.locator('[data-result]').waitFor()
  return page.evaluate(async (strokes) => {
    const field = document.querySelector<HTMLInputElement>('input[data-input=reading]')!
    const taken: number[] = []
    for (let stroke = 0; stroke < strokes; stroke++) {
      // Every keystroke leaves a whole figure, so that working, drawing and all checks change each time.
      field.value = `-174.70${String(10 + (stroke % 89)).padStart(2, '0')}`
      const began = performance.now()
      field.dispatchEvent(new Event('input', { bubbles: true }))
      // Vue renders in a microtask; reading a height makes the browser finish style and layout.
      await Promise.resolve().then(() => undefined)
      await new Promise<void>((resolve) => queueMicrotask(resolve))
      void document.body.offsetHeight
      taken.push(performance.now() - began)
      await new Promise((resolve) => requestAnimationFrame(resolve))
    }
    return taken
  }, STROKES)
}
