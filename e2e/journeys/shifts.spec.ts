import { expect, pick, signIn, test, signedIn } from '../shop.ts'

test('a shift is handed over in few words, stands on the floor, and is read and signed by who comes', async ({ page, shop, browser }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/mill-4/handover`)
  const lines = page.locator('li[data-kind]')
  await expect(lines.filter({ hasText: 'carried over, neither measured nor confirmed in this setup' })).toBeVisible()
  await lines.filter({ hasText: 'carried over' }).getByRole('checkbox').uncheck()
  await page.getByLabel('In your own words').fill('T9 still waits for its length')
  await page.getByLabel('PIN of I. Marrow').fill('0000')
  await page.getByRole('button', { name: 'Sign and hand over' }).click()
  await expect(page.getByRole('alert')).toContainText('That is not I. Marrow’s PIN')
  await expect(page.getByLabel('In your own words')).toHaveValue('T9 still waits for its length')
  await page.getByLabel('PIN of I. Marrow').fill('1357')
  await page.getByRole('button', { name: 'Sign and hand over' }).click()
  await expect(page.getByText('Whoever comes reads it and signs.')).toBeVisible()

  const comes = await (await browser.newContext()).newPage()
  await signIn(comes, shop, 'W. Tansley')
  await comes
    .locator('[data-machine=mill-4]')
    .getByRole('link', { name: /^Handover of the .* shift, by I. Marrow/ })
    .click()
  const paper = comes.getByRole('region', { name: 'To be read' })
  await expect(paper).toContainText('T9 still waits for its length')
  await expect(paper).not.toContainText('carried over')
  await paper.getByLabel('PIN of W. Tansley').fill('2468')
  await paper.getByRole('button', { name: 'Sign as read' }).click()
  await expect(paper).toBeHidden()
  await comes.goto(`${shop.url}/floor`)
  await expect(comes.locator('[data-machine=mill-4]')).not.toContainText('not read yet')
  const [kept] = await shop.query<{ reader: string }>(
    `SELECT r.person AS reader FROM handover_read r JOIN handover h ON h.id = r.handover WHERE h.machine = 'mill-4'`,
  )
  expect(kept!.reader).toBe('tansley')
})

test('what is different since the last time is said before a setup begins, and what stood when is explained', async ({ page, shop }) => {
  await signIn(page, shop)
  const [last] = await shop.query<{ machine: string; job: string }>(
    `SELECT s.machine, j.number AS job FROM setup s JOIN job j ON j.id = s.job WHERE s.operation = 'chest-20' AND ended_at IS NOT NULL ORDER BY ended_at DESC LIMIT 1`,
  )
  await page.goto(`${shop.url}/operations/chest-20`)
  await page.getByRole('button', { name: 'Set it up' }).click()
  await pick(page, 'Machine', 'Mill 4')
  const since = page.getByRole('region', { name: 'Since it was set up last' })
  await expect(since).toContainText(`job ${last!.job} on Mill 4`)
  // Op 10 has measured its tools anew since, with a job of its own in between.
  await expect(since.locator('[data-changed^="tool/"]').first()).toContainText(/written by/)
  await pick(page, 'Machine', 'Mill 2')
  await expect(since.locator('[data-changed="Zeros of G55"]')).toContainText('as on Mill 4')

  const [moved] = await shop.query<{ at: string; value: string }>(
    `SELECT at, value FROM register_value WHERE machine = 'mill-4' AND register = 'tool/2/length/geometry'`,
  )
  await page.goto(`${shop.url}/machines/mill-4/stood`)
  const row = page.locator('[data-register="tool/2/length/geometry"]')
  await expect(row).toContainText((Number(moved!.value) / 1e6).toFixed(3))
  await row.getByRole('link').last().click()
  await expect(page).toHaveURL(/\/ledger\//)
})
