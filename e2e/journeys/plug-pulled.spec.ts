import { expect, openStep, pick, signIn, test } from '../shop.ts'

const READING = 'Machine Y at the touch'
const COUNT = `SELECT count(*)::int AS n FROM entry WHERE machine = 'mill-3'`

test.use({ ownServer: true })

test.beforeEach(async ({ page, shop }) => {
  await signIn(page, shop)
  await openStep(page, 'mill-3', 'zero-G54-Y')
  await pick(page, 'Between', 'Nothing')
  await page.getByLabel(READING).fill('-174.7050')
  await expect(page.getByRole('button', { name: /^Record/ })).toBeEnabled()
})

test('the server gone before it was sent: nothing is recorded, the screen says so, Record works again', async ({ page, shop }) => {
  const [before] = await shop.query<{ n: number }>(COUNT)
  await shop.kill()
  await expect(page.getByText('not connected')).toBeVisible()
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Asking whether the entry is there')).toBeVisible()
  await shop.start()
  await expect(page.getByText('Nothing was recorded')).toBeVisible({ timeout: 15_000 })
  await expect(page.getByLabel(READING)).toHaveValue('-174.7050')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  const [after] = await shop.query<{ n: number }>(COUNT)
  expect(after!.n).toBe(before!.n + 1)
})

test('the answer lost on its way: the entry is there once, and the screen finds it', async ({ page, shop }) => {
  const [before] = await shop.query<{ n: number }>(COUNT)
  await page.route('**/api/machines/mill-3/entries', async (route) => {
    await route.fetch()
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible({ timeout: 15_000 })
  const [after] = await shop.query<{ n: number }>(COUNT)
  expect(after!.n).toBe(before!.n + 1)
})

test('the database gone: the screen says so, and goes on when it is back', async ({ page, shop }) => {
  const name = new URL(shop.databaseUrl).pathname.slice(1)
  const admin = shop.databaseUrl.replace(/\/[^/]+$/, '/postgres')
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  await client.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`)
  await client.query(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${name}'`)
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Asking whether the entry is there')).toBeVisible()
  await client.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`)
  await expect(page.getByText('Nothing was recorded')).toBeVisible({ timeout: 15_000 })
  await client.end()
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
})

test('a place that could not be loaded while the server was away opens when it is back', async ({ page, shop }) => {
  await shop.kill()
  await page.getByRole('link', { name: 'Gauges' }).click()
  await expect(page.getByText('The server does not answer.')).toBeVisible()
  await shop.start()
  await expect(page.getByRole('heading', { name: 'Gauges' })).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('connected', { exact: true })).toBeVisible()
})
