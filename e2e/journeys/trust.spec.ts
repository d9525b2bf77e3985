import { give } from '../give.ts'
import { expect, pick, test, signedIn, openAtStep } from '../shop.ts'

test('a reference tool marked disturbed makes all that rests on it stale, by name, on every screen', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/mill-2`)
  const reference = page.locator('[data-register="tool/1/length/geometry"]')
  await reference.getByRole('button', { name: 'mark disturbed' }).click()
  await page.getByLabel('What happened').fill('pulled from the spindle to clear the coolant nozzle')
  await page.getByRole('button', { name: 'Mark it disturbed' }).click()
  await expect(reference).toHaveAttribute('data-standing', 'disturbed')
  for (const register of ['tool/2/length', 'tool/3/length', 'work/G54/Z', 'work/G55/Z'])
    await expect(page.locator(`[data-register="${register}/geometry"]`)).toHaveAttribute(
      'data-standing',
      register === 'tool/3/length' ? /stale/ : 'stale',
    )
  await page.goto(`${shop.url}/floor`)
  await expect(page.locator('[data-machine=mill-2]')).toContainText('H1 length, which it rests on, was marked disturbed')
  await page.goto(`${shop.url}/machines/mill-2/routine/face`)
  await give(page, { slot: 'G54', tool: 'T2', between: 'Nothing', reading: '-300', place: '0' })
  await expect(page.getByLabel('Checks')).toContainText('T2\u2019s length cannot be used as it is')
  await expect(page.getByRole('button', { name: /^Record/ })).toBeDisabled()
})

test('a gauge that failed shows the entries made with it, and what of them still stands', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/gauges`)
  await expect(page.locator('[data-gauge=feeler-05]')).toHaveAttribute('data-state', 'due')
  await page.getByRole('link', { name: 'Shim 1.000' }).click()
  await pick(page, 'It was', 'failed a check')
  await page.getByLabel('Where, by whom, how it was found').fill('micrometer says 0.962, it was bent')
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.locator('[data-doubtful]')).toContainText('still stand in a control')
  await expect(page.locator('[data-event=failed]')).toContainText('it was bent')
  await page.goto(`${shop.url}/floor`)
  await expect(page.locator('[data-machine=mill-2]')).toContainText('Shim 1.000 failed its check')
})

test('a wrong readout that is typed in leads back to the likeliest mistake', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'seen')
  const check = page.locator('[data-counter="zero/G54/X"]')
  const [row] = await shop.query<{ value: string; before: string }>(
    `SELECT w.after AS value, w.before FROM entry_write w JOIN register_value v ON v.entry = w.entry AND v.register = w.register WHERE v.machine = 'mill-3' AND v.register = 'work/G54/X/geometry'`,
  )
  await check.getByRole('button', { name: 'it reads something else' }).click()
  await check.getByRole('textbox').fill((-Number(row!.value) / 1e6).toFixed(4))
  await expect(check.locator('[data-explained]')).toContainText('had the other sign')
  await check.getByRole('textbox').fill('0')
  await expect(check.locator('[data-explained]')).toContainText('nothing had been entered into G54 X')
  await check.getByRole('button', { name: 'I see it' }).click()
  await expect(check.getByRole('button', { name: 'seen' })).toBeDisabled()
})

test('a lead tightens a limit for one machine; looser than the shop is refused', async ({ page, shop }) => {
  await signedIn(page, shop, 'T. Oakhanger')
  await page.goto(`${shop.url}/machines/mill-2/record`)
  const limit = page.getByLabel(/^This machine: a zero that moves less/)
  await limit.fill('0.5')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('alert')).toContainText('not looser')
  await limit.fill('0.005')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('heading', { name: 'What stands in Mill 2' })).toBeVisible()
  const [row] = await shop.query<{ limits: object }>(`SELECT limits FROM machine WHERE id = 'mill-2'`)
  expect(row!.limits).toEqual({ zeroMoves: 5000 })
})

test('the drawing grows, moves and comes back by keys', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/mill-3/routine/edge`)
  const picture = page.getByRole('group', { name: /^Drawing/ })
  const stock = picture.locator('rect.stock')
  const width = async () => Number(await stock.getAttribute('width'))
  await picture.focus()
  // The sheet finds its size while the page is filling: what is compared was measured in one go.
  await expect(async () => {
    await page.keyboard.press('0')
    const before = await width()
    await page.keyboard.press('+')
    expect(await width()).toBeCloseTo(before * 1.5, 0)
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('0')
    expect(await width()).toBeCloseTo(before, 0)
  }).toPass()
})

test('a tablet left open on a setup that is finished meanwhile keeps its figures and says so', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  const reading = page.getByLabel('Machine Y at the touch')
  await expect(reading).toBeVisible()
  await shop.query(`UPDATE setup SET ended_at = now() WHERE machine = 'mill-3' AND ended_at IS NULL`)
  await give(page, { between: 'Nothing', reading: '-174.7030' })
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('alert')).toContainText('This setup is finished')
  await expect(reading).toHaveValue('-174.7030')
})
