import { expect, openStep, pick, signIn, test, signedIn, openAtStep } from '../shop.ts'

const READING = 'Machine Y at the touch'

test('two at one machine see each other at once, and the slower one keeps what was typed', async ({ page, shop, browser }) => {
  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const second = await other.newPage()
  await signIn(page, shop, 'I. Marrow')
  await signIn(second, shop, 'W. Tansley')
  for (const [tablet, reading] of [
    [page, '-174.7050'],
    [second, '-174.7080'],
  ] as const) {
    await openStep(tablet, 'mill-3', 'zero-G54-Y')
    await pick(tablet, 'Between', 'Nothing')
    await tablet.getByLabel(READING).fill(reading)
    await expect(tablet.getByRole('button', { name: /^Record/ })).toBeEnabled()
  }
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  // The step is done now; the other one is told at once, with the figures still there.
  await expect(second.locator('[data-step=zero-G54-Y]')).toHaveAttribute('data-state', 'done')
  await expect(second.getByText('I. Marrow has written G54 Y since you began')).toBeVisible()
  await expect(second.getByLabel(READING)).toHaveValue('-174.7080')
  await expect(second.getByRole('button', { name: /^Record/ })).toBeDisabled()
  await second.getByRole('button', { name: 'Go on from there' }).click()
  await second.getByRole('button', { name: /^Record/ }).click()
  await expect(second.getByText('Recorded as entry')).toBeVisible()
  await other.close()
})

test('a loser whom the news did not reach is told by the server who wrote what', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel(READING).fill('-174.7050')
  await expect(page.getByRole('button', { name: /^Record/ })).toBeEnabled()
  await page.route('**/api/machines/mill-3/entries', async (route) => {
    const body = route.request().postDataJSON() as { basis: Record<string, string | null> }
    body.basis = { 'work/G54/Y/geometry': null }
    await route.continue({ postData: JSON.stringify(body) })
  })
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('alert')).toContainText('G54 Y has been written since you opened this')
  await expect(page.getByLabel(READING)).toHaveValue('-174.7050')
})
