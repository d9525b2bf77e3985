import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { give } from './give.ts'
import { openStep, pick, signIn, test } from './shop.ts'

const FOLDER = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))

async function picture(page: Page, name: string): Promise<void> {
  await page.mouse.move(0, 0)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}${name}.png` })
}

/** One picture of each main view; made anew with npm run screenshots. */
test('pictures', async ({ page, shop }) => {
  test.setTimeout(420_000)
  await page.goto(`${shop.url}/sign-in`)
  await page.getByRole('button', { name: 'I. Marrow' }).click()
  await picture(page, 'sign-in')

  await signIn(page, shop)
  await page.locator('[data-machine=lathe-2]').waitFor()
  await picture(page, 'floor')

  await page.locator('[data-machine=mill-3] a').first().click()
  await page.getByRole('heading', { name: 'What stands in Mill 3' }).waitFor()
  await picture(page, 'setup')

  await page.locator('[data-step=zero-G54-Y]').click()
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel('Machine Y at the touch').fill('-175+0.295')
  await picture(page, 'edge')

  await page.getByRole('button', { name: /^Record/ }).click()
  await page.getByText('Recorded as entry').waitFor()
  await picture(page, 'recorded')

  const [zero] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'work/G54/Z/geometry'`,
  )
  const [length] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'tool/4/length/geometry'`,
  )
  await page.locator('[data-step=zero-G54-Z]').click()
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel('Machine Z at the touch').fill(((Number(zero!.value) + Number(length!.value) + 1_800_000) / 1e6).toFixed(4))
  await page.locator('[data-verdict=stop]').waitFor()
  await picture(page, 'shim-forgotten')

  await page.goto(`${shop.url}/floor`)
  await openStep(page, 'mill-1', 'length-T6')
  await page.getByLabel('Machine Z at the touch').fill('-12.0460')
  await picture(page, 'tool-length-inch')

  await page.goto(`${shop.url}/floor`)
  await openStep(page, 'lathe-1', 'seen')
  await page.locator('[data-readout]').first().waitFor()
  await picture(page, 'seen-on-the-control')

  await page.goto(`${shop.url}/ledger`)
  await page.locator('li[data-kind]').first().waitFor()
  await picture(page, 'ledger')
  await page.locator('li[data-kind=pick-up] a').first().click()
  await page.getByText('Take this entry back').waitFor()
  await picture(page, 'entry')

  await page.goto(`${shop.url}/machines`)
  await page.getByRole('link', { name: 'Lathe 2' }).waitFor()
  await picture(page, 'machines')
  await page.goto(`${shop.url}/machines/mill-2`)
  await page.getByRole('row', { name: /^G55/ }).waitFor()
  await picture(page, 'machine')

  await page.goto(`${shop.url}/gauges`)
  await page.locator('[data-gauge=feeler-05]').waitFor()
  await picture(page, 'gauges')
  await page.goto(`${shop.url}/gauges/probe-2`)
  await page.getByText('Since the calibration before').waitFor()
  await picture(page, 'gauge')

  const [flange] = await shop.query<{ id: string }>(`SELECT id FROM setup WHERE operation = 'flange-30' ORDER BY started_at DESC LIMIT 1`)
  await page.goto(`${shop.url}/setup/${flange!.id}/step/zero-G56-XY`)
  await page.getByRole('button', { name: 'Do it again' }).click()
  await give(page, { X1: '-253.1813', Y1: '-138.2030', X2: '-267.2038', Y2: '-124.1825', X3: '-281.2203', Y3: '-138.2030' })
  await picture(page, 'bore')
  await page.goto(`${shop.url}/setup/${flange!.id}/step/features`)
  await page.getByRole('button', { name: 'Do it again' }).click()
  await give(page, {
    foundX1: '-267.2037',
    foundY1: '-138.2024',
    foundX2: '-304.2061',
    foundY2: '-160.7012',
    foundX3: '-230.2018',
    foundY3: '-115.7055',
  })
  await picture(page, 'known-features')
  await page.goto(`${shop.url}/machines/mill-2/routine/parts-grid`)
  await give(page, { from: 'G54', columns: '2', rows: '2', by: 'pitch', pitchX: '140', pitchY: '90', turned: '0.25' })
  await picture(page, 'parts-grid')

  await page.goto(`${shop.url}/machines/mill-2`)
  await page.locator('[data-register="tool/1/length/geometry"]').getByRole('button', { name: 'mark disturbed' }).click()
  await page.getByLabel('What happened').fill('pulled to clear the coolant nozzle')
  await page.getByRole('button', { name: 'Mark it disturbed' }).click()
  await page.locator('[data-standing=stale]').first().waitFor()
  await picture(page, 'stale')

  await page.getByRole('button', { name: 'Night', exact: true }).click()
  await page.goto(`${shop.url}/floor`)
  await openStep(page, 'mill-3', 'length-T7')
  await page.getByLabel('Machine Z at the touch').fill('-364.0955')
  await picture(page, 'night')
})
