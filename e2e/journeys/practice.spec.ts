import type { Page } from '@playwright/test'
import { startMachine } from '@rook/practice/floor'
import { PRACTICE } from '@rook/demo/practice/specs.ts'
import { answerAll } from '../give.ts'
import { expect, pick, signIn, test, type Shop } from '../shop.ts'

const started: { stop(): void }[] = []
test.afterEach(() => {
  for (const machine of started.splice(0)) machine.stop()
})

/** One of the demo's practice machines, on ports of its own, with its panel in the shop. */
async function practise(shop: Shop, id: string) {
  const machine = await startMachine(PRACTICE.find((spec) => spec.id === id)!)
  started.push(machine)
  await shop.practise({ [id]: `http://127.0.0.1:${machine.ports.agent}/panel` })
  return machine
}

/** A lead says on the machine's page how it is reached, and leaves. */
async function connect(page: Page, shop: Shop, id: string, { machine, ports }: Awaited<ReturnType<typeof practise>>): Promise<void> {
  await signIn(page, shop, 'T. Oakhanger')
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

/** Keys of the panel, each until the machine has come to rest. */
function panelOf(page: Page) {
  const rest = () => expect(page.locator('[data-stands]')).not.toHaveText('moves', { timeout: 60_000 })
  const key = (name: string) => page.getByRole('button', { name, exact: true })
  return {
    async home() {
      await key('Home').click()
      await expect(page.getByText('homed', { exact: false }).first()).toBeVisible()
      await rest()
    },
    async go(axis: string, distance: number, press: 'Move' | 'Feed until it touches' | 'Cut' = 'Move') {
      await page.locator('.ant-radio-group[aria-label=Axis]').getByText(axis, { exact: true }).click()
      await page.getByLabel('Distance').fill(String(distance))
      await key(press).click()
      await rest()
    },
    reads: async (axis: string) => (await page.locator(`[data-axis=${axis}] [data-display=machine]`).textContent())!.replace('\u2212', '-'),
  }
}

const take = (page: Page) => page.getByRole('button', { name: /^Take/ })

test('a zero is touched on a practice mill and taken over the wire, which is cut on the way', async ({ page, shop }) => {
  const mill = await practise(shop, 'mill-3')
  await connect(page, shop, 'mill-3', mill)
  await signIn(page, shop, 'I. Marrow')
  await page.goto(`${shop.url}/machines/mill-3`)
  await page.getByRole('link', { name: 'Practise on it' }).click()
  const panel = panelOf(page)
  await panel.home()
  await pick(page, 'In the spindle', 'Finder 10')
  await panel.go('X', -265)
  await panel.go('Y', -200)
  await panel.go('Z', -395)
  // A jog that is too long runs into the flange: it stops there and wants a reset.
  await panel.go('Y', 50)
  await expect(page.getByText('finder-10 RAN INTO THE PART')).toBeVisible()
  await page.getByRole('button', { name: 'Reset' }).click()
  await panel.go('Y', -5)
  await panel.go('Y', 20, 'Feed until it touches')
  await expect(page.locator('[data-stands]')).toHaveText('finder-10 touches the part')
  const y = await panel.reads('Y')
  // The near side truly lies at −169.703, a radius of 5 before it; a touch scatters by 0.0015.
  expect(Math.abs(Number(y) + 174.703)).toBeLessThan(0.01)

  await page.goto(`${shop.url}/setup/mill-3-0407/step/zero-G54-Y`)
  await pick(page, 'Between', 'Nothing')
  await expect(take(page)).toContainText(y.replace('-', '\u2212'))
  mill.agent.fault = 'drops'
  await expect(page.getByText('Its answers have stopped.')).toBeVisible()
  await expect(take(page)).toBeDisabled()
  mill.agent.fault = 'none'
  await expect(take(page)).toBeEnabled({ timeout: 30_000 })
  await take(page).click()
  await expect(page.getByLabel('Machine Y at the touch')).toHaveValue(y)
  await expect(page.getByText('over the wire')).toBeVisible()
  // Typed over, it is typed; taken again, it is taken.
  await page.getByLabel('Machine Y at the touch').fill('')
  await expect(page.getByText('over the wire')).toBeHidden()
  await take(page).click()
  await expect(page.getByText('over the wire')).toBeVisible()
  await expect(page.locator('[data-result]')).toContainText((Number(y) + 5).toFixed(4).replace('-', '\u2212'))
  await page
    .getByRole('button', { name: /^Record/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'See the entry' }).click()
  await expect(page.getByText(/over the wire, \d\d:\d\d/)).toBeVisible()

  const [entry] = await shop.query<{ after: string }>(
    `SELECT after FROM entry_write WHERE register = 'work/G54/Y/geometry' ORDER BY at DESC LIMIT 1`,
  )
  expect(Number(entry!.after)).toBe(Math.round((Number(y) + 5) * 1e6))

  // The new zero is not in the control yet: sent, read back, they agree.
  await page.goto(`${shop.url}/exchange/mill-3/held`)
  await page.getByRole('button', { name: 'Read it from the control' }).click()
  await expect(page.locator('[data-differs="work/G54/Y/geometry"]')).toContainText('it still held the value before, −169.6997')
  await page.getByRole('button', { name: 'The ledger is right' }).click()
  await expect(page.locator('[data-sent]')).toContainText('It came back equal.')
  expect(mill.machine.memory.get(2, 1, 'Y')).toBeCloseTo(Number(y) + 5, 6)
})

test('a shaft is turned on a practice lathe, measured by a gauge on the wire, corrected, and the next one is right', async ({
  page,
  shop,
}) => {
  const lathe = await practise(shop, 'lathe-1')
  await connect(page, shop, 'lathe-1', lathe)
  await signIn(page, shop, 'I. Marrow')
  const send = async () => {
    await page.goto(`${shop.url}/exchange/lathe-1/held`)
    await page.getByRole('button', { name: 'Read it from the control' }).click()
    await expect(page.locator('[data-agree]')).toContainText('another figure than the ledger')
    await page.getByRole('button', { name: 'The ledger is right' }).click()
    await expect(page.locator('[data-sent]')).toContainText('It came back equal.')
  }
  const run = async () => {
    await page.goto(`${shop.url}/practice/lathe-1`)
    await page.getByRole('button', { name: 'Home', exact: true }).click()
    await page.getByRole('button', { name: 'Run the program once' }).click()
    await expect(page.getByText(/[1-9] made/)).toBeVisible()
    await pick(page, 'Measured is', 'outside 18')
    await page.getByRole('button', { name: 'Micrometer 25' }).click()
    const said = page.locator('[data-said]')
    await expect(said).toContainText('mic-25')
    return Number(/mic-25 ([\d.]+) mm/.exec((await said.textContent())!)![1])
  }
  // Its wear in Z has never been set; a line of the table has both axes.
  await page.request.post(`${shop.url}/api/machines/lathe-1/tools`, {
    headers: { 'x-rook-person': 'marrow' },
    data: {
      id: crypto.randomUUID(),
      edits: [{ register: 'tool/1/Z/wear', text: '0' }],
      worth: 'measured',
      reason: 'a new edge has no wear',
      basis: { 'tool/1/Z/wear': null },
    },
  })
  // Worn by 0.03 on the diameter: the tool stands further out than the ledger has it.
  const tool = lathe.machine.spec.tools.find(({ id }) => id === 'T1')! as { side: number }
  tool.side -= 0.03
  const first = await run()
  expect(first).toBeGreaterThan(17.98 + 0.02)

  await page.goto(`${shop.url}/setup/lathe-1-0450/step/size-od`)
  await page.getByRole('button', { name: 'Do it again' }).click()
  const measured = page.locator('input.figure[data-input=measured]')
  await measured.click()
  await take(page).click()
  await expect(measured).toHaveValue(`${first.toFixed(3)} mm`)
  await answerAll(page, 'first part of the bar, measured twice')
  const before = lathe.machine.memory.get(11, 1, 'X')
  await page
    .getByRole('button', { name: /^Record/ })
    .first()
    .click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  await send()
  // On a diameter the whole error is taken off, rounded to the control's step.
  expect(lathe.machine.memory.get(11, 1, 'X') - before).toBeCloseTo(17.98 - first, 2)
  const second = await run()
  expect(Math.abs(second - 17.98)).toBeLessThan(0.012)
})
