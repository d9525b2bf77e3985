import { randomUUID } from 'node:crypto'
import type { Browser, Page } from '@playwright/test'
import { mm, orderOfWork, type Gauge } from '@rook/core'
import { MILL } from '@rook/testing'
import { Door } from '../door.ts'
import { give, results } from '../give.ts'
import { beginSetup, confirmTwo, measured, next, firstPart } from '../setting.ts'
import { expect, pick, signIn, test, type Shop } from '../shop.ts'

const PIN = '4711'
const PLAN = {
  name: 'Op 10',
  revision: 'A',
  kind: 'mill' as const,
  unit: 'mm' as const,
  machines: [],
  slots: ['G54'],
  purposes: {},
  stock: { X: { from: mm(0), to: mm(60) }, Y: { from: mm(0), to: mm(40) }, Z: { from: mm(-12), to: mm(0) } },
  fixture: 'vise 125, stop left',
  fixtureRepeat: mm(0.004),
  tolerance: mm(0.05),
  clearance: null,
  features: [],
  sizes: [],
  tools: [{ number: '1', offset: '1', diameterOffset: '1', diameter: false }],
  program: 'O1010, issue 1',
}

/** A shop of one's own up to its first plan: two mills, three setters, what they measure with, one tool, a part with two jobs. */
async function founded(shop: Shop): Promise<{ lead: Door; operation: string }> {
  const lead = await Door.open(shop, { name: 'A. Founder', pin: PIN })
  for (const name of ['E. Early', 'L. Late', 'N. Night']) await lead.call('/api/people', { name, role: 'setter', pin: PIN })
  const { id: _id, ...mill } = MILL
  for (const name of ['Mill 1', 'Mill 2']) await lead.call('/api/machines', { ...mill, name })
  const gauge = (name: string, family: Gauge['family'], size: number) =>
    lead.call('/api/gauges', { name, family, size: mm(size), uncertainty: mm(0.001), intervalDays: null })
  await gauge('Finder 10', 'edge-finder', 10)
  await gauge('Setter B', 'setter', 50)
  await gauge('Master 100', 'master-tool', 100)
  await gauge('Bore gauge 30', 'caliper', 0.01)
  await lead.call('/api/assemblies', {
    id: 'em-10',
    name: 'End mill 10',
    kind: 'end-mill',
    holder: null,
    turning: 'right',
    flutes: 2,
    properties: { DC: mm(10) },
    estimate: null,
    edges: { rule: 'longest', spread: null },
    life: null,
  })
  await lead.call('/api/machines/mill-1/mounts', { id: randomUUID(), number: '1', assembly: 'em-10' })
  const part = await lead.call<{ id: string }>('/api/parts', {
    number: 'SQ-1',
    name: 'Backfall square',
    material: 'brass',
    revision: 'A',
    change: '',
  })
  for (const number of ['0901', '0902', '0903'])
    await lead.call('/api/jobs', { number, part: part.id, revision: 'A', quantity: 12, due: null, note: '' })
  const steps = orderOfWork(PLAN, await lead.call<Gauge[]>('/api/gauges'))
  const { id } = await lead.call<{ id: string }>(`/api/parts/${part.id}/operations`, { ...PLAN, steps })
  return { lead, operation: id }
}

/** The clock cannot be put forward, but a shift list can be changed: from now on it is another shift. */
async function itIsNow(lead: Door, name: string, hoursAgo: number): Promise<void> {
  const begun = new Date(Date.now() - hoursAgo * 3_600_000).toLocaleTimeString('en-GB', {
    timeZone: 'Europe/London',
    hour: '2-digit',
    minute: '2-digit',
  })
  const shop = { name: 'Tracker & Stop Works', timeZone: 'Europe/London', idleMinutes: 30, shifts: [{ name, starts: begun, ends: begun }] }
  await lead.call('/api/shop', shop, 'PUT')
}

async function comes(browser: Browser, shop: Shop, name: string): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await signIn(page, shop, name, PIN)
  return page
}

async function handsOver(page: Page, shop: Shop, name: string, words: string): Promise<void> {
  await page.goto(`${shop.url}/machines/mill-1/handover`)
  await page.getByLabel('In your own words').fill(words)
  await page.getByLabel(`PIN of ${name}`).fill(PIN)
  await page.getByRole('button', { name: 'Sign and hand over' }).click()
  await expect(page.getByText('Whoever comes reads it and signs.')).toBeVisible()
}

async function reads(page: Page, name: string, words: string): Promise<void> {
  await page.getByRole('link', { name: /^Handover of the/ }).click()
  const paper = page.getByRole('region', { name: 'To be read' })
  await expect(paper).toContainText(words)
  await paper.getByLabel(`PIN of ${name}`).fill(PIN)
  await paper.getByRole('button', { name: 'Sign as read' }).click()
  await expect(paper).toBeHidden()
}

async function counts(page: Page, good: string, scrapped = '', why = ''): Promise<void> {
  await page.getByRole('button', { name: 'Count parts' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Good parts since the last count').fill(good)
  if (scrapped) {
    await dialog.getByLabel('Scrapped').fill(scrapped)
    await dialog.getByLabel('Why they were scrapped').fill(why)
  }
  await dialog.getByRole('button', { name: 'Count them' }).click()
  await expect(dialog).toBeHidden()
}

async function ends(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'End the setup' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'End it' }).click()
  await expect(page.getByText(/This setup ended/)).toBeVisible()
}

test.describe('a shop of one’s own', () => {
  test.use({ contents: 'nothing' })
  test('sets a part, runs it over three shifts, hands it over, and sets it again, here and on another machine', async ({
    page: early,
    shop,
    browser,
  }) => {
    const { lead, operation } = await founded(shop)
    const ledger = async (machine: string) =>
      new Map(
        (
          await shop.query<{ register: string; value: string }>(
            `SELECT register, value FROM register_value WHERE machine = '${machine}' AND value IS NOT NULL`,
          )
        ).map(({ register, value }) => [register, Number(value)]),
      )

    // The early shift sets it.
    await itIsNow(lead, 'Early', 3)
    await signIn(early, shop, 'E. Early', PIN)
    await early.goto(`${shop.url}/operations/${operation}`)
    await beginSetup(early, 'Mill 1', '0901')
    const setup = early.url()
    await confirmTwo(early, 0)
    await give(early, { master: 'Master 100' })
    await measured(early, 'Machine Z at the touch', '-350', 'the setter is new here')
    await next(early)
    await measured(early, 'Machine Z at the touch', '-322.5', 'never measured before')
    await next(early)
    for (const [axis, reading] of Object.entries({ X: '-405.5', Y: '-210.2', Z: '-371' })) {
      await pick(early, 'Between', 'Nothing')
      await measured(early, `Machine ${axis} at the touch`, reading)
      if (axis !== 'Z') await next(early)
    }
    // Each readout was seen as it was recorded: nothing is left to do.
    await expect(early.getByRole('navigation', { name: 'Order of work' })).toContainText('8 of 8 done')
    // K = −350 − 100 = −450, so H1 = −322.5 + 450 = 127.5. X and Y: half of finder 10 is 5. Z: −371 − 127.5 = −498.5.
    const set = await ledger('mill-1')
    expect(set.get('tool/1/length/geometry')).toBe(mm(127.5))
    expect([...'XYZ'].map((axis) => set.get(`work/G54/${axis}/geometry`))).toEqual([mm(-400.5), mm(-205.2), mm(-498.5)])
    await firstPart(early, setup)
    await counts(early, '3')
    await handsOver(early, shop, 'E. Early', 'Hole comes out 0.02 large, look at the reamer')

    // The late shift reads it, corrects the length by what a depth says, and scraps one.
    await itIsNow(lead, 'Late', 2)
    const late = await comes(browser, shop, 'L. Late')
    await reads(late, 'L. Late', 'look at the reamer')
    await late.goto(setup)
    await late.getByRole('link', { name: /^Depth/ }).click()
    await give(late, { tool: 'T1', by: 'A measured size' })
    await late.getByLabel('Target part Z').fill('-4')
    await late.getByLabel('Measured part Z').fill('-3.97')
    // The pocket is 0.03 too shallow: the tool goes deeper by that, so its stated length grows shorter.
    await expect(results(late)).toContainText('0.03')
    await measured(late, 'Measured part Z', '-3.97', 'first correction of this tool')
    expect((await ledger('mill-1')).get('tool/1/length/wear')).toBe(mm(-0.03))
    await late.goto(setup)
    await counts(late, '5', '1', 'depth short before the correction')
    await handsOver(late, shop, 'L. Late', 'T1 corrected, depth good since')

    // The night finishes the lot.
    await itIsNow(lead, 'Night', 1)
    const night = await comes(browser, shop, 'N. Night')
    await reads(night, 'N. Night', 'depth good since')
    await night.goto(setup)
    await counts(night, '4')
    await expect(night.getByText(/12 of 12 made, 1 scrapped/)).toBeVisible()
    await ends(night)

    // Next week, on the same machine: one press brings over what still stands.
    await night.goto(`${shop.url}/operations/${operation}`)
    await beginSetup(night, 'Mill 1', '0902')
    await night.getByRole('button', { name: 'Look at them' }).click()
    await night
      .getByRole('dialog')
      .getByRole('button', { name: /^I see these \d figures on the control/ })
      .click()
    await expect(night.getByRole('dialog')).toBeHidden()
    await confirmTwo(night, 0)
    await expect(night.getByRole('navigation', { name: 'Order of work' })).toContainText('8 of 8 done')
    expect((await ledger('mill-1')).get('work/G54/X/geometry')).toBe(mm(-400.5))

    // And on the other: no zero comes along, and its pocket is empty.
    await night.goto(`${shop.url}/operations/${operation}`)
    await night.getByRole('button', { name: 'Set it up' }).click()
    await pick(night, 'Machine', 'Mill 2')
    const since = night.getByRole('region', { name: 'Since it was set up last' })
    await expect(since).toContainText('job 0901 on Mill 1')
    await expect(since.locator('[data-changed="Zeros of G54"]')).toContainText('to be measured here')
    await expect(night.getByRole('list', { name: 'Tools' })).toContainText('T1 is empty')
    await pick(night, 'Job', '0903')
    await night.getByRole('button', { name: 'Begin the setup' }).click()
    await expect(night.getByRole('link', { name: 'Next: Homed' })).toBeVisible()
    await expect(night.locator('[data-carry]')).toHaveCount(0)

    // Nothing of it has to be on paper: who did what, and what was made, is on record.
    const kept = await shop.query<{ shift: string; by: string; kind: string }>(
      `SELECT content ->> 'shift' AS shift, "by", kind FROM entry WHERE machine = 'mill-1' AND kind IN ('pick-up', 'counted', 'carried')`,
    )
    expect(new Set(kept.map(({ shift, by }) => `${shift} ${by}`))).toEqual(new Set(['Early E. Early', 'Late L. Late', 'Night N. Night']))
  })
})
