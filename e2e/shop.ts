import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import { test as base, type Page } from '@playwright/test'
import pg from 'pg'

const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** A demo shop of one test's own: a copy of the played database and a server on it. */
export class Shop {
  private server: ChildProcess | null = null
  url = ''

  constructor(readonly databaseUrl: string) {}

  /** Starts the server, after a kill on the address it had before. */
  async start(): Promise<void> {
    const port = this.url ? new URL(this.url).port : '0'
    const server = spawn(process.execPath, ['--import', 'tsx', 'packages/server/src/main.ts'], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, DATABASE_URL: this.databaseUrl, HOST: '127.0.0.1', PORT: port, LOG_LEVEL: 'silent' },
    })
    this.server = server
    for await (const line of createInterface({ input: server.stdout! })) {
      const [, url] = /^listening (\S+)$/.exec(line) ?? []
      if (!url) continue
      this.url = url
      return
    }
    throw new Error('the server did not start')
  }

  /** Pulls the plug: no goodbye, no clean-up. */
  async kill(): Promise<void> {
    const { server } = this
    if (!server || server.exitCode !== null || server.signalCode) return
    server.kill('SIGKILL')
    await once(server, 'exit')
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

async function copyOfDemo(): Promise<{ url: string; drop(): Promise<void> }> {
  const demo = process.env.DEMO_DATABASE
  if (!demo) throw new Error('DEMO_DATABASE is not set; run npm run test:browser')
  const name = `copy_${randomUUID().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: demo.replace(/\/demo$/, '/postgres') })
  await admin.connect()
  await admin.query(`CREATE DATABASE ${name} TEMPLATE demo`)
  return {
    url: demo.replace(/\/demo$/, `/${name}`),
    async drop() {
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await admin.end()
    },
  }
}

export const PINS: Record<string, string> = { 'I. Marrow': '1357', 'W. Tansley': '2468', 'T. Oakhanger': '8642' }

/** Picks a name and types the PIN on the large pad. */
export async function signIn(page: Page, shop: Shop, name = 'I. Marrow'): Promise<void> {
  await page.goto(`${shop.url}/sign-in`)
  await page.getByRole('button', { name }).click()
  for (const digit of PINS[name]!) await page.getByRole('button', { name: digit, exact: true }).click()
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await page.waitForURL('**/floor')
}

/** Opens a step of the setup that is at hand on a machine. */
export async function openStep(page: Page, machine: string, step: string): Promise<void> {
  await page.locator(`[data-machine=${machine}] a`).first().click()
  await page.locator(`[data-step=${step}]`).click()
}

/** Picks an option of a list by a part of its words. */
export async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page
    .locator('.choice', { has: page.getByText(label, { exact: true }) })
    .locator('.ant-select')
    .click()
  await page
    .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option', { hasText: option })
    .filter({ visible: true })
    .first()
    .click()
}

export const test = base.extend<{ shop: Shop; faults: string[] }>({
  shop: async ({ page }, use) => {
    const copy = await copyOfDemo()
    const shop = new Shop(copy.url)
    await shop.start()
    await use(shop)
    // What the page still asks for when the test is over is nobody's trouble.
    await page.goto('about:blank').catch(() => undefined)
    await shop.kill()
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
