import { expect, openStep, pick, signIn, test, signedIn, openAtStep } from '../shop.ts'

/** The last G54 X of the demo's flange is this far from a round figure; what is typed is worked out by hand. */
const READING = 'Machine Y at the touch'

test('a pick-up goes from the reading to the ledger, and agrees with a sum by hand', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  await expect(page.getByText('writes to')).toContainText('G54 Y on Mill 3')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel(READING).fill('-174.7050')
  // −174.7050 − 0 + 5.0000
  await expect(page.locator('[data-result]')).toContainText('\u2212169.7050')
  await expect(page.locator('[data-result]')).toContainText('\u2212')
  await expect(page.getByLabel('Checks')).toContainText('the control must read Y \u22125.0000')
  await page.getByRole('button', { name: 'I see it' }).click()
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Recorded as entry' })).toContainText('\u2212169.7050')
  await expect(page.locator('[data-step=zero-G54-Y]')).toHaveAttribute('data-state', 'done')

  await page.goto(`${shop.url}/ledger?machine=mill-3`)
  const newest = page.locator('li[data-kind]').first()
  await expect(newest).toContainText('G54 Y from an edge')
  await expect(newest).toContainText('\u2212169.7050')
  await newest.click()
  await expect(page.getByText('Machine Y at the touch', { exact: true })).toBeVisible()
  await expect(page.getByText(/^ ?Entry \d+ on Mill 3, .* I. Marrow, setter/)).toBeVisible()
})

test('a tool length on the setter, then the face with that tool', async ({ page, shop }) => {
  const [constant] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'setter/setter-a/K/geometry'`,
  )
  const K = Number(constant!.value)
  const show = (nm: number) => (nm / 1e6).toFixed(4).replace('-', '\u2212')
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'length-T4')
  await page.getByLabel('Machine Z at the touch').fill(((K + 103_475_500) / 1e6).toFixed(4))
  await expect(page.locator('[data-result]')).toContainText('103.4755')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()

  await page.locator('[data-step=zero-G54-Z]').click()
  await pick(page, 'Between', 'Shim 1.000')
  await page.getByLabel('Machine Z at the touch').fill('-371.2900')
  // −371.2900 − 103.4755 − 0.8000 − 1.0000
  await expect(page.locator('[data-result]')).toContainText('\u2212476.5655')
  await expect(page.getByLabel('Checks')).toContainText('Z +1.8000')
  expect(show(K)).toContain('\u2212502.1')
})

test('a forgotten shim is stopped, named, and let pass only by a lead', async ({ page, shop }) => {
  const [zero] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'work/G54/Z/geometry'`,
  )
  const [length] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'tool/4/length/geometry'`,
  )
  const reading = (Number(zero!.value) + Number(length!.value) + 800_000 + 1_000_000) / 1e6
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Z')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel('Machine Z at the touch').fill(reading.toFixed(4))
  const stop = page.locator('[data-check=jump][data-verdict=stop]')
  await expect(stop).toContainText('G54 Z moves +1.0000')
  await expect(stop).toContainText('Shim 1.000 had lain between and was not taken off')

  await page.getByRole('button', { name: 'Release and record' }).click()
  await page.getByLabel('Why it may pass').fill('parallels 13 in place of 12')
  const dialog = page.getByRole('dialog')
  for (const digit of '0000') await dialog.getByRole('button', { name: digit, exact: true }).click()
  await dialog.getByRole('button', { name: 'Release', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('That is not T. Oakhanger’s PIN')
  for (const digit of '8642') await dialog.getByRole('button', { name: digit, exact: true }).click()
  await dialog.getByRole('button', { name: 'Release', exact: true }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  await page.goto(`${shop.url}/floor`)
  await expect(page.locator('[data-machine=mill-3]')).toContainText('released by T. Oakhanger: parallels 13 in place of 12')
})

test('a query is answered with a reason that is kept', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel(READING).fill('-175.0217')
  await expect(page.locator('[data-verdict=query]')).toContainText('No single slip explains it')
  await expect(page.getByRole('button', { name: /^Record/ })).toBeDisabled()
  await page.getByRole('button', { name: 'give a reason' }).click()
  await page.getByLabel('Reason').fill('stop reset after the clean-down')
  await page.getByRole('button', { name: 'Keep' }).click()
  await page.getByRole('button', { name: /^Record/ }).click()
  await page.getByRole('link', { name: 'See the entry' }).click()
  await expect(page.getByText('Reason: stop reset after the clean-down')).toBeVisible()
})

test('undo is offered right where the entry was made, and says what it did', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel(READING).fill('-174.7050')
  await page.getByRole('button', { name: /^Record/ }).click()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.locator('[data-step=zero-G54-Y]')).toHaveAttribute('data-state', 'open')
  await page.goto(`${shop.url}/ledger?machine=mill-3`)
  await expect(page.locator('li[data-kind]').first()).toContainText('Takes back: G54 Y from an edge')
  await expect(page.locator('li[data-kind]').nth(1)).toContainText('taken back')
})

test('a side of the drawing can be touched to say what was touched', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/mill-2/routine/edge`)
  await page.getByRole('button', { name: 'right side, moving X\u2212' }).click()
  await expect(page.getByRole('radio', { name: 'X', exact: true })).toBeChecked()
  await expect(page.getByRole('radio', { name: /X\u2212 onto its right side/ })).toBeChecked()
})

test('on a phone the foot of the screen says what is open, and records once nothing is', async ({ page, shop }) => {
  await signIn(page, shop)
  await page.setViewportSize({ width: 390, height: 844 })
  await openStep(page, 'mill-3', 'zero-G54-Y')
  const foot = page.getByRole('group', { name: 'What is still open' })
  await expect(foot).toContainText('Next: Between')
  await pick(page, 'Between', 'Nothing')
  await page.locator('input[data-input=reading]').fill('-150')
  await expect(foot).toContainText('moves')
  await foot.getByRole('button', { name: 'To the checks' }).click()
  // With the checks in sight the foot has nothing to add.
  await expect(page.locator('[data-check]').first()).toBeInViewport()
  await expect(foot).toHaveCount(0)
  const was = Number(/\d+\.\d+/.exec(await page.locator('.results .was td').first().innerText())![0])
  await page.locator('input[data-input=reading]').fill((-was - 5).toFixed(4))
  await page.getByRole('heading', { name: 'Zero G54, Y' }).scrollIntoViewIfNeeded()
  await expect(foot).toContainText(`G54 Y \u2212${was.toFixed(4)}`)
  await foot.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Recorded as entry' })).toContainText(`\u2212${was.toFixed(4)}`)
})
