import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { give } from './give.ts'
import { openStep, pick, signIn, test, type Shop } from './shop.ts'

const FOLDER = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))

async function picture(page: Page, name: string): Promise<void> {
  await page.mouse.move(0, 0)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}${name}.png` })
}

/** One picture of each main view; made anew with npm run screenshots. */
test('pictures', async ({ page, shop }) => {
  test.setTimeout(420_000)
  await signIn(page, shop)
  await page.locator('[data-machine=lathe-2]').waitFor()
  await picture(page, 'floor')

  await page.locator('[data-machine=mill-3] a').first().click()
  await page.getByRole('heading', { name: 'What stands in Mill 3' }).waitFor()
  await picture(page, 'setup')

  await page.getByRole('link', { name: 'Go or no go' }).click()
  await page.locator('[data-go]').waitFor()
  await picture(page, 'go')

  await page.getByRole('link', { name: 'Its path in the machine' }).click()
  await page.locator('[data-view=above] [data-stock]').waitFor()
  await page.locator('[data-line="12"]').click()
  await picture(page, 'path')
  await page.goBack()

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
  await openStep(page, 'lathe-1', 'seen')
  await page.locator('[data-readout]').first().waitFor()
  await picture(page, 'seen-on-the-control')

  await page.goto(`${shop.url}/ledger`)
  await page.locator('li[data-kind]').first().waitFor()
  await picture(page, 'ledger')

  await page.goto(`${shop.url}/machines/lathe-1`)
  await page.getByRole('region', { name: 'The turret, to scale' }).scrollIntoViewIfNeeded()
  await page.locator('[data-nearest]').waitFor()
  await picture(page, 'machine')

  await page.goto(`${shop.url}/gauges`)
  await page.locator('[data-gauge=feeler-05]').waitFor()
  await picture(page, 'gauges')

  const [flange] = await shop.query<{ id: string }>(`SELECT id FROM setup WHERE operation = 'flange-30' ORDER BY started_at DESC LIMIT 1`)
  await page.goto(`${shop.url}/setup/${flange!.id}/step/zero-G56-XY`)
  await page.getByRole('button', { name: 'Do it again' }).click()
  await give(page, { X1: '-253.1813', Y1: '-138.2030', X2: '-267.2038', Y2: '-124.1825', X3: '-281.2203', Y3: '-138.2030' })
  await picture(page, 'bore')

  await page.goto(`${shop.url}/operations/chest-10`)
  await page.locator('[data-setup]').first().waitFor()
  await picture(page, 'operation')
  await page.goto(`${shop.url}/operations/chest-20/change`)
  await page.locator('li[data-step=zero-G55-X]').getByRole('button', { name: 'change' }).click()
  await page.getByRole('heading', { name: 'Sizes that it makes' }).scrollIntoViewIfNeeded()
  await page.locator('li[data-step=zero-G55-X]').scrollIntoViewIfNeeded()
  await picture(page, 'planning')
  await page.goto(`${shop.url}/machines/mill-3/handover`)
  await page.locator('li[data-kind]').first().waitFor()
  await picture(page, 'handover')

  await pictureTools(page, shop)

  await page.getByRole('button', { name: 'Night', exact: true }).click()
  await page.goto(`${shop.url}/machines/lathe-1/routine/known-diameter`)
  await give(page, { tool: 'T3', slot: 'G54', surface: 'Bore', between: 'Feeler 0.05', reading: '-201.506', place: '30' })
  await picture(page, 'night')
})

/** Tools from the drawer to the file. */
async function pictureTools(page: Page, shop: Shop): Promise<void> {
  const [constant] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-4' AND register = 'setter/setter-c/K/geometry'`,
  )
  const at = (length: number) => ((Number(constant!.value) + length) / 1e6).toFixed(3)
  await page.goto(`${shop.url}/floor`)
  await openStep(page, 'mill-4', 'tools')
  await page.locator('[data-task="T8/length"]').click()
  await page.getByRole('button', { name: 'change', exact: true }).click()
  await give(page, { edges: '4 edges' })
  for (const [edge, off] of [0, 3_000, 1_000, 44_000].entries())
    await page.getByLabel(`Edge ${edge + 1}, machine Z`).fill(at(131_084_000 - off))
  await picture(page, 'run-of-tools')

  await page.goto(`${shop.url}/tools/mill-4`)
  await page.locator('[data-register="tool/6/length/geometry"] input').fill('95.608+.004')
  await page.locator('[data-register="tool/53/diameter/wear"] input').fill('-0.012')
  await page.locator('[data-register="tool/5/diameter/geometry"] input').fill('4')
  await picture(page, 'tools')
  await page.getByRole('button', { name: 'forget them' }).click()

  await page.goto(`${shop.url}/tools/drawer/em-16-a`)
  await page.locator('[data-section]').first().waitFor()
  await picture(page, 'tool')

  await page.goto(`${shop.url}/exchange/mill-4`)
  await page.getByRole('button', { name: 'Write the file' }).click()
  await page.locator('[data-file]').waitFor()
  await picture(page, 'values-out')
  await page.goto(`${shop.url}/exchange/mill-4/presets`)
  await page.getByLabel('From').fill('presetting bench')
  const rows = ['6;;Spot drill 12;95,612;12', '7;;Drill 5.0;127,931;2,5', '8;;Reamer 5.1;131,09;5,1', ';em-08-a;End mill 8;101,244;7,996']
  await page.getByLabel('Preset file').setInputFiles({
    name: 'bench-0932.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Tool no.;Id;Name;Length;Diameter\n${rows.join('\n')}\n`),
  })
  await page.locator('[data-difference]').first().waitFor()
  await picture(page, 'presets')
}
