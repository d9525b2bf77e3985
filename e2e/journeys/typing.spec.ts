import { expect, pick, test, signedIn, openAtStep } from '../shop.ts'

const READING = 'Machine Y at the touch'

test.beforeEach(async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
})

test('sums, fractions and inches show what they come to before they count', async ({ page }) => {
  const field = page.getByLabel(READING)
  for (const [typed, shown, result] of [
    ['-175+0.295', '= \u2212174.7050 mm', '\u2212169.7050'],
    ['-6.878150 in', '= \u2212174.70501 mm', null],
    ['-174 7/10', '= \u2212174.7000 mm', '\u2212169.7000'],
    ['-174,705', null, '\u2212169.7050'],
  ] as const) {
    await field.fill(typed)
    if (shown && result) await expect(page.locator('[data-resolved]')).toHaveText(shown)
    if (result) await expect(page.locator('[data-result]')).toContainText(result)
  }
})

test('what cannot be read is refused with its own sentence, and nothing is lost', async ({ page }) => {
  const field = page.getByLabel(READING)
  for (const [typed, sentence] of [
    ['12..7', 'has two decimal points'],
    ['abc', 'is neither a figure nor a unit'],
    ['1/0', 'it divides by zero'],
    ['1in+3mm', 'inch and millimetre stand in one figure'],
    ['174.7', 'It would agree within'],
  ] as const) {
    await field.fill(typed)
    await expect(page.getByText(sentence).first()).toBeVisible()
    await expect(field).toHaveValue(typed)
  }
})

test('a figure finer than the control counts is rounded only when the person agrees', async ({ page }) => {
  await page.getByLabel(READING).fill('-174.70504')
  await expect(page.getByText('It would be kept as \u2212174.7050')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Record/ })).toBeDisabled()
  await page.getByRole('button', { name: 'Use \u2212174.7050' }).click()
  await expect(page.locator('[data-result]')).toContainText('\u2212169.7050')
  await expect(page.getByRole('button', { name: /^Record/ })).toBeEnabled()
})

test('Enter goes to the next figure, as a gauge that types does', async ({ page }) => {
  await page.getByLabel(READING).click()
  await page.keyboard.type('+  -174.705')
  await page.getByLabel(READING).fill('-174.705')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Edge stands at part Y')).toBeFocused()
})

test('half-typed work survives a reload, and goes on on another tablet', async ({ page, shop, browser }) => {
  await page.getByLabel(READING).fill('-174.70')
  await page.reload()
  await expect(page.getByLabel(READING)).toHaveValue('-174.70')
  await page.waitForTimeout(1500)
  const other = await browser.newContext({ viewport: { width: 1024, height: 768 } })
  const tablet = await other.newPage()
  await signedIn(tablet, shop, 'W. Tansley')
  await openAtStep(tablet, shop, 'mill-3', 'zero-G54-Y')
  await expect(tablet.getByLabel(READING)).toHaveValue('-174.70')
  await expect(tablet.getByText('Taken over from the tablet that I. Marrow typed on')).toBeVisible()
  await other.close()
})
