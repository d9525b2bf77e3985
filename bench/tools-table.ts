/// <reference lib="dom" />
import { PLAIN_MARKS, type Provenance } from '@rook/core'
import { chromium, type Page } from '@playwright/test'
import pg from 'pg'
import { startServerProcess } from './server-process.ts'

export interface TableBench {
  /** Frames a second while the table is scrolled from end to end. */
  scrolling: number
  /** Frames a second while figures are typed into its cells, one keystroke a frame. */
  editing: number
  /** Milliseconds of script, style and layout for a keystroke, 95th percentile. */
  keystroke: number
}

export const ASSEMBLIES = 300

const ENTRY = '00000000-0000-4000-8000-00000000beef'
const PROVENANCE = JSON.stringify({ ...PLAIN_MARKS, origin: ENTRY, rests: [], gauges: [] } satisfies Provenance)

/** A machine with many tools, each with length, diameter and some wear, put straight into the tables. */
export async function fillMachine(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(`
    INSERT INTO machine (id, place, name, kind, unit, increment, travels, slots, length_convention, diameter_register, x_reads, offsets)
      SELECT 'mill-tools', 99, 'Mill of many tools', kind, unit, increment, travels, slots, length_convention, diameter_register, x_reads, 999 FROM machine LIMIT 1;
    INSERT INTO machine_head (machine, seq, hash) SELECT 'mill-tools', 0, repeat('0', 64);
    INSERT INTO assembly (id, name, kind, holder, flutes, properties, estimate, life, life_used)
      SELECT 'many-' || n, (ARRAY['End mill ','Drill ','Tap M','Reamer '])[1 + n % 4] || n, (ARRAY['end-mill','drill','tap','reamer'])[1 + n % 4], 'Collet ' || n % 20,
        4, '{"DC": 12000000}', 100000000 + n * 100000, '{"by": "parts", "limit": 100, "warning": 80}', n % 100 FROM generate_series(1, ${ASSEMBLIES}) n;
    INSERT INTO mount (machine, number, place, "offset", diameter_offset, assembly) SELECT 'mill-tools', n::text, n, n::text, n::text, 'many-' || n FROM generate_series(1, ${ASSEMBLIES}) n;
    INSERT INTO entry (id, machine, seq, kind, at, person, "by", title, content, hash, previous_hash)
      SELECT '${ENTRY}', 'mill-tools', 1, 'edited', now(), 'writer', 'Writer', 'Typed', '{}', repeat('0', 64), repeat('0', 64);
    INSERT INTO register_value (machine, register, value, state, entry, at, by, seen, assembly, provenance)
      SELECT 'mill-tools', 'tool/' || n || '/' || what, value * 100, 'set', '${ENTRY}', now(), 'Writer', false, 'many-' || n, '${PROVENANCE}'
      FROM generate_series(1, ${ASSEMBLIES}) n,
        LATERAL (VALUES ('length/geometry', 1000000 + n * 1234), ('length/wear', -(n % 50)), ('radius/geometry', 60000 - n % 30), ('radius/wear', -(n % 20))) w(what, value);`)
  await client.end()
}

const FPS = (frames: number[]) => 1000 / (frames.reduce((sum, one) => sum + one, 0) / frames.length)

/** Scrolls and types in the tools table in Chromium, a step a frame. */
export async function benchToolsTable(url: string): Promise<TableBench> {
  await fillMachine(url)
  const server = await startServerProcess(url)
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/sign-in`)
    await page.getByRole('button', { name: 'Writer' }).click()
    for (const digit of '1357') await page.getByRole('button', { name: digit, exact: true }).click()
    await page.getByRole('button', { name: 'Enter', exact: true }).click()
    await page.waitForURL('**/floor')
    await page.goto(`${server.url}/tools/mill-tools`)
    await page.locator('[data-tool="1"]').waitFor()
    const scrolling = await scroll(page)
    const { frames, work } = await type(page)
    const sorted = work.sort((a, b) => a - b)
    return { scrolling: FPS(scrolling), editing: FPS(frames), keystroke: sorted[Math.floor(sorted.length * 0.95)]! }
  } finally {
    await browser.close()
    await server.stop('SIGTERM')
  }
}

/** Times from frame to frame while the table moves by a row a frame, as a quick hand flicks it. */
function scroll(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const table = document.querySelector<HTMLElement>('[role=table]')!
    const end = table.scrollHeight - table.clientHeight
    const frames: number[] = []
    await new Promise<number>((resolve) => requestAnimationFrame(resolve))
    let last = await new Promise<number>((resolve) => requestAnimationFrame(resolve))
    for (let step = 0; step < 280; step++) {
      table.scrollTop = Math.min(end, step * 58)
      const now = await new Promise<number>((resolve) => requestAnimationFrame(resolve))
      frames.push(now - last)
      last = now
    }
    return frames
  })
}

function type(page: Page): Promise<{ frames: number[]; work: number[] }> {
  return page.evaluate(async () => {
    const table = document.querySelector<HTMLElement>('[role=table]')!
    table.scrollTop = 0
    await new Promise<number>((resolve) => requestAnimationFrame(resolve))
    await new Promise<number>((resolve) => requestAnimationFrame(resolve))
    const cells = [...table.querySelectorAll<HTMLInputElement>('input')].slice(0, 32)
    const [frames, work]: [number[], number[]] = [[], []]
    let last = await new Promise<number>((resolve) => requestAnimationFrame(resolve))
    for (let stroke = 0; stroke < 240; stroke++) {
      const cell = cells[stroke % cells.length]!
      const began = performance.now()
      cell.value = (100 + stroke / 10).toFixed(3)
      cell.dispatchEvent(new Event('input', { bubbles: true }))
      await Promise.resolve().then(() => undefined)
      await new Promise<void>((resolve) => queueMicrotask(resolve))
      void document.body.offsetHeight
      work.push(performance.now() - began)
      const now = await new Promise<number>((resolve) => requestAnimationFrame(resolve))
      frames.push(now - last)
      last = now
    }
    return { frames, work }
  })
}
