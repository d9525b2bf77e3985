import { answerAll, fact, give, results } from '../give.ts'
import { expect, test, type Shop, signedIn } from '../shop.ts'
import type { Page } from '@playwright/test'

const minus = (text: string) => text.replaceAll('-', '\u2212')

async function open(page: Page, shop: Shop, machine: string, routine: string): Promise<void> {
  await page.goto(`${shop.url}/machines/${machine}/routine/${routine}`)
}

async function record(page: Page): Promise<void> {
  await answerAll(page, 'by hand, with worked figures')
  await page.getByRole('button', { name: /^Record/ }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()
}

async function stood(shop: Shop, machine: string, register: string): Promise<number> {
  const [row] = await shop.query<{ value: string }>(
    `SELECT value FROM register_value WHERE machine = '${machine}' AND register = '${register}/geometry'`,
  )
  return Number(row!.value)
}

test('a probe is calibrated in the ring, and the bore comes out as worked by hand, each side with its own radius', async ({
  page,
  shop,
}) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-3', 'probe-in-ring')
  await give(page, { probe: 'Probe 2', ring: 'Ring 40', repeats: 'once', seated: 'lined up', centreX: '0', centreY: '0' })
  await give(page, { 'X+1': '17.016', 'X-1': '-17.010', 'Y+1': '17.014', 'Y-1': '-17.012' })
  for (const radius of ['2.9840', '2.9900', '2.9860', '2.9880']) await expect(results(page)).toContainText(radius)
  await expect(fact(page, 'run-out')).toContainText(minus('-0.0030 in X, -0.0010 in Y'))
  // The machine's coordinates are the ring's own here, and outside its travel: a lead has to let that pass.
  await page.getByRole('button', { name: 'Release and record' }).click()
  const dialog = page.getByRole('dialog')
  await page.getByLabel('Why it may pass').fill('worked figures, ring at 0, 0')
  for (const digit of '8642') await dialog.getByRole('button', { name: digit, exact: true }).click()
  await dialog.getByRole('button', { name: 'Release', exact: true }).click()
  await expect(page.getByText('Recorded as entry')).toBeVisible()

  await open(page, shop, 'mill-3', 'bore-boss')
  await give(page, { slot: 'G57', kind: 'Bore', finder: 'Probe 2', touches: '4', expected: '34' })
  await give(page, { X1: '-198.4235', Y1: '-138.2030', X2: '-212.4460', Y2: '-124.1825', X3: '-226.4625', Y3: '-138.2030' })
  await expect(page.locator('.drawing text.lit')).toContainText('4, Y\u2212')
  await give(page, { X4: '-212.4460', Y4: '-152.2215', placeX: '46', placeY: '31.5' })
  await expect(results(page)).toContainText(minus('-258.4460'))
  await expect(results(page)).toContainText(minus('-169.7030'))
  await expect(fact(page, 'bore')).toContainText('\u00d834.0130')
  await expect(fact(page, 'out of round')).toContainText('0.0000')
  await record(page)
  expect(await stood(shop, 'mill-3', 'work/G57/X')).toBe(-258_446_000)
})

test('on one wall with the spindle turned the radii are those worked by hand', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-2', 'probe-on-wall')
  await give(page, { probe: 'Probe 2', pin: 'Pin 10', direction: 'X+', repeats: 'once', seated: 'lined up', wall: '-58.300' })
  await give(page, { turn0: '-56.284', turn90: '-56.287', turn180: '-56.290', turn270: '-56.286' })
  for (const radius of ['2.984', '2.987', '2.990', '2.986']) await expect(results(page)).toContainText(radius)
  await record(page)
  await page.goto(`${shop.url}/gauges/probe-2`)
  await expect(page.getByText('Since the calibration before')).toBeVisible()
})

test('a turned block gives corner and angle; the rotation goes with the zero where the control can turn', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-3', 'turned-corner')
  await give(page, {
    slot: 'G57',
    side: 'a side along X',
    directionLong: 'Y+',
    directionSquare: 'X+',
    finder: 'Finder 10',
    between: 'Nothing',
  })
  await give(page, { X1: '-310.2', Y1: '-204.61', X2: '-230.2', Y2: '-204.47', X3: '-315.044', Y3: '-170.3', placeX: '0', placeY: '0' })
  await expect(fact(page, 'turned')).toContainText('0.1003\u00b0')
  // The corner of the stylus centres by hand, then 5 along both turned sides: −314.9839, −204.6184 without the finder.
  const angle = Math.atan2(0.14, 80)
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const along = (-315.044 + 310.2) * cos + (-170.3 + 204.61) * sin
  const [x, y] = [-310.2 + along * cos, -204.61 + along * sin]
  expect([x.toFixed(4), y.toFixed(4)]).toEqual(['-314.9839', '-204.6184'])
  await expect(results(page)).toContainText(minus((x + 5 * cos - 5 * sin).toFixed(4)))
  await expect(results(page)).toContainText(minus((y + 5 * sin + 5 * cos).toFixed(4)))
  await record(page)
  expect(await stood(shop, 'mill-3', 'work/G57/R')).toBe(100_300)
})

test('known features are fitted with and without a rotation, and what is left is judged', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-3', 'known-features')
  await give(page, { slot: 'G57', finder: 'Probe 2', count: '3', read: 'machine display', turning: 'not allowed', tolerance: '0.05' })
  await give(page, { nominalX1: '18', nominalY1: '22', nominalX2: '92', nominalY2: '22', nominalX3: '92', nominalY3: '58' })
  await give(page, {
    foundX1: '-282.0151',
    foundY1: '-177.9803',
    foundX2: '-208.0153',
    foundY2: '-177.8254',
    foundX3: '-208.0907',
    foundY3: '-141.8254',
  })
  await expect(results(page)).toContainText(minus('-300.0404'))
  // Stopped, with the likeliest cause for a head once it is worked out, and what is left at each under it.
  await expect(page.locator('[data-verdict=stop]')).toContainText('It would agree')
  await expect(page.locator('[data-check=features]')).toContainText(
    'feature 1 is 0.1063 off, feature 2 is 0.0574 off, feature 3 is 0.0721 off',
  )
  await give(page, { turning: 'allowed' })
  await expect(fact(page, 'turned')).toContainText('0.1200\u00b0')
  await expect(results(page)).toContainText(minus('-299.9690'))
  await expect(results(page)).toContainText(minus('-200.0180'))
  await expect(page.locator('[data-check=features]')).toHaveCount(0)
})

test('a corner on three axes, into several slots; its middle by the stock\u2019s size; a shift from there', async ({ page, shop }) => {
  await signedIn(page, shop)
  const length = await stood(shop, 'mill-3', 'tool/4/length')
  await open(page, shop, 'mill-3', 'corner')
  await give(page, {
    slot: 'G57',
    axes: 'X, Y and Z',
    directionX: 'X+',
    directionY: 'Y\u2212',
    finder: 'Finder 10',
    between: 'Nothing',
    tool: 'T4',
    'z-between': 'Shim 1.000',
  })
  await give(page, {
    readingX: '-318.2040',
    placeX: '0',
    readingY: '-101.7030',
    placeY: '63',
    readingZ: ((-476_565_500 + length + 1_800_000) / 1e6).toFixed(4),
    placeZ: '.8',
  })
  for (const figure of ['-313.2040', '-169.7030', '-476.5655']) await expect(results(page)).toContainText(minus(figure))
  await give(page, { again: '-318.2640' })
  await expect(page.locator('[data-check=repeat]')).toContainText('the part has moved meanwhile')
  await give(page, { again: '-318.2050' })
  await record(page)

  await open(page, shop, 'mill-3', 'from-stock')
  await give(page, {
    from: 'G57',
    cornerX: 'left',
    cornerY: 'near',
    toX: 'middle',
    toY: 'middle',
    slot: 'No slot',
    sizeX: '92.04',
    sizeY: '3in-1/2in',
    placeX: '0',
    placeY: '0',
  })
  await expect(results(page)).toContainText(minus('-267.1840'))
  await expect(results(page)).toContainText(minus('-137.9530'))
  await record(page)
  await expect(
    page.getByRole('heading', { name: /Plain reading from a corner and the stock\u2019s size: Part zero \u2212267.1840, \u2212137.9530/ }),
  ).toBeVisible()

  await open(page, shop, 'mill-3', 'moved-zero')
  await give(page, { from: 'G57', axis: 'X', by: 'half a gauge', gauge: 'Finder 10', way: 'toward minus', slot: 'G57' })
  await expect(results(page)).toContainText(minus('-318.2040'))
})

test('a slot is halved by its two sides, and the wrong finder is named by the width', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-3', 'middle')
  await give(page, {
    slot: 'G57',
    axis: 'X',
    kind: 'Outside',
    finder: 'Finder 10',
    between: 'Nothing',
    expected: '96',
    first: '-318.204',
    second: '-216.204',
    place: '46',
  })
  await expect(results(page)).toContainText(minus('-313.2040'))
  await expect(fact(page, 'width')).toContainText('92.0000 expected 96.0000')
  await expect(page.locator('[data-check=size][data-verdict=query]')).toContainText('Finder 6 had been in the spindle')
  await give(page, { second: '-318.204' })
  await expect(page.getByLabel('Checks')).toContainText('the second side has not been read yet')
})

test('a first zero has nothing to be held against, and says so; the opposite side then names the wrong finder', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-3', 'edge')
  const touch = { slot: 'G57', axis: 'X', direction: 'X+', finder: 'Finder 10', between: 'Nothing' }
  await give(page, { ...touch, reading: '-318.204', place: '0' })
  await expect(page.getByLabel('Checks')).toContainText('Nothing was compared: G57 X has no earlier figure')
  // 92 wide with a finder of 10 the far side reads −216.204; four nearer, it was the one of 6.
  await give(page, { witness: '-220.204', width: '92' })
  await expect(page.getByLabel('Checks')).toContainText(
    'comes out at 88.0000, expected 92.0000. It would agree if Finder 6 had been in the spindle',
  )
  await expect(page.getByLabel('Checks')).not.toContainText('Nothing was compared')
  await give(page, { witness: '-216.204' })
  await expect(page.getByLabel('Checks')).not.toContainText('Finder 6')
})

test('a grid is shown before it is written, and the parts come where they were worked out by hand', async ({ page, shop }) => {
  await signedIn(page, shop)
  await open(page, shop, 'mill-2', 'capture')
  await give(page, { slot: 'G54', axes: 'X and Y', finder: 'Indicator', readingX: '-310', placeX: '0', readingY: '-205', placeY: '0' })
  await record(page)
  await open(page, shop, 'mill-2', 'parts-grid')
  await give(page, { from: 'G54', columns: '4', rows: '1', by: 'pitch', pitchX: '62.5', turned: '0.25' })
  await expect(results(page).getByRole('row', { name: /^G57/ })).toContainText(minus('-122.502'))
  await expect(results(page).getByRole('row', { name: /^G57/ })).toContainText(minus('-204.182'))
  await expect(page.locator('polygon.part')).toHaveCount(4)
  await give(page, { rows: '2', pitchY: '30' })
  await expect(page.getByLabel('Checks')).toContainText('8 parts need 8 slots, and from G54 on Mill 2 has 4')
})

test('the plane of a face shows its tilt; Z comes from a height as well; a flip says what to expect', async ({ page, shop }) => {
  await signedIn(page, shop)
  const length = await stood(shop, 'mill-3', 'tool/4/length')
  await open(page, shop, 'mill-3', 'face-plane')
  await give(page, { slot: 'G57', tool: 'T4', between: 'Nothing', touches: '4', over: 'in their middle', place: '0' })
  const corners = [
    ['-300', '-200', '-376.565'],
    ['-180', '-200', '-376.541'],
    ['-180', '-120', '-376.533'],
    ['-300', '-120', '-376.557'],
  ]
  for (const [at, [X, Y, Z]] of corners.entries()) await give(page, { [`X${at + 1}`]: X!, [`Y${at + 1}`]: Y!, [`Z${at + 1}`]: Z! })
  await expect(fact(page, 'tilt over 100 mm')).toContainText('+0.0200 in X, +0.0100 in Y')
  await expect(results(page)).toContainText(minus((-376.549 - length / 1e6).toFixed(4)))

  const constant = await stood(shop, 'mill-3', 'setter/setter-a/K')
  await open(page, shop, 'mill-3', 'by-height')
  await give(page, { slot: 'G57', setter: 'Setter A', how: 'base + stock', base: '12', stock: '18.8', place: '0.8' })
  await expect(results(page)).toContainText(minus(((constant - 50_000_000 + 30_000_000) / 1e6).toFixed(4)))

  const X = await stood(shop, 'mill-3', 'work/G54/X')
  await open(page, shop, 'mill-3', 'after-flip')
  await give(page, {
    from: 'G54',
    turned: 'left to right',
    slot: 'G57',
    firstX: '0',
    secondX: '-92',
    firstY: '0',
    secondY: '0',
    firstZ: '-17.2',
    secondZ: '0',
  })
  await expect(results(page)).toContainText(minus((X / 1e6 + 92).toFixed(4)))
  await record(page)
  await page.goto(`${shop.url}/machines/mill-3`)
  await expect(page.getByText('expected after the flip').first()).toBeVisible()
})
