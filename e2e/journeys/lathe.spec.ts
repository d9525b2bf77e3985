import { answerAll, give, results } from '../give.ts'
import { expect, test, type Shop, signedIn } from '../shop.ts'

const stands = async (shop: Shop, register: string) =>
  Number(
    (await shop.query<{ value: string }>(`SELECT value FROM register_value WHERE machine = 'lathe-1' AND register = '${register}'`))[0]
      ?.value ?? Number.NaN,
  )
const shown = (value: number) => (value / 1e6).toFixed(3).replace('-', '\u2212')

test('a setter arm is tied by the master, both faces at once, and measures a boring bar from the other side', async ({ page, shop }) => {
  const master = await stands(shop, 'tool/1/X/geometry')
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/lathe-1/routine/arm-constant`)
  await give(page, { setter: 'Setter arm', tool: 'T1', face: 'X\u2212', width: '10', reading: '-92.418' })
  // K moving X− is the reading less the master's X; the face on the other side lies two widths further in, in diameters.
  const K = -92_418_000 - master
  await expect(results(page)).toContainText(shown(K))
  await expect(results(page)).toContainText(shown(K - 20_000_000))
  await answerAll(page, 'the arm was calibrated anew')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()

  await page.goto(`${shop.url}/machines/lathe-1/routine/tool-on-arm`)
  await give(page, { tool: 'T3', setter: 'Setter arm', face: 'X\u2212', reading: '-94.992' })
  // The bar's tip points away from the axis: it cannot have come from outside.
  await expect(page.getByText(/T3 cannot touch moving X\u2212: its tip direction is 2/)).toBeVisible()
  await give(page, { face: 'X+' })
  await expect(results(page)).toContainText(shown(-94_992_000 - (K - 20_000_000)))
})

test('the second side has its zero where the sub-spindle counts, and a turned size goes into the wear', async ({ page, shop }) => {
  await signedIn(page, shop)
  await page.goto(`${shop.url}/machines/lathe-1/routine/face`)
  // T3 has geometry Z G; its tip direction is put right for a face that is touched moving Z+.
  const G = await stands(shop, 'tool/1/Z/geometry')
  await give(page, { slot: 'G57', tool: 'T1', between: 'Nothing', reading: '-58.41', place: '0.5' })
  await expect(page.getByText(/T1 cannot touch moving Z\+: its tip direction is 3/)).toBeVisible()
  await page.goto(`${shop.url}/machines/lathe-1/routine/nose-and-tip`)
  await give(page, { tool: 'T1', 'nose-from': 'From the insert', tip: '4' })
  await answerAll(page, 'the tool is turned over for the second side')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
  expect(await stands(shop, 'tool/1/tip/geometry')).toBe(4)
  await page.goto(`${shop.url}/machines/lathe-1/routine/face`)
  await give(page, { slot: 'G57', tool: 'T1', between: 'Nothing', reading: '-58.41', place: '0.5' })
  // W = M − G + P, for part Z counts against machine Z there.
  await expect(results(page)).toContainText(shown(-58_410_000 - G + 500_000))

  await page.goto(`${shop.url}/machines/lathe-1/routine/turned-size`)
  const before = await stands(shop, 'tool/3/X/wear')
  await give(page, { tool: 'T3', kind: 'Bore', by: 'A measured size', sizes: 'Two sizes' })
  for (const [label, text] of Object.entries({
    'Target diameter': '30.01',
    'Measured diameter': '29.96',
    'Second target diameter': '42.02',
    'Second measured diameter': '42.01',
  }))
    await page.getByLabel(label, { exact: true }).fill(text)
  // One lacks 0.05, the other 0.01: 0.03 is common to both, and 0.04 stays.
  await expect(results(page)).toContainText(shown((Number.isNaN(before) ? 0 : before) + 30_000))
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('0.040 between them stays')
})
