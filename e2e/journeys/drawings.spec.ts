import { answerAll, give } from '../give.ts'
import { expect, pick, signIn, test, type Shop, signedIn, openAtStep } from '../shop.ts'

/** A drawing of the flange as a drawing program writes it: group codes and values in turn. It names no unit. */
const FLANGE = [
  [0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, 0, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES'],
  [0, 'LWPOLYLINE', 8, 'OUTLINE', 90, 4, 70, 1, 10, 100, 20, 50, 10, 188, 20, 50, 10, 188, 20, 110, 10, 100, 20, 110],
  [0, 'CIRCLE', 8, 'BORE', 10, 144, 20, 80, 40, 17, 0, 'TEXT', 8, 'NOTES', 10, 1, 20, 1, 40, 2, 1, 'rev C'],
  [0, 'ENDSEC', 0, 'EOF'],
]
  .flat()
  .join('\n')

test('a part\u2019s outline and its jaws lie under the drawings of its operation', async ({ page, shop }) => {
  await signIn(page, shop)
  await page.locator('[data-machine=mill-3] a').first().click()
  await page.getByRole('button', { name: 'How it is held' }).click()
  const drawer = page.getByRole('dialog')
  await pick(page, 'Held in', 'a vise')
  await pick(page, 'Fixed jaw at its', 'left side')
  await drawer.getByLabel('The jaws grip, mm').fill('-3')
  await drawer.getByLabel('Height of the parallels, mm').fill('3/4 in')
  await drawer.getByLabel('Drawing file').setInputFiles({ name: 'flange.dxf', mimeType: 'application/dxf', buffer: Buffer.from(FLANGE) })
  await expect(drawer.getByText('left out: text')).toBeVisible()
  await drawer.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(drawer.getByRole('alert')).toContainText('say in which unit')
  await pick(page, 'Unit of the file', 'millimetres')
  await pick(page, 'Part zero', 'near left corner')
  await drawer.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(drawer.getByText('The jaws grip: more than zero')).toBeVisible()
  await drawer.getByLabel('The jaws grip, mm').fill('6')
  await drawer.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(drawer).toBeHidden()

  const [kept] = await shop.query<{ holding: unknown; outline: { lines: { points: number[][] }[] } }>(
    `SELECT holding, outline FROM workpiece WHERE id = 'flange-20'`,
  )
  expect(kept!.holding).toEqual({ kind: 'vise', count: 1, fixedJaw: 'X-', grip: 6_000_000, parallels: 19_050_000, bed: null })
  // The outline's near left corner is part zero: it begins at 0, 0 and ends at 88, 60.
  expect(kept!.outline.lines[0]!.points[0]).toEqual([0, 0])
  expect(kept!.outline.lines[0]!.points[2]).toEqual([88_000_000, 60_000_000])

  await expect(page.locator('.drawing .held')).toHaveCount(2)
  await page.locator('[data-step=zero-G54-Y]').click()
  await expect(page.locator('.drawing .underlay')).toHaveCount(2)
  await expect(page.getByRole('img', { name: /^Finder 10 from the side, moving Y\+: 5 from the axis/ })).toBeVisible()
  await pick(page, 'Between', 'Shim 1.000')
  await expect(page.getByRole('img', { name: /5 from the axis to where it touches, then 1 Shim 1.000/ })).toBeVisible()
})

async function y(shop: Shop): Promise<string> {
  const [row] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'work/G54/Y/geometry'`,
  )
  return row!.value
}

test('every figure is read in the other unit at one touch, and nothing is recorded in it', async ({ page, shop }) => {
  await signIn(page, shop)
  await page.locator('[data-machine=mill-3] a').first().click()
  const zero = page.locator('[data-register="work/G54/X/geometry"] .figure').first()
  const [stands] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = 'mill-3' AND register = 'work/G54/X/geometry'`,
  )
  const inches = (Number(stands!.value) / 25.4e6).toFixed(5).replace('-', '\u2212')
  await page.getByRole('button', { name: 'Read in the other unit' }).click()
  await expect(zero).toHaveText(`${inches} in`)
  await expect(page.getByText('Read in the other unit:')).toBeVisible()
  await page.locator('[data-step=zero-G54-Y]').click()
  await pick(page, 'Between', 'Nothing')
  // Where it stood before, so that no check has anything to ask: the finder's 5 mm come off again in the sum.
  const before = Number(await y(shop))
  await page.getByLabel('Machine Y at the touch').fill(((before - 5_000_000) / 1e6).toFixed(4))
  const read = ((before - 5_000_000) / 25.4e6).toFixed(5).replace('-', '\u2212')
  await expect(page.locator('[data-resolved]').first()).toHaveText(`= ${read} in`)
  await answerAll(page, 'worked figures')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  expect(Number(await y(shop))).toBe(before)
})

test('a routine outside a setup offers what was used last, and shows the part that is in the machine', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/mill-3/routine/edge`)
  const offer = page.locator('[data-last-used]')
  await expect(offer).toContainText('G54')
  await expect(offer).toContainText('Finder 10')
  // What lies between is asked anew each time.
  await expect(offer).not.toContainText(/Shim|Nothing/)
  await offer.getByRole('button', { name: 'Take them' }).click()
  await expect(offer).toBeHidden()
  await expect(page.locator('.drawing .caption')).toContainText('to scale')
  await give(page, { axis: 'X', direction: 'X+', between: 'Nothing', reading: '-318.2040', place: '0' })
  await expect(page.locator('[data-result]')).toContainText('\u2212313.2040')
})

test('a drawing grows under the wheel, moves by keys, and comes back whole', async ({ page, shop }) => {
  await signedIn(page, shop)
  await openAtStep(page, shop, 'mill-3', 'zero-G54-Y')
  const drawing = page.getByRole('group', { name: /^Drawing, / })
  // What a person measures it by: how far apart two marks stand on the screen.
  const spread = () =>
    drawing.evaluate((svg) => {
      const at = [...svg.querySelectorAll('text')].map((label) => label.getBoundingClientRect().x)
      return Math.max(...at) - Math.min(...at)
    })
  const back = page.getByRole('button', { name: 'whole' })
  await expect.poll(spread).toBeGreaterThan(50)
  await drawing.hover()
  // The first turn may come before the code for it does.
  await expect(async () => {
    await page.mouse.wheel(0, -240)
    await expect(back).toBeVisible({ timeout: 500 })
  }).toPass()
  await back.click()
  await expect(back).toBeHidden()
  const before = await spread()
  await drawing.focus()
  await page.keyboard.press('+')
  await expect.poll(spread).toBeGreaterThan(1.2 * before)
  await page.keyboard.press('0')
  await expect(back).toBeHidden()
  await expect.poll(spread).toBeCloseTo(before, 0)
  await page.keyboard.press('ArrowLeft')
  await expect(back).toBeVisible()
})
