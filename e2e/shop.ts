import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import { test as base, type Page, type Request } from '@playwright/test'
import pg from 'pg'

const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** A server in a process of its own, which can be killed as a machine's plug is pulled. */
class OwnServer {
  private child: ChildProcess | null = null

  constructor(private readonly databaseUrl: string) {}

  async open(port: string): Promise<string> {
    const child = spawn(process.execPath, [`${process.env.ROOK_BUILT}/packages/server/src/main.js`], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, DATABASE_URL: this.databaseUrl, HOST: '127.0.0.1', PORT: port, LOG_LEVEL: 'silent' },
    })
    this.child = child
    for await (const line of createInterface({ input: child.stdout! })) {
      const [, url] = /^listening (\S+)$/.exec(line) ?? []
      if (url) return url
    }
    throw new Error('the server did not start')
  }

  /** Frozen, it holds every connection open and says nothing on any of them. */
  signal(name: 'SIGSTOP' | 'SIGCONT'): void {
    this.child?.kill(name)
  }

  async kill(): Promise<void> {
    const { child } = this
    if (!child || child.exitCode !== null || child.signalCode) return
    child.kill('SIGKILL')
    await once(child, 'exit')
  }
}

/** The process that opens the servers of one worker's journeys, one after the other. */
class Hall {
  private readonly child = spawn(process.execPath, [`${process.env.ROOK_BUILT}/e2e/hall.js`], {
    cwd: ROOT,
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  private readonly answers = createInterface({ input: this.child.stdout })[Symbol.asyncIterator]()

  async ask(line: string): Promise<string> {
    this.child.stdin.write(`${line}\n`)
    const { value, done } = await this.answers.next()
    if (done || String(value).startsWith('failed')) throw new Error(`the servers' process: ${String(value)}`)
    return String(value)
  }

  close(): void {
    this.child.stdin.end()
    this.child.kill()
  }
}

/** A demo shop of one test's own: a copy of the played database and a server on it. */
export class Shop {
  url = ''
  private readonly own: OwnServer | null

  constructor(
    readonly databaseUrl: string,
    private readonly hall: Hall | null,
  ) {
    this.own = hall ? null : new OwnServer(databaseUrl)
  }

  /** Starts the server, after a kill on the address it had before. */
  async start(): Promise<void> {
    const port = this.url ? new URL(this.url).port : '0'
    this.url = this.own ? await this.own.open(port) : await this.hall!.ask(`open ${this.databaseUrl}`)
  }

  /** Pulls the plug: no goodbye, no clean-up. Only where the test asked for a server of its own. */
  async kill(): Promise<void> {
    if (!this.own) throw new Error('this server is shared; use test.use({ ownServer: true })')
    await this.own.kill()
  }

  /** Says where the panels of practice machines are. */
  async practise(panels: Record<string, string>): Promise<void> {
    await this.hall!.ask(`panels ${JSON.stringify(panels)}`)
  }

  freeze(): void {
    this.own!.signal('SIGSTOP')
  }

  thaw(): void {
    this.own!.signal('SIGCONT')
  }

  async close(): Promise<void> {
    if (this.own) await this.own.kill()
    else await this.hall!.ask(`close ${this.url}`)
  }

  async query<Row extends pg.QueryResultRow>(text: string): Promise<Row[]> {
    const client = new pg.Client({ connectionString: this.databaseUrl })
    await client.connect()
    try {
      return (await client.query<Row>(text)).rows
    } finally {
      await client.end()
    }
  }
}

/** A database of one test's own: a copy of the demo shop, or one with nothing in it. */
async function ownDatabase(contents: 'demo' | 'nothing'): Promise<{ url: string; drop(): Promise<void> }> {
  const demo = process.env.DEMO_DATABASE
  if (!demo) throw new Error('DEMO_DATABASE is not set; run npm run test:browser')
  const name = `copy_${randomUUID().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: demo.replace(/\/demo$/, '/postgres') })
  await admin.connect()
  await admin.query(`CREATE DATABASE ${name} TEMPLATE ${contents === 'demo' ? 'demo' : 'template0'}`)
  return {
    url: demo.replace(/\/demo$/, `/${name}`),
    async drop() {
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await admin.end()
    },
  }
}

export const PINS: Record<string, string> = { 'I. Marrow': '1357', 'W. Tansley': '2468', 'T. Oakhanger': '8642', 'B. Hollins': '6913' }

/** Picks a name and types the PIN on the large pad. */
export async function signIn(page: Page, shop: Shop, name = 'I. Marrow', pin = PINS[name]!): Promise<void> {
  await page.goto(`${shop.url}/sign-in`)
  await page.getByRole('button', { name }).click()
  for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).click()
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await page.waitForURL('**/floor')
}

/** Signed in as at the pad, without it: for a journey that begins somewhere else. It goes to no page. */
export async function signedIn(page: Page, shop: Shop, name = 'I. Marrow', pin = PINS[name]!): Promise<void> {
  const { people } = (await (await page.request.get(`${shop.url}/api/people`)).json()) as { people: { id: string; name: string }[] }
  const person = people.find((one) => one.name === name)
  const answer = await page.request.post(`${shop.url}/api/session`, { data: { person: person?.id, pin } })
  if (!answer.ok()) throw new Error(`${name} is not signed in: ${await answer.text()}`)
}

/** Opens a step of the setup that is at hand on a machine, by its address. */
export async function openAtStep(page: Page, shop: Shop, machine: string, step: string): Promise<void> {
  const answer = await page.request.get(`${shop.url}/api/setups`)
  if (!answer.ok()) throw new Error(`the setups are not told: ${await answer.text()}`)
  const setup = ((await answer.json()) as { id: string; machine: string }[]).find((one) => one.machine === machine)
  if (!setup) throw new Error(`no setup is at hand on ${machine}`)
  await page.goto(`${shop.url}/setup/${setup.id}/step/${step}`)
}

/** Opens a step of the setup that is at hand on a machine. */
export async function openStep(page: Page, machine: string, step: string): Promise<void> {
  await page.locator(`[data-machine=${machine}] a`).first().click()
  await page.locator(`[data-step=${step}]`).click()
}

/** Goes to another place as a link does: the application stays, and only what the place needs is fetched. */
export async function goTo(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    window.dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, path)
  await quiet(page)
}

/** Waits until nothing has been on its way for a while; the live connection is always open. */
async function quiet(page: Page): Promise<void> {
  const underWay = new Set<Request>()
  const begun = (request: Request) => void (request.url().includes('/api/events') || underWay.add(request))
  const over = (request: Request) => void underWay.delete(request)
  page.on('request', begun).on('requestfinished', over).on('requestfailed', over)
  for (let rests = 0; rests < 4; rests = underWay.size === 0 ? rests + 1 : 0) await page.waitForTimeout(50)
  page.off('request', begun).off('requestfinished', over).off('requestfailed', over)
}

/** Picks an option of a list by a part of its words. */
export async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.locator('.ant-select', { has: page.getByRole('combobox', { name: label, exact: true }) }).click()
  await page
    .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option', { hasText: option })
    .filter({ visible: true })
    .first()
    .click()
}

export const test = base.extend<{ shop: Shop; ownServer: boolean; contents: 'demo' | 'nothing'; faults: string[] }, { hall: Hall }>({
  hall: [
    async ({}, use) => {
      const hall = new Hall()
      await use(hall)
      hall.close()
    },
    { scope: 'worker' },
  ],
  /** True for a server that the test may kill. */
  ownServer: [false, { option: true }],
  contents: ['demo', { option: true }],
  shop: async ({ page, hall, ownServer, contents }, use) => {
    const copy = await ownDatabase(contents)
    const shop = new Shop(copy.url, ownServer ? null : hall)
    await shop.start()
    await use(shop)
    // What the page still asks for when the test is over is nobody's trouble.
    for (const other of page.context().browser()!.contexts()) if (other !== page.context()) await other.close()
    await page.goto('about:blank').catch(() => undefined)
    await shop.close()
    await copy.drop()
  },
  /** Whatever the browser complains of by itself is a fault. */
  faults: [
    async ({ page }, use) => {
      const faults: string[] = []
      page.on('pageerror', (error) => faults.push(String(error)))
      page.on('console', (message) => {
        if (message.type() === 'error' && !/Failed to load resource|net::ERR/.test(message.text())) faults.push(message.text())
      })
      await use(faults)
      if (faults.length > 0) throw new Error(`the browser complained:\n${faults.join('\n')}`)
    },
    { auto: true },
  ],
})

export { expect } from '@playwright/test'
