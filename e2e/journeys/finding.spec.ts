import { randomUUID } from 'node:crypto'
import { Door } from '../door.ts'
import { expect, signIn, test } from '../shop.ts'

test('anything is found by a few letters: a tool, a job, a slot, an entry by its number', async ({ page, shop }) => {
  await signIn(page, shop)
  const find = async (words: string) => {
    await page.keyboard.press('/')
    await expect(page.getByLabel('What to find')).toBeFocused()
    await page.keyboard.type(words)
  }
  const found = page.getByRole('list', { name: 'Found' })
  await find('em-16')
  await expect(found.getByRole('link').first()).toContainText('End mill 16, roughing em-16-a, T2 on Mill 4')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /End mill 16, roughing/ })).toBeVisible()

  await find('0407')
  await expect(found.getByRole('link').first()).toContainText('Job 0407, Wind-trunk flange')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Wind-trunk flange, rev C' })).toBeVisible()

  await find('g54 mill 2')
  await expect(found.getByRole('link').first()).toContainText('Mill 2')
  await page.getByLabel('What to find').fill('12')
  const [entry] = await shop.query<{ title: string }>(`SELECT title FROM entry WHERE machine = 'mill-3' AND seq = 12`)
  await found.getByRole('link', { name: `${entry!.title} Entry 12 on Mill 3` }).click()
  await expect(page.getByText('Entry 12 on Mill 3')).toBeVisible()

  await find('zzz')
  await expect(page.getByText('Nothing is called that.')).toBeVisible()
})

test('a warning of the floor leads to what mends it', async ({ page, shop }) => {
  // Its life is over, whatever of it was used before.
  const setter = await Door.signIn(shop, 'marrow', '1357')
  await setter.call('/api/assemblies/em-06-b/events', { id: randomUUID(), kind: 'used', note: '', amount: 90 })
  await signIn(page, shop)
  const card = page.locator('[data-machine=mill-4]')
  await card.getByRole('link', { name: /T4, End mill 6/ }).click()
  await expect(page.getByRole('heading', { name: /End mill 6/ })).toBeVisible()
  await page.goto(`${shop.url}/floor`)
  await card.getByRole('link', { name: /only estimated, not measured/ }).click()
  await expect(page).toHaveURL(/\/tools\/mill-4\/run/)
  await page.goto(`${shop.url}/floor`)
  await card.getByRole('link', { name: /not been seen on the control/ }).click()
  await expect(page.locator('[data-readout]').first()).toBeVisible()
  await page.goto(`${shop.url}/machines/mill-99`)
  await expect(page.getByRole('alert')).toContainText('Machine mill-99')
})
