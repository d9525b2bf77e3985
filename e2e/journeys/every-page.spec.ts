import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { faultsOf } from '@rook/testing'
import pg from 'pg'
import type { Page } from '@playwright/test'
import { expect, goTo, signIn, test, type Shop } from '../shop.ts'

interface Named {
  path: string
  /** Unit of the machine that the page is about; null where it is about none, or about several. */
  unit: 'mm' | 'in' | null
}

type Step = Record<'id' | 'kind', string> & { routine: string | null }

/** Every page of the demo shop: of each route, with everything that stands in its place. */
async function pagesOf(shop: Shop): Promise<Named[]> {
  const client = new pg.Client({ connectionString: shop.databaseUrl })
  await client.connect()
  const rows = async <T extends object>(question: string) => (await client.query<T>(question)).rows
  const machines = await rows<{ id: string; unit: 'mm' | 'in'; kind: string }>('SELECT id, unit, kind FROM machine ORDER BY place')
  const setups = await rows<{ id: string; unit: 'mm' | 'in'; kind: string; steps: Step[] }>(
    `SELECT s.setup AS id, m.unit, m.kind, s.steps FROM setup_plan s JOIN machine m ON m.id = s.machine WHERE s.ended_at IS NULL ORDER BY m.place`,
  )
  const entries = await rows<{ id: string; unit: 'mm' | 'in' }>(
    `SELECT DISTINCT ON (e.kind, m.unit) e.id, m.unit FROM entry e JOIN machine m ON m.id = e.machine ORDER BY e.kind, m.unit, e.at DESC`,
  )
  const ids = async (table: string, most = 4) =>
    (await rows<{ id: string }>(`SELECT id FROM ${table} ORDER BY id LIMIT ${most}`)).map(({ id }) => id)
  const plain = [
    '/floor',
    '/setup',
    '/parts',
    '/tools',
    '/tools/drawer',
    '/tools/drawer/new',
    '/ledger',
    '/gauges',
    '/machines',
    '/machines/new',
    '/people',
    '/exchange',
    '/nowhere',
    '/sign-in',
    '/operations/chest-20',
    '/operations/chest-20/change',
    '/parts/flange',
    '/parts/flange/new-operation',
    '/jobs/0407',
    '/practice/mill-3',
    ...(await ids('program_issue')).map((id) => `/programs/${id}`),
    ...(await rows<{ id: string }>('SELECT DISTINCT ON (family, state) id FROM gauge ORDER BY family, state, id')).map(
      ({ id }) => `/gauges/${id}`,
    ),
    ...(await ids('assembly')).map((id) => `/tools/drawer/${id}`),
  ]
  await client.end()
  // A step of each kind and routine in each unit: the same one of another slot or tool has the same words.
  const met = new Set<string>()
  const isNew = (what: string) => !met.has(what) && Boolean(met.add(what))
  const of = (unit: 'mm' | 'in', ...paths: string[]): Named[] => paths.map((path) => ({ path, unit }))
  return [
    ...plain.map((path) => ({ path, unit: null })),
    ...machines.flatMap(({ id, unit, kind }) =>
      of(
        unit,
        ...['', '/stood', '/handover', '/record', `/routine/${kind === 'mill' ? 'edge' : 'turned-size'}`].map(
          (rest) => `/machines/${id}${rest}`,
        ),
        `/tools/${id}`,
        `/tools/${id}/run`,
        ...['', '/presets', '/held', '/template'].map((rest) => `/exchange/${id}${rest}`),
      ),
    ),
    ...setups.flatMap(({ id, unit, kind, steps }) =>
      of(
        unit,
        `/setup/${id}`,
        `/setup/${id}/go`,
        `/setup/${id}/routine/${kind === 'mill' ? 'edge' : 'turned-size'}`,
        ...steps.filter((step) => isNew(`${unit} ${step.kind} ${step.routine}`)).map((step) => `/setup/${id}/step/${step.id}`),
      ),
    ),
    ...entries.flatMap(({ id, unit }) => of(unit, `/ledger/${id}`)),
  ]
}

const ROUTER = fileURLToPath(new URL('../../packages/web/src/shell/router.ts', import.meta.url))

/** Patterns of the routes that show something, each with the ones it stands in before it. */
function routes(): RegExp[] {
  let under = ''
  return readFileSync(ROUTER, 'utf8')
    .split('\n')
    .flatMap((line) => {
      const path = /path: '([^']*)'/.exec(line)?.[1]
      if (path === undefined || path === '/' || path.includes('(')) return []
      if (path.startsWith('/')) under = path
      const whole = path.startsWith('/') ? path : `${under}/${path}`.replace(/\/$/, '')
      return [new RegExp(`^${whole.replaceAll(/:\w+/g, '[^/]+')}$`)]
    })
}

/** What is read beside a control shows each figure in both units: there an inch taken for a millimetre shows. */
const inBoth = (path: string) => /\/step\/seen$/.test(path)
/** Nothing surrounds the page of names and PINs: it scrolls as a whole. */
const scrollsWhole = (path: string) => path === '/sign-in'

/** All that a page says: what can be read, and what its fields and signs are called. */
const saidOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const main = document.querySelector('main') ?? document.body
    const labels = [...main.querySelectorAll('[aria-label], [placeholder], [title]')].flatMap((one) =>
      ['aria-label', 'placeholder', 'title'].flatMap((name) => one.getAttribute(name) ?? []),
    )
    return [...main.innerText.split('\n'), ...labels]
  })

const isThere = (said: readonly string[], path: string): boolean =>
  said.join('').trim().length >= 20 &&
  said.some((line) => /^(Opening …|There is nothing at this address)/.test(line)) === (path === '/nowhere')

const WIDTHS = [
  [1280, 800],
  [1024, 768],
  [390, 844],
] as const

test('no page has words that are not so, or anything outside what scrolls, at any width', async ({ page, shop }) => {
  test.setTimeout(900_000)
  const pages = await pagesOf(shop)
  // A reading of the router that finds nothing would let everything pass.
  expect(routes().length).toBeGreaterThan(35)
  for (const route of routes())
    expect(
      pages.some(({ path }) => route.test(path)),
      String(route),
    ).toBe(true)
  await signIn(page, shop, 'T. Oakhanger')
  const faults: string[] = []
  for (const { path, unit } of pages) {
    await page.setViewportSize({ width: 1280, height: 800 })
    await goTo(page, path)
    // What a page works out takes a while; one that never came has no wrong words either.
    let said: string[] = []
    await expect
      .poll(async () => isThere((said = await saidOn(page)), path), { timeout: 20_000 })
      .toBe(true)
      .catch(() => faults.push(`${path}: the page is not there`))
    faults.push(...faultsOf(said, inBoth(path) ? null : unit).map((fault) => `${path}: ${fault}`))
    for (const [width, height] of WIDTHS) {
      await page.setViewportSize({ width, height })
      const over = () =>
        page.evaluate((whole) => {
          const main = document.querySelector('main') ?? document.body
          const down = whole ? 0 : document.documentElement.scrollHeight - innerHeight
          return Math.max(down, document.documentElement.scrollWidth - innerWidth, main.scrollWidth - main.clientWidth)
        }, scrollsWhole(path))
      if ((await over()) > 1) await page.waitForTimeout(400)
      const pixels = await over()
      if (pixels > 1) faults.push(`${path}: ${pixels} px outside at ${width}`)
    }
  }
  expect(faults).toEqual([])
})
