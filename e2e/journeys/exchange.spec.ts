import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { give, results } from '../give.ts'
import { placeOf, readLines } from '../lines.ts'
import { expect, pick, test, type Shop, signedIn } from '../shop.ts'

const HEADER = 'Tool no.,Id,Name,Length,Diameter,Edges\n'
/** Ten tools as a presetting bench would write them. */
const TEN = Array.from({ length: 10 }, (_, at) => {
  const number = at + 1
  return `,t9-${String(number).padStart(2, '0')},Cutter ${number},${(90 + number * 3.017).toFixed(3)},${(3 + number).toFixed(3)},1`
}).join('\n')

async function choose(page: Page, name: string, text: string): Promise<void> {
  await page.getByLabel('Preset file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
}

async function written(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Write the file' }).click()
  await page.locator('[data-file]').waitFor()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save it' }).click()])
  return readFileSync(await download.path(), 'utf8')
}

/** Every value of the ledger that went into a file, digit for digit; answers with how many there were. */
async function agrees(shop: Shop, machine: string, file: string): Promise<number> {
  const rows = await shop.query<{ register: string; value: string; state: string }>(
    `SELECT register, value, state FROM register_value WHERE machine = '${machine}' AND value IS NOT NULL`,
  )
  const figures = readLines(file)
  const inFile = rows.filter(({ register }) => figures.has(placeOf(register)))
  for (const { register, value } of inFile) expect(figures.get(placeOf(register)), `${machine} ${register}`).toBe(BigInt(value))
  // A wear that nobody has set goes along as none, in the line of the tool's other wear.
  const places = new Set(inFile.map(({ register }) => placeOf(register)))
  const filled = [...figures].filter(([place]) => !places.has(place))
  for (const [place, value] of filled)
    expect(/^L11 P\d+ [XZ]$/.test(place) && value === 0n, `${machine} ${place} is a register of the ledger`).toBe(true)
  return inFile.length
}

test('ten tools from nothing: a new machine, a file into the drawer, mounted, measured, exported, and read back digit for digit', async ({
  page,
  shop,
}) => {
  await signedIn(page, shop, 'T. Oakhanger')
  await page.goto(`${shop.url}/machines/new`)
  await page.getByLabel('Name', { exact: true }).fill('Mill 9')
  for (const axis of ['X', 'Y', 'Z']) await page.getByLabel(`${axis} from`).fill('-600')
  await pick(page, 'D registers hold', 'radii')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await page.getByRole('button', { name: 'Confirm homing' }).click()

  await page.goto(`${shop.url}/exchange/mill-9/presets`)
  await page.getByLabel('From').fill('bench in the tool room')
  await choose(page, 'ten.csv', HEADER + TEN)
  await expect(page.getByText('10 tools, 10 differences')).toBeVisible()
  await page.getByLabel('Remark; kept with the entry').fill('first ten of the new mill')
  await page.getByRole('button', { name: 'Take 10' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Taken' })).toContainText('10 new tools')

  await page.goto(`${shop.url}/tools/mill-9`)
  await expect(page.getByText('Nothing is mounted on Mill 9 yet')).toBeVisible()
  for (let number = 1; number <= 10; number++) {
    await page.getByRole('button', { name: 'Mount a tool' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Find it in the drawer').fill(`t9-${String(number).padStart(2, '0')}`)
    await dialog.getByText(`Cutter ${number}`, { exact: true }).click()
    await dialog.getByLabel('Pocket, T').fill(String(number))
    await dialog.getByRole('button', { name: 'Mount it' }).click()
    await expect(page.locator(`[data-tool="${number}"]`)).toBeVisible()
  }

  await page.goto(`${shop.url}/machines/mill-9/routine/setter-constant`)
  await give(page, { setter: 'Setter A', master: 'Master 150' })
  await page.getByLabel('Machine Z at the touch').fill('-400')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()

  await page.goto(`${shop.url}/tools/mill-9/run`)
  for (let number = 1; number <= 10; number++) {
    const task = page.locator(`[data-task="T${number}/length"]`)
    await expect(task).toHaveAttribute('aria-current', 'step')
    // How the first was measured is offered for the rest.
    if (number === 1) await give(page, { method: 'On a setter', setter: 'Setter A' })
    const length = 90 + number * 3.017 + 0.004
    await page.getByLabel('Machine Z at the touch').fill((-550 + length).toFixed(3))
    await expect(results(page)).toContainText(length.toFixed(3))
    await page.getByRole('button', { name: /^Record/ }).click()
    await expect(task).toHaveAttribute('data-state', 'done')
  }
  await expect(page.getByText('Every tool is measured or skipped')).toBeVisible()

  await page.goto(`${shop.url}/tools/mill-9`)
  await page.locator('[data-register="tool/1/radius/geometry"] input').focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', Array.from({ length: 10 }, (_, at) => `${(4 + at).toFixed(3)}/2`).join('\n'))
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  await page.getByRole('button', { name: 'Look at the changes' }).click()
  await page.getByLabel(/Where the figures come from/).fill('as the bench measured them')
  await page.getByRole('button', { name: 'Record 10 changes' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Recorded as entry' })).toBeVisible()

  await page.goto(`${shop.url}/machines/mill-9/routine/edge`)
  for (const axis of ['X', 'Y']) {
    await give(page, { slot: 'G54', axis, direction: `${axis}+`, finder: 'Finder 10' })
    await pick(page, 'Between', 'Nothing')
    await page.getByLabel(`Machine ${axis} at the touch`).fill('-318.204')
    await page.getByLabel(/stands at part/).fill('0')
    await page.getByRole('button', { name: /^Record/ }).click()
    await expect(page.getByText('Recorded as entry')).toBeVisible()
    if (axis === 'X') await page.goto(`${shop.url}/machines/mill-9/routine/edge`)
  }
  // Before a lead has worded them, lines for lengths and diameters are not written at all.
  await page.goto(`${shop.url}/exchange/mill-9`)
  expect(await written(page)).toContain('H1 LENGTH LEFT OUT, NO LINE OF THE TEMPLATE HAS A PLACE FOR IT')
  await page.getByRole('link', { name: 'How lines are written' }).click()
  await page.getByLabel('Length', { exact: true }).fill('G10 L10 P{n} R{v}')
  await page.getByLabel('Diameter', { exact: true }).fill('G10 L10 P{n} R{v}')
  await expect(page.getByRole('alert')).toContainText('a reader could not tell them apart')
  await page.getByLabel('Diameter', { exact: true }).fill('G10 L12 P{n} R{v}')
  await page.getByRole('button', { name: 'Keep it for Mill 9' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Kept' })).toBeVisible()

  await page.goto(`${shop.url}/exchange/mill-9`)
  const file = await written(page)
  expect(file).toContain('BY T. OAKHANGER')
  // Ten lengths and ten radii; G54 has no Z yet, so its line stays out and says so by being absent.
  expect(await agrees(shop, 'mill-9', file)).toBe(20)
})

test('values go out and come back the same in both units, on mills and lathes, in all three ways of counting lengths', async ({
  page,
  shop,
}) => {
  await signedIn(page, shop)
  for (const machine of ['lathe-1', 'lathe-2', 'mill-1', 'mill-2', 'mill-3', 'mill-4']) {
    await page.goto(`${shop.url}/exchange/${machine}`)
    await page.getByText(/^all \d+ mounted/).click()
    const file = await written(page)
    expect(file).toContain(machine === 'mill-1' || machine === 'lathe-2' ? 'G20' : 'G21')
    expect(await agrees(shop, machine, file)).toBeGreaterThan(3)

    await page.getByRole('link', { name: 'What the control holds' }).click()
    await page.getByLabel('Lines from the control').fill(file)
    await page.getByRole('button', { name: 'Compare' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'agree to the last digit' })).toContainText('No difference.')
  }
  const held = page.getByLabel('Lines from the control')
  const text = await held.inputValue()
  const [, number] = /G10 L10 P(\d+) /.exec(text)!
  await held.fill(text.replace(/(G10 L10 P\d+ R)[\d.]+/, '$199.999'))
  await page.getByRole('button', { name: 'Compare' }).click()
  await expect(page.locator(`[data-held="tool/${number}/length/geometry"]`)).toContainText('99.999')
})

test('a preset file is read by its columns; what it has otherwise is taken one by one', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/exchange/mill-4/presets`)
  await choose(page, 'no-sender.csv', 'T,L\n6,95.7\n')
  await expect(page.getByRole('alert')).toContainText('From: say first who or what the file comes from')
  await page.getByLabel('From').fill('presetting bench')
  await choose(page, 'broken.csv', 'T,L\n6,95.7\n6,95.8\n7,"127,9"\n')
  await expect(page.getByRole('alert')).toContainText('Nothing can be taken from this file')
  await expect(page.getByText('Line 3, column T: T6 stands in line 2 already')).toBeVisible()
  await expect(page.getByText(/Line 4, column L: .127,9. is written with a comma/)).toBeVisible()

  // Near what stands, and another figure than that.
  const near = async (tool: string) => {
    const [row] = await shop.query<{ value: string }>(
      `SELECT value FROM register_value WHERE machine = 'mill-4' AND register = 'tool/${tool}/length/geometry'`,
    )
    return Number(row!.value) + 4_000
  }
  const said = (value: number) => (value / 1e6).toFixed(3).replace('.', ',')
  const [H6, H7, H8] = [await near('6'), await near('7'), await near('8')]
  await choose(page, 'presets.csv', `Place;Reach;Remark\n6;${said(H6)};ok\n7;${said(H7)};ok\n`)
  await expect(page.getByRole('alert')).toContainText('Nothing can be taken')
  await pick(page, 'tool number (T)', 'Place')
  await pick(page, 'length from the gauge line (LF)', 'Reach')
  await expect(page.getByText('2 tools, 4 differences')).toBeVisible()
  await page.getByRole('button', { name: 'none', exact: true }).click()
  await page.getByLabel('take T6, Spot drill 12, H6 length').check()
  await page.getByLabel('Remark; kept with the entry').fill('bench, early shift')
  await page.getByRole('button', { name: 'Take 1' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Taken: 1 figures' })).toBeVisible()
  const [row] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-4' AND register = 'tool/6/length/geometry'`,
  )
  expect(Number(row!.value)).toBe(H6)
  // The columns are remembered for this sender.
  await choose(page, 'next.csv', `Place;Reach;Remark\n8;${said(H8)};ok\n`)
  await expect(page.getByText('1 tools, 2 differences')).toBeVisible()
})

test('how lines are written is the shop\u2019s to say, machine by machine', async ({ page, shop }) => {
  await signedIn(page, shop, 'T. Oakhanger')
  await page.goto(`${shop.url}/exchange/mill-4/template`)
  await page.getByLabel('Length', { exact: true }).fill('G10 L1 P{n}')
  await expect(page.getByRole('alert')).toContainText('{v} is missing')
  await page.getByLabel('Length', { exact: true }).fill('G10 L1 P{n} Z{v}')
  await pick(page, 'Sign of lengths', 'turned round')
  await page.reload()
  await expect(page.getByText('What was typed here before still stands below')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it for Mill 4' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Kept' })).toBeVisible()
  await expect(page.getByText('What was typed here before')).toHaveCount(0)
  await page.getByRole('link', { name: 'Values out' }).click()
  await page.getByRole('button', { name: 'Write the file' }).click()
  await expect(page.locator('[data-file]')).toContainText(/G10 L1 P\d+ Z-\d+\.\d{3} \(H/)
})
