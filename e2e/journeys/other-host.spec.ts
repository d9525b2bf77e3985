import { give, results } from '../give.ts'
import { expect, openStep, pick, signIn, test } from '../shop.ts'

/** The shop as a tablet on the floor reaches it: by name, over plain HTTP, where a browser has less than on localhost. */
test.beforeEach(async ({ page, shop }) => {
  shop.url = shop.url.replace('127.0.0.1', 'shop-floor.test')
  await signIn(page, shop)
  expect(await page.evaluate(() => [isSecureContext, 'randomUUID' in crypto])).toEqual([false, false])
})
test.afterEach(({ shop }) => {
  shop.url = shop.url.replace('shop-floor.test', '127.0.0.1')
})

test('from another host a zero is recorded, seen and taken back', async ({ page, shop }) => {
  await openStep(page, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel('Machine Y at the touch').fill('-174.7050')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Recorded as entry' })).toContainText('\u2212169.7050')
  await expect(page.locator('[data-step=zero-G54-Y]')).toHaveAttribute('data-state', 'done')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-step=zero-G54-Y]')).toHaveAttribute('data-state', 'open')
  const [last] = await shop.query<{ kind: string }>(`SELECT kind FROM entry WHERE machine = 'mill-3' ORDER BY seq DESC LIMIT 1`)
  expect(last!.kind).toBe('correction')
})

test('from another host figures are typed into the tools table, a gauge is checked and a file is read', async ({ page, shop }) => {
  await page.goto(`${shop.url}/tools/mill-4`)
  await page.locator('[data-register="tool/5/length/geometry"] input').fill('104.396')
  await page.getByRole('button', { name: 'Look at the changes' }).click()
  await page.getByLabel(/Where the figures come from/).fill('read off the control')
  await page.getByRole('button', { name: 'Record 1 change' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Recorded as entry' })).toBeVisible()

  await page.goto(`${shop.url}/exchange/mill-4/presets`)
  await page.getByLabel('From').fill('bench in the tool room')
  await page
    .getByLabel('Preset file')
    .setInputFiles({ name: 'two.csv', mimeType: 'text/csv', buffer: Buffer.from('T,Length\n1,92.320\n2,118.210\n') })
  await expect(page.getByText('2 tools')).toBeVisible()

  await page.goto(`${shop.url}/machines/mill-4/routine/rotary-zero`)
  await give(page, {
    slot: 'G54',
    axis: 'A',
    how: 'Along a face',
    indicator: 'Indicator',
    rise: '0.024',
    run: '60',
    reading: '90',
    place: '0',
  })
  await expect(results(page)).toContainText('89.977\u00b0')
})
