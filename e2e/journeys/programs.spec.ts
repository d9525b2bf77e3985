import { Door } from '../door.ts'
import { give } from '../give.ts'
import { expect, pick, test, signedIn } from '../shop.ts'

const PROGRAM = [
  '%',
  'O2417 (SPOT ONLY)',
  'G21 G90',
  'T5 M6',
  'G54 G0 X9. Y9. S3200 M3',
  'G43 H5 Z50.',
  'G81 R2. Z-3.4 F240',
  'G80',
  'G0 Z50.',
  'M30',
  '%',
]
const file = (lines: readonly string[]) => ({ name: 'SPOT.NC', mimeType: 'text/plain', buffer: Buffer.from(lines.join('\r\n')) })

test('a program is kept, held against the record, and has its go until a figure changes', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(shop.url + '/operations/flange-20')
  const program = page.getByRole('region', { name: 'Program' })
  await expect(program.locator('[data-issue="5"]')).toContainText('W. Tansley')

  // A letter is no program, and nothing of it is kept.
  await program
    .getByLabel('File of the program')
    .setInputFiles({ name: 'letter.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear Sir') })
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('dialog')).toContainText('No G or M word was found')
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click()
  await expect(program.locator('[data-issue="6"]')).toHaveCount(0)

  await program.getByLabel('File of the program').setInputFiles(file(PROGRAM))
  await page.getByLabel('What changed, or where it comes from').fill('spots only, to try the fixture')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(program.locator('[data-issue="6"]')).toContainText('spots only')
  await program.locator('[data-issue="6"]').getByRole('button', { name: 'what changed' }).click()
  await expect(program.locator('[data-change=new]').first()).toContainText('O2417 (SPOT ONLY)')

  // Half of the order of work is open: no go, each with the way to its step. Where a lead has said that the shop asks, it is asked about.
  await page.goto(shop.url + '/setup/mill-3-0407/go')
  await expect(page.locator('[data-go]')).toHaveAttribute('data-go', 'stop')
  await expect(page.locator('[data-finding="open zero-G54-Y"]').getByRole('link', { name: 'to its step' })).toBeVisible()
  const lead = await Door.signIn(shop, 'oakhanger', '8642')
  const { seal: _seal, ...own } = (await lead.call<{ shop: Record<string, unknown> }>('/api/session')).shop
  await lead.call('/api/shop', { ...own, asks: ['measured', 'seen'] }, 'PUT')

  // What stands from another setup is questioned, with its line; nothing stops it.
  await page.goto(shop.url + '/setup/mill-3-0407/go')
  await expect(page.locator('[data-go]')).toHaveAttribute('data-go', 'query')
  const height = page.locator('[data-finding="zero work/G54/Y/geometry +1"]')
  await expect(height).toContainText('G54 Y and G54 Z stand from another setup')
  await height.getByRole('link', { name: 'line 5' }).click()
  await expect(page.locator('li[aria-current]')).toContainText('G54 G0 X9. Y9. S3200 M3')
  await page.goBack()
  await expect(page.getByRole('button', { name: 'Give the go' })).toBeDisabled()
  for (const reason of await page.getByPlaceholder('why it may run all the same').all())
    await reason.fill('spots in the air, to see the zero')
  await page.getByRole('button', { name: 'Give the go' }).click()
  await expect(page.locator('[data-go]')).toHaveAttribute('data-go', 'clear')
  await expect(page.locator('[data-go]')).toContainText('Go, given')

  // A figure that it rests on is written: the go is over, and says why.
  await page.goto(shop.url + '/setup/mill-3-0407/step/zero-G54-Y')
  await give(page, { between: 'Nothing', reading: '-174.7000' })
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(
    page
      .getByText('G54 Y recorded', { exact: false })
      .or(page.getByRole('button', { name: 'Undo' }))
      .first(),
  ).toBeVisible()
  await page.goto(shop.url + '/setup/mill-3-0407/go')
  await expect(page.getByRole('region', { name: 'Changed since' })).toContainText('G54 Y written since.')
  await expect(page.locator('[data-go]')).not.toContainText('Go, given')
})

test('text and path of a program lead to each other, over the stock and as far as the machine goes', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(shop.url + '/setup/mill-3-0407/go')
  await page.getByRole('link', { name: 'Its path in the machine' }).click()
  const above = page.locator('[data-view=above]')
  // The stock is 92 by 63 from part zero at its near left corner. Line 12 cuts along Y6.
  const stock = (await above.locator('[data-stock]').boundingBox())!
  const pixel = stock.width / 92
  expect(stock.height / pixel).toBeCloseTo(63, 0)
  await page.mouse.click(stock.x + 40 * pixel, stock.y + stock.height - 6 * pixel)
  await expect(page.locator('li[aria-current]')).toHaveAttribute('data-line', '12')
  await expect(page.locator('li[aria-current]')).toContainText('X102. F640')
  // T4 faces from −10 to 102 and goes round the outside.
  await expect(page.locator('[data-reached="4 G54"]')).toContainText('\u221210 to 102')
  // Beside everything nothing is pressed.
  await page.mouse.click(stock.x + 40 * pixel, stock.y + stock.height + 20 * pixel)
  await expect(page.locator('li[aria-current]')).toHaveAttribute('data-line', '12')

  // Its travel is 660 by 410; the same scale shows the stock small in it.
  await page.getByLabel('as far as Mill 3 goes').check()
  const travel = (await above.locator('[data-travel]').boundingBox())!
  expect(travel.width / travel.height).toBeCloseTo(660 / 410, 1)
  const small = (await above.locator('[data-stock]').boundingBox())!
  expect(small.width / travel.width).toBeCloseTo(92 / 660, 2)

  await page.getByLabel('as far as Mill 3 goes').uncheck()

  // Line 16 is chosen in the text. Between T4's line 12 at Y6 and T12's line 81 at Y0.5 the nearer counts: with T12 alone, its own.
  await page.locator('[data-line="16"]').click()
  await expect(page).toHaveURL(/line=16/)
  const between = async () => {
    const box = (await above.locator('[data-stock]').boundingBox())!
    const millimetre = box.width / 92
    await page.mouse.click(box.x + 40 * millimetre, box.y + box.height - 3.5 * millimetre)
  }
  await between()
  await expect(page.locator('li[aria-current]')).toHaveAttribute('data-line', '12')
  await pick(page, 'Tool', 'T12')
  await between()
  await expect(page.locator('li[aria-current]')).toHaveAttribute('data-line', '81')
})
