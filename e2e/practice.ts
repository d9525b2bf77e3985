import type { Page } from '@playwright/test'
import { PRACTICE } from '@rook/demo/practice/specs.ts'
import { startMachine } from '@rook/practice/floor'
import { expect, pick, type Shop, signedIn } from './shop.ts'

/** Nobody watches the axes of a journey on their way. */
const HASTE = 20

const started: { stop(): void }[] = []

/** Stops every practice machine that a journey has started. */
export function stopMachines(): void {
  for (const machine of started.splice(0)) machine.stop()
}

/** One of the demo's practice machines, on ports of its own, with its panel in the shop. */
export async function practise(shop: Shop, id: string) {
  const machine = await startMachine(
    PRACTICE.find((spec) => spec.id === id)!,
    undefined,
    HASTE,
  )
  started.push(machine)
  await shop.practise({ [id]: `http://127.0.0.1:${machine.ports.agent}/panel` })
  return machine
}
export type Practised = Awaited<ReturnType<typeof practise>>

/** A lead says on the machine's page how it is reached, and leaves. */
export async function connect(page: Page, shop: Shop, id: string, { machine, ports }: Practised): Promise<void> {
  await signedIn(page, shop, 'T. Oakhanger')
  await page.goto(`${shop.url}/machines/${id}`)
  await expect(page.locator('[data-connection]')).toContainText('Not connected to any wire.')
  await page.getByRole('button', { name: 'How it is reached' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'MTConnect agent' }).fill('here')
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog.getByText('Agent: write http://')).toBeVisible()
  await dialog.getByRole('textbox', { name: 'MTConnect agent' }).fill(`http://127.0.0.1:${ports.agent}`)
  await dialog.getByRole('textbox', { name: 'Line channel' }).fill(`127.0.0.1:${ports.line}`)
  await dialog.getByLabel('table is read').check()
  await dialog.getByLabel('Values may be sent').check()
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.locator('[data-connection]')).toContainText('Connected.')
  // Its control holds what the ledger does, as after a shift that has typed everything.
  const scene = (await (await page.request.get(`${shop.url}/api/machines/${id}/scene`)).json()) as { tools: { number: string }[] }
  const file = (await (
    await page.request.post(`${shop.url}/api/machines/${id}/values-out`, {
      headers: { 'x-rook-person': 'oakhanger' },
      data: { format: 'lines', slots: machine.spec.slots, tools: scene.tools.map(({ number }) => number), conversion: null },
    })
  ).json()) as { text: string }
  expect(machine.setTable(file.text)).toHaveProperty('set')
  await page.getByRole('button', { name: 'Sign out' }).click()
}

/** Keys of the panel: each is answered, and the machine at rest and shown so, before the next is pressed. */
export function panelOf(page: Page) {
  const answer = (method: 'GET' | 'POST') =>
    page.waitForResponse((response) => response.request().method() === method && response.url().includes('/api/practice/'))
  const key = (name: string) => page.getByRole('button', { name, exact: true }).click()
  async function press(how: () => Promise<void>): Promise<void> {
    const pressed = answer('POST')
    await how()
    expect(await (await pressed).json()).not.toHaveProperty('detail')
    while (((await (await answer('GET')).json()) as { moving: boolean }).moving);
    // The page has shown one answer once it has the next.
    await answer('GET')
  }
  const reads = async (axis: string) =>
    (await page.locator(`[data-axis=${axis}] [data-display=machine]`).textContent())!.replace('\u2212', '-')
  async function go(axis: string, distance: number, how: 'Move' | 'Feed until it touches' | 'Cut' = 'Move') {
    await page.locator('.ant-radio-group[aria-label=Axis]').getByText(axis, { exact: true }).click()
    await page.getByLabel('Distance').fill(String(distance))
    await press(() => key(how))
  }
  return {
    reads,
    go,
    async home() {
      await press(() => key('Home'))
      await expect(page.locator('[data-stands] + *')).toContainText(/^homed/)
    },
    async take(tool: string) {
      const inSpindle = page.locator('.ant-select', { has: page.getByRole('combobox', { name: 'In the spindle' }) })
      if (!(await inSpindle.textContent())!.includes(tool)) await press(() => pick(page, 'In the spindle', tool))
    },
    lay: (what: string) => press(() => pick(page, 'Laid between', what)),
    reset: () => press(() => key('Reset')),
    /** Moves axis after axis to where its machine display reads so much. */
    async to(...targets: readonly (readonly [axis: string, target: number])[]) {
      for (const [axis, target] of targets) {
        const distance = Number((target - Number(await reads(axis))).toFixed(4))
        if (distance !== 0) await go(axis, distance)
        await expect(page.locator('.ant-alert-error')).toBeHidden()
      }
    },
    /** Feeds by a distance, and says what the machine display reads where something was touched. */
    async touch(axis: string, distance: number, what: string) {
      await go(axis, distance, 'Feed until it touches')
      await expect(page.locator('[data-stands]')).toHaveText(what)
      return reads(axis)
    },
    async run(times: number) {
      await press(() => key('Run the program once'))
      await expect(page.getByText(`${times} made`)).toBeVisible()
    },
    async measure(what: string, gauge: string): Promise<number> {
      await pick(page, 'Measured is', what)
      await press(() => key(gauge))
      return Number(/ (-?[\d.]+) (?:mm|in)$/.exec((await page.locator('[data-said]').textContent())!)![1])
    },
  }
}

export const take = (page: Page) => page.getByRole('button', { name: /^Take [\u2212\d]|^Take [XYZ] / })

/** Sends what the ledger says and the control does not hold yet, and waits until it has come back. */
export async function sendLedgers(page: Page): Promise<void> {
  const sent = page.waitForResponse((response) => response.request().method() === 'POST' && response.url().endsWith('/control/sent'))
  await page.getByRole('button', { name: 'The ledger is right' }).click()
  await expect(page.getByRole('dialog').locator('[data-sends]').first()).toBeVisible()
  await page.getByRole('button', { name: /^Send th/ }).click()
  await sent
}
