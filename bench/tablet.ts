/// <reference lib="dom" />
import type { CDPSession, ElementHandle, Page } from '@playwright/test'
import pg from 'pg'
import { startOver } from '../demo/start-over.ts'
import { openBrowser, signInAt } from './browser.ts'
import { typeFigures } from './keystroke.ts'
import { startServerProcess } from './server-process.ts'

/** A tablet at a machine against the processor that this runs on. */
const SLOWER = 4
const PLACES = ['Floor', 'Setup', 'Tools', 'Ledger', 'Gauges', 'Exchange', 'Machines'] as const

export interface Tablet {
  /** Milliseconds until the names stand there to pick from. */
  first: number
  /** Kilobytes over the wire that each place takes when it is opened for the first time. */
  places: Record<string, number>
  /** Milliseconds of the slowest change to a place that was open before. */
  change: number
  slowest: string
  /** 95th percentile from keystroke to working, milliseconds. */
  keystroke: number
  /** The longest task, milliseconds, and while what was done. */
  longest: number
  during: string
}

declare global {
  interface Window {
    longest: number
  }
}

/** Rounds, of which the middle one counts: what other guests take of the machine in one of them is nobody's task. */
const ROUNDS = 3

/** What a person with a slow tablet meets: the demo shop in Chromium with its processor held back. */
export async function benchTablet(databaseUrl: string): Promise<Tablet> {
  await startOver(databaseUrl, Date.now(), 14)
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ id: string }>(`SELECT id FROM setup WHERE machine = 'mill-3' AND ended_at IS NULL`)
  await client.end()
  const server = await startServerProcess(databaseUrl)
  const browser = await openBrowser()
  try {
    const rounds: Tablet[] = []
    for (let n = 0; n < ROUNDS; n++) {
      const context = await browser.newContext({ viewport: { width: 1024, height: 768 } })
      rounds.push(await oneRound(await context.newPage(), server.url, `${server.url}/setup/${rows[0]!.id}/step/zero-G54-Y`))
      await context.close()
    }
    return rounds.sort((a, b) => a.longest - b.longest)[Math.floor(ROUNDS / 2)]!
  } finally {
    await browser.close()
    await server.stop('SIGTERM')
  }
}

/** From the sign-in through every place to figures that are typed. */
async function oneRound(page: Page, url: string, step: string): Promise<Tablet> {
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  await watchTasks(page)
  const began = performance.now()
  await page.goto(`${url}/sign-in`)
  await page.getByRole('button', { name: 'I. Marrow' }).waitFor()
  const first = performance.now() - began
  await signInAt(page, url)
  const longest = { ms: 0, during: '' }
  const note = async (during: string) => {
    const ms = await page.evaluate(() => {
      const { longest: found } = window
      window.longest = 0
      return found
    })
    if (ms > longest.ms) Object.assign(longest, { ms, during })
  }
  await note('signing in')
  const places = await openEach(page, devtools, note)
  const { change, slowest } = await changeBetween(page, note)
  const times = await typeFigures(page, step)
  await note('typing')
  const sorted = times.slice(20).sort((a, b) => a - b)
  const keystroke = sorted[Math.floor(sorted.length * 0.95)]!
  return { first, places, change, slowest, keystroke, longest: longest.ms, during: longest.during }
}

/** Keeps the longest task since it was asked for the last time. */
function watchTasks(page: Page): Promise<unknown> {
  return page.addInitScript(() => {
    window.longest = 0
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration)
    }).observe({ type: 'longtask' })
  })
}

/** From the press on a place to its heading on the screen, by the browser's own clock. */
async function goTo(page: Page, place: string): Promise<number> {
  const link = await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place, exact: true }).elementHandle()
  return page.evaluate(
    async (to) => {
      const before = document.querySelector('main')!.querySelector('h1, h2')
      const began = performance.now()
      to!.click()
      for (let heading = before; heading === null || heading === before; heading = document.querySelector('main')!.querySelector('h1, h2'))
        await new Promise((resolve) => requestAnimationFrame(resolve))
      // One more: by then it is painted.
      await new Promise((resolve) => requestAnimationFrame(resolve))
      return performance.now() - began
    },
    link as ElementHandle<HTMLElement> | null,
  )
}

async function openEach(page: Page, devtools: CDPSession, note: (during: string) => Promise<void>): Promise<Record<string, number>> {
  await devtools.send('Network.enable')
  let received = 0
  devtools.on('Network.loadingFinished', ({ encodedDataLength }) => (received += encodedDataLength))
  const kilobytes: Record<string, number> = {}
  for (const place of PLACES.slice(1)) {
    received = 0
    await goTo(page, place)
    await page.waitForLoadState('networkidle')
    await page.waitForTimeout(500)
    kilobytes[place] = received / 1000
    await note(`opening ${place} for the first time`)
  }
  return kilobytes
}

async function changeBetween(page: Page, note: (during: string) => Promise<void>): Promise<{ change: number; slowest: string }> {
  let [change, slowest] = [0, '']
  for (const place of PLACES) {
    const took = await goTo(page, place)
    await page.waitForTimeout(800)
    await note(`going to ${place}`)
    if (took > change) [change, slowest] = [took, place]
  }
  return { change, slowest }
}
