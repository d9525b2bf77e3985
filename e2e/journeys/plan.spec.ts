import { expect, pick, signIn, test } from '../shop.ts'

test('a planner plans a part from nothing, and a setter sets it up beside what stands there already', async ({ page, shop }) => {
  await signIn(page, shop, 'B. Hollins')
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Parts' }).click()
  await page.getByRole('button', { name: 'Add a part' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByText('Number: what stands on the drawing.')).toBeVisible()
  await dialog.getByLabel('Number').fill('WC-531')
  await dialog.getByLabel('Name').fill('Tremulant bracket')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('WC-531 is the number of Windchest cheek already.')
  await dialog.getByLabel('Number').fill('TR-207')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Tremulant bracket' })).toBeVisible()

  await page.getByRole('button', { name: 'Add a job' }).click()
  await page.getByLabel('Job number').fill('0700')
  await page.getByLabel('Quantity').fill('8')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.locator('[data-job="0700"]')).toContainText('0 of 8')

  await page.getByRole('link', { name: 'A new operation' }).click()
  await page.getByRole('button', { name: 'Keep the operation' }).click()
  await expect(page.getByRole('alert')).toContainText('Slots: choose one at least.')
  await expect(page.getByRole('alert')).toContainText('Stock X, from: nothing is given yet.')
  await page.getByLabel('Name', { exact: true }).fill('Op 10')
  await page.getByLabel('Fixture', { exact: true }).fill('vise, hard jaws')
  await page.getByLabel('G56').check()
  for (const [label, text] of Object.entries({
    'X from': '0',
    'X to': '2 3/8 in',
    'Y from': '0',
    'Y to': '40',
    'Z from': '-6',
    'Z to': '0.3',
  }))
    await page.getByLabel(`${label}, mm`).fill(text)
  // 2 3/8 inches are 60.325 mm: its middle lies at 30.1625.
  await page.getByRole('button', { name: 'Zero at near middle' }).click()
  await expect(page.getByLabel('X from, mm')).toHaveValue('-30.1625')
  await expect(page.getByLabel('Y from, mm')).toHaveValue('0')
  await page.getByRole('button', { name: 'Add a size' }).click()
  await page.getByLabel('Size', { exact: true }).fill('slot 12')
  await page.getByLabel('Nominal, mm').fill('12')
  await page.getByLabel('Upper deviation').fill('0.018')
  await page.getByRole('button', { name: 'Make it from the above' }).click()
  const steps = page.locator('li[data-step]')
  await expect(steps).toHaveCount(7)
  await expect(page.locator('[data-step=zero-G56-X]')).toContainText('Edge stands at part X -30.1625 mm')
  await page.getByRole('button', { name: 'Zero G56, Y: earlier' }).click()
  await expect(steps.nth(2)).toContainText('Zero G56, Y')
  await steps.nth(6).dragTo(steps.nth(5))
  await expect(steps.nth(5)).toContainText('Seen on the control')
  await steps.nth(5).dragTo(steps.nth(6))
  // What is half typed survives a reload.
  await page.reload()
  await expect(page.getByLabel('Size', { exact: true })).toHaveValue('slot 12')
  await page.getByRole('button', { name: 'Keep the operation' }).click()
  await expect(page.locator('[data-size="slot 12"]')).toContainText('12.009')

  await page.getByRole('button', { name: 'Set it up' }).click()
  await pick(page, 'Machine', 'Mill 2')
  await pick(page, 'Job', '0700')
  await page.getByRole('button', { name: 'Begin the setup' }).click()
  await expect(page).toHaveURL(/\/setup\//)
  await expect(page.getByRole('link', { name: 'Next: Homed' })).toBeVisible()
  await page.goto(`${shop.url}/floor`)
  await expect(page.locator('[data-machine=mill-2]')).toContainText('Also job 0700, Tremulant bracket, rev A, 0 of 7 done')
})

test('a running setup keeps its edition, counts its parts, and ends with what is left open', async ({ page, shop }) => {
  await signIn(page, shop, 'B. Hollins')
  const [own] = await shop.query<{ id: string; operation: string; job: string }>(
    `SELECT id, operation, job FROM setup WHERE machine = 'mill-3' AND ended_at IS NULL`,
  )
  await page.goto(`${shop.url}/operations/${own!.operation}`)
  await page.getByRole('link', { name: 'Change it' }).click()
  await page.getByLabel('Height that clears everything, mm').fill('71')
  await page.getByRole('button', { name: /^Keep it as edition/ }).click()
  await page.getByRole('button', { name: 'what it changed' }).first().click()
  await expect(page.locator('[data-what="Height that clears everything"]')).toContainText('71 mm')
  await page.goto(`${shop.url}/setup/${own!.id}`)
  await expect(page.getByText(/It keeps edition 1 of its operation; there is edition 2/)).toBeVisible()

  await page.getByRole('button', { name: 'Count parts' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Good parts since the last count').fill('5')
  await dialog.getByLabel('Scrapped').fill('2')
  await dialog.getByRole('button', { name: 'Count them' }).click()
  await expect(dialog.getByText('Reason: say why they were scrapped.')).toBeVisible()
  await dialog.getByLabel('Why they were scrapped').fill('chip under the casting')
  // No first part proves it: that is asked about as well.
  await expect(dialog.locator('[data-without-proof]')).toContainText('No first part was run carefully in this setup yet.')
  await expect(dialog.getByText('Why they count all the same: say it in a few words.')).toBeVisible()
  await dialog.getByLabel('Why these parts count all the same').fill('trial castings')
  await dialog.getByRole('button', { name: 'Count them' }).click()
  await expect(page.getByText(/5 of \d+ made, 2 scrapped/)).toBeVisible()
  await expect(page.locator('[data-unproven]')).toContainText('7 parts were counted without a proven first part.')

  await page.getByRole('button', { name: 'End the setup' }).click()
  await expect(dialog.getByRole('button', { name: 'End it' })).toBeDisabled()
  await expect(dialog).toContainText('Still open:')
  await dialog.getByLabel('Why it is ended all the same').fill('casting withdrawn by the foundry')
  await dialog.getByRole('button', { name: 'End it' }).click()
  await expect(page.getByText(/This setup ended/)).toBeVisible()
  const [entry] = await shop.query<{ reason: string }>(`SELECT reason FROM entry WHERE setup = '${own!.id}' AND kind = 'ended'`)
  expect(entry!.reason).toContain('casting withdrawn by the foundry. Left open: ')
  await page.goto(`${shop.url}/floor`)
  await expect(page.locator('[data-machine=mill-3]')).toContainText('nothing set up')
})
