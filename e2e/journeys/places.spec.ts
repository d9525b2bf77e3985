import AxeBuilder from '@axe-core/playwright'
import { expect, goTo, signIn, test, signedIn, openAtStep } from '../shop.ts'

test('a wrong PIN is told, and the right one lets in', async ({ page, shop }) => {
  await page.goto(shop.url)
  await expect(page).toHaveURL(/sign-in/)
  await page.getByRole('button', { name: 'I. Marrow' }).click()
  await page.keyboard.type('0000')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('4 tries left')
  await page.keyboard.type('1357')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()
})

test('the night opens the setup and sees what is measured, what is carried over, what is next', async ({ page, shop }) => {
  await signIn(page, shop, 'W. Tansley')
  await expect(page.locator('[data-machine=mill-3]')).toContainText(
    'G54 Y and G54 Z carried over, neither measured nor confirmed in this setup',
  )
  await page.locator('[data-machine=mill-3] a').first().click()
  await expect(page.getByRole('link', { name: 'Next: Zero G54, Y' })).toBeVisible()
  const row = page.getByRole('row', { name: /^G54/ })
  await expect(row.getByRole('cell').nth(0)).toContainText('measured')
  await expect(row.getByRole('cell').nth(1)).toContainText('carried over')
})

test('steps without figures are confirmed or skipped with a reason', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'length-T12')
  await page.getByRole('button', { name: 'skip this step' }).click()
  await page.getByLabel(/Why it is skipped/).fill('chamfer is done by hand on this batch')
  await page.getByRole('button', { name: 'Skip it' }).click()
  await expect(page.locator('[data-step=length-T12]')).toHaveAttribute('data-state', 'skipped')
  await expect(page.locator('[data-step=length-T12]')).toContainText('chamfer is done by hand on this batch')
  await page.locator('[data-step=homed]').click()
  // What the machine's own list has is looked at each time.
  await expect(page.getByRole('button', { name: '3 still to look at' })).toBeDisabled()
  for (const line of await page.getByRole('list', { name: 'Checklist' }).getByRole('checkbox').all()) await line.check()
  await page.getByRole('button', { name: 'Confirm again' }).click()
  await expect(page.locator('[data-step=homed]')).toHaveAttribute('data-state', 'done')
})

test('readouts are ticked one by one until the step is done', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'lathe-1', 'seen')
  await expect(page.locator('[data-readout]').first()).toBeVisible()
  for (let left = await page.getByRole('button', { name: 'I see it' }).count(); left > 0; left--) {
    await page.getByRole('button', { name: 'I see it' }).first().click()
    await expect(page.getByRole('button', { name: 'I see it' })).toHaveCount(left - 1)
  }
  await expect(page.locator('[data-step=seen]')).toHaveAttribute('data-state', 'done')
})

test('a lead adds a machine, and is told of all that is missing at once', async ({ page, shop }) => {
  await signedIn(page, shop, 'T. Oakhanger')
  await page.goto(`${shop.url}/machines/new`)
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('alert')).toContainText('Name: give the machine a name.')
  await expect(page.getByRole('alert')).toContainText('Travel X, from: nothing is given yet.')
  await page.getByLabel('Name', { exact: true }).fill('Mill 9')
  for (const axis of ['X', 'Y', 'Z']) await page.getByLabel(`${axis} from`).fill('-500')
  await page.reload()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mill 9')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('heading', { name: 'What stands in Mill 9' })).toBeVisible()
  await expect(page.getByText('Not homed since it was switched on')).toBeVisible()
  await page.getByRole('button', { name: 'Confirm homing' }).click()
  await expect(page.getByText(/^Homed/)).toBeVisible()
})

/** What is read in full and has no shape of its own on a phone. */
const MORE = ['/machines', '/people', '/machines/mill-3/routine/edge', '/exchange/mill-4/presets']

const NARROW = [
  '/floor',
  '/ledger',
  '/machines/mill-3',
  '/setup',
  '/machines/mill-3/routine/tool-length',
  '/machines/lathe-1/routine/turned-size',
  '/tools/mill-4',
  '/tools/drawer',
  '/tools/drawer/em-16-a',
  '/tools/drawer/new',
  '/exchange/mill-4',
  '/machines/mill-3/stood',
  '/machines/mill-3/handover',
  '/parts',
  '/parts/flange',
  '/jobs/0407',
  '/operations/chest-20',
  '/operations/chest-20/change',
  '/exchange/mill-4/template',
]
const READ = [...NARROW, ...MORE]

// Night changes colours and nothing else: there the contrast is looked at again.
for (const theme of ['day', 'night'])
  test(`everything is reachable by keyboard and readable: no fault that axe can find, by ${theme}`, async ({ page, shop }) => {
    await signIn(page, shop)
    await page.evaluate((name) => localStorage.setItem('rook-theme', name), theme)
    await page.reload()
    for (const path of READ) {
      await goTo(page, path)
      // No page here has frames: one pass in the page itself is all there is, without a tab of its own for each.
      const axe = new AxeBuilder({ page }).setLegacyMode()
      const { violations } = await (theme === 'day' ? axe.withTags(['wcag2a', 'wcag2aa']) : axe.withRules(['color-contrast'])).analyze()
      expect(violations.map(({ id, nodes }) => `${theme} ${path} ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([])
    }
  })

test('the page is sent anew each time, its files for good and pressed together; a file that is gone says so', async ({ request, shop }) => {
  const page = await request.get(`${shop.url}/floor`)
  expect(page.headers()['cache-control']).toBe('no-cache')
  const [, file] = /src="(\/assets\/[^"]+\.js)"/.exec(await page.text())!
  const script = await request.get(shop.url + file!, { headers: { 'accept-encoding': 'br, gzip' } })
  expect(script.headers()['cache-control']).toContain('immutable')
  expect(script.headers()['content-encoding']).toBe('br')
  // What speaks of a page goes with the page alone; a first visit would carry it 150 times.
  expect(page.headers()['content-security-policy']).toContain("frame-ancestors 'self'")
  expect(script.headers()).not.toHaveProperty('content-security-policy')
  expect(script.headers()['x-content-type-options']).toBe('nosniff')
  const gone = await request.get(`${shop.url}/assets/index-0ld.js`)
  expect(gone.status()).toBe(404)
  expect(((await gone.json()) as { detail: string }).detail).toContain('Load the page again')
})

test('a tab whose files are gone since an update loads anew, and says so', async ({ page, shop }) => {
  await signIn(page, shop)
  let isGone = true
  await page.route(/\/assets\/Gauges-[^/]*\.js$/, (route) => (isGone ? route.fulfill({ status: 404, body: '' }) : route.continue()))
  page.on('framenavigated', () => (isGone = !page.url().endsWith('/gauges')))
  await page.getByRole('link', { name: 'Gauges' }).click()
  await expect(page.getByRole('heading', { name: 'Gauges' })).toBeVisible()
  await expect(page.getByText('Rook Ledger was updated while this page was open')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByText('Rook Ledger was updated while this page was open')).toHaveCount(0)
})
