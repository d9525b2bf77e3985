import { give, results } from '../give.ts'
import { expect, pick, test } from '../shop.ts'

test.use({ contents: 'nothing' })

/** For whoever wants to look: a picture of each station. */
const look = async (page: { screenshot(to: { path: string }): Promise<unknown> }, name: string) => {
  if (process.env.LOOK) await page.screenshot({ path: `${process.env.LOOK}/${name}.png` })
}

test('a shop in inches, from empty: a wrong step and a wrong finder are put right on the way', async ({ page, shop }) => {
  await page.goto(shop.url)
  await page.getByLabel('Name of the shop').fill('Tracker & Stop Works')
  await page.getByLabel('First lead').fill('A. Founder')
  await page.getByLabel('PIN, four to eight digits').fill('1212')
  await page.getByRole('button', { name: 'Open the ledger' }).click()
  await page.waitForURL('**/machines/new')

  // A mill in inches; its step is typed as one of a display in millimetres.
  await page.getByLabel('Name', { exact: true }).fill('Mill 1')
  await pick(page, 'Unit', 'inches')
  await expect(page.getByLabel('Least increment')).toHaveValue('0.0001')
  await page.getByLabel('Least increment').fill('0.001')
  for (const axis of ['X', 'Y', 'Z']) await page.getByLabel(`${axis} from`).fill('-20')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('alert')).toContainText('Least increment: 0.001 in is unusual')
  await look(page, '1-step-asked')
  await page.getByLabel('The increment is so').check()
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('heading', { name: 'What stands in Mill 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Confirm homing' }).click()
  await expect(page.getByText(/^Homed/)).toBeVisible()

  // The finder is one of two tenths, and is written down as one of half an inch. In this shop a bare figure is inches.
  await page.goto(`${shop.url}/gauges`)
  await page.getByRole('button', { name: 'Add a gauge' }).click()
  await page.getByLabel('Name').fill('Finder .200')
  await page.getByLabel('Diameter of its tip, in unless said').fill('.500')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('row', { name: /Finder \.200/ })).toContainText('0.5 in')

  const touch = async (axis: 'X' | 'Y', reading: string) => {
    await page.goto(`${shop.url}/machines/mill-1/routine/edge`)
    await give(page, { slot: 'G54', axis, direction: `${axis}+`, finder: 'Finder .200', between: 'Nothing', reading, place: '0' })
  }
  await touch('X', '-12.345')
  await expect(results(page).first()).toContainText('\u221212.095')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('heading', { name: 'G54 X from an edge' })).toBeVisible()

  // The control counts finer than its record says: that is put right with a reason, and the figure has to be touched again.
  await page.goto(`${shop.url}/machines/mill-1/record`)
  await page.getByLabel('Least increment').fill('0.0001')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('alert')).toContainText('G54 X rests on its least increment')
  await look(page, '2-step-right')
  await page.getByLabel('Why the record is put right').fill('its display shows four places')
  await page.getByRole('button', { name: 'Keep this record' }).click()
  await expect(page.getByRole('heading', { name: 'What stands in Mill 1' })).toBeVisible()
  await expect(page.getByRole('row', { name: /^G54/ }).first()).toContainText('disturbed')
  await touch('X', '-12.3452')
  await expect(results(page).first()).toContainText('\u221212.0952')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByRole('heading', { name: 'G54 X from an edge' })).toBeVisible()

  // Now somebody reads what is engraved on the finder.
  await page.goto(`${shop.url}/gauges`)
  await page.getByRole('link', { name: 'Finder .200' }).click()
  await page.getByRole('button', { name: 'Put its record right' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Diameter of its tip, in unless said').fill('.200')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Worked out again: G54 X on Mill 1 \u221212.0952 becomes \u221212.2452.')
  await look(page, '3-finder-right')
  await dialog.getByLabel('Why the record is put right').fill('it has .200 engraved')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toHaveCount(0)
  await look(page, '4-gauge')
  await page.goto(`${shop.url}/machines/mill-1`)
  await expect(page.getByRole('row', { name: /^G54/ }).first()).toContainText('\u221212.2452')
  await look(page, '5-stands')
  await page.getByRole('link', { name: '\u221212.2452' }).first().click()
  await expect(page.getByText('Finder .200: it has .200 engraved.')).toBeVisible()
  await look(page, '6-entry')
})
