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
  /** The same while the figure is off by two swapped digits, and the mistake is looked for. */
  off: number
  /** The same on a lathe, a tool on the face; here the figure is off as well. */
  lathe: number
}

const STROKES = 400
/** A year of the shop; fewer days are played sooner. */
const DAYS = Number(process.env.BENCH_DAYS ?? 365)

/** Types readings into a pick-up in Chromium, with so many days of the demo shop in the ledger. */
export async function benchKeystrokes(databaseUrl: string): Promise<Keystrokes> {
  await startOver(databaseUrl, Date.now(), DAYS)
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ n: number }>('SELECT count(*)::int AS n FROM entry')
  const setup = await client.query<{ id: string; machine: string }>(
    `SELECT id, machine FROM setup WHERE machine IN ('mill-3', 'lathe-1') AND ended_at IS NULL`,
  )
  await client.end()
  const server = await startServerProcess(databaseUrl)
  const browser = await openBrowser()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await signInAt(page, server.url)
  const step = `${server.url}/setup/${setup.rows.find(({ machine }) => machine === 'mill-3')!.id}/step/zero-G54-Y`
  const times = await typeFigures(page, step)
  const off = await typeFigures(page, step, '-147.70')
  const turned = await typeFigures(
    page,
    `${server.url}/setup/${setup.rows.find(({ machine }) => machine === 'lathe-1')!.id}/step/length-T4`,
    '-455.1',
  )
  await browser.close()
  await server.stop('SIGTERM')
  const share = (all: readonly number[], part: number) => {
    const sorted = all.slice(20).sort((a, b) => a - b)
    return sorted[Math.floor(sorted.length * part)]!
  }
  return { entries: rows[0]!.n, median: share(times, 0.5), p95: share(times, 0.95), off: share(off, 0.95), lathe: share(turned, 0.95) }
}

/**
 * Opens a routine of the demo shop and types readings into it; answers with how long each took to be worked out and shown.
 * @param figure what every reading begins with; two digits follow
 */
export async function typeFigures(page: Page, address: string, figure = '-174.70'): Promise<number[]> {
  await page.goto(address)
  const [reading, again] = [page.locator('input[data-input=reading]'), page.getByRole('button', { name: 'Do it again' })]
  await reading.or(again).first().waitFor()
  if (await again.isVisible()) await again.click()
  await reading.waitFor()
  const between = page.locator('.choice', { has: page.getByText('Between', { exact: true }) }).locator('.ant-select')
  if (await between.isVisible()) {
    await between.click()
    await page.locator('.ant-select-item-option', { hasText: 'Nothing' }).first().click()
  }
  await page.locator('input[data-input=reading]').fill(`${figure}50`)
  await page.locator('[data-result]').waitFor()
  return page.evaluate(
    async ([strokes, begins]) => {
      const field = document.querySelector<HTMLInputElement>('input[data-input=reading]')!
      const taken: number[] = []
      for (let stroke = 0; stroke < strokes; stroke++) {
        // Every keystroke leaves a whole figure, so that working, drawing and all checks change each time.
        field.value = `${begins}${String(10 + (stroke % 89)).padStart(2, '0')}`
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
    },
    [STROKES, figure] as const,
  )
}
