import { randomUUID } from 'node:crypto'
import { mm, orderOfWork, type Gauge, type ToolKind } from '@rook/core'
import { TURRET_LATHE } from '@rook/testing'
import { Door } from '../door.ts'
import { answerAll, give, results } from '../give.ts'
import { beginSetup, confirmTwo, measured, next } from '../setting.ts'
import { expect, pick, test, type Shop, signedIn } from '../shop.ts'

const PIN = '4711'
const tool = (number: string) => ({ number, offset: number, diameterOffset: number, diameter: false })
const BAR = { from: mm(-31), to: mm(31) }
const PLAN = {
  name: 'Op 10',
  revision: 'A',
  kind: 'lathe' as const,
  unit: 'mm' as const,
  machines: [],
  slots: ['G54', 'G57'],
  purposes: { G54: 'front end', G57: 'back end' },
  stock: { X: BAR, Y: BAR, Z: { from: mm(-120), to: mm(0) } },
  fixture: 'soft jaws 62',
  fixtureRepeat: mm(0.02),
  tolerance: null,
  clearance: null,
  features: [],
  sizes: [],
  tools: ['1', '3', '11'].map(tool),
  program: 'N0001, issue 1',
}

/** A shop of one's own with a lathe of two spindles, three tools on its turret, a part and a job. */
async function founded(shop: Shop): Promise<string> {
  const lead = await Door.open(shop, { name: 'A. Founder', pin: PIN })
  await lead.call('/api/people', { name: 'E. Early', role: 'setter', pin: PIN })
  const { id: _id, ...lathe } = TURRET_LATHE
  await lead.call('/api/machines', { ...lathe, turning: { ...lathe.turning, masters: { main: '1', sub: '11' } } })
  const tools: [number: string, name: string, kind: ToolKind][] = [
    ['1', 'Turning tool 80, the master', 'turning'],
    ['3', 'Boring bar 10', 'boring-bar'],
    ['11', 'Turning tool 80, second side', 'turning'],
  ]
  for (const [number, name, kind] of tools) {
    const id = `tool-${number}`
    await lead.call('/api/assemblies', {
      id,
      name,
      kind,
      holder: null,
      turning: 'right',
      flutes: 1,
      properties: kind === 'boring-bar' ? { DMM: mm(10), OAL: mm(125) } : {},
      estimate: null,
      edges: { rule: 'longest', spread: null },
      life: null,
    })
    await lead.call('/api/machines/lathe-1/mounts', { id: randomUUID(), number, assembly: id })
  }
  const part = { number: 'RS-1', name: 'Reed shallot', material: 'brass', revision: 'A', change: '' }
  const { id } = await lead.call<{ id: string }>('/api/parts', part)
  await lead.call('/api/jobs', { number: '0901', part: id, revision: 'A', quantity: 12, due: null, note: '' })
  const [machine] = await lead.call<(typeof TURRET_LATHE)[]>('/api/machines')
  const steps = orderOfWork(PLAN, await lead.call<Gauge[]>('/api/gauges'), machine)
  return (await lead.call<{ id: string }>(`/api/parts/${id}/operations`, { ...PLAN, steps })).id
}

test.describe('a part through both spindles', () => {
  test.use({ contents: 'nothing' })

  test('is set from nothing to its first good part, and the turret shows where its tools stand', async ({ page, shop }) => {
    test.slow()
    const operation = await founded(shop)
    const stands = async () =>
      new Map(
        (await shop.query<{ register: string; value: string }>(`SELECT register, value FROM register_value WHERE value IS NOT NULL`)).map(
          ({ register, value }) => [register, Number(value)],
        ),
      )
    await signedIn(page, shop, 'E. Early', PIN)
    await page.goto(`${shop.url}/operations/${operation}`)
    await beginSetup(page, 'Lathe 1', '0901')
    const setup = page.url()
    await confirmTwo(page, 0)
    const purpose = async () => {
      const record = page.getByRole('button', { name: /^Record/ })
      await expect(async () => {
        await answerAll(page, 'as this lathe counts')
        await expect(record).toBeEnabled({ timeout: 500 })
      }).toPass()
      await record.click()
      await expect(page.getByText('Recorded as entry').first()).toBeVisible()
      await next(page)
    }
    // Master and axis are zero on purpose; the face is touched bare at −455.3.
    await purpose()
    await purpose()
    await pick(page, 'Between', 'Nothing')
    await measured(page, 'Machine Z at the touch', '-455.3')
    await next(page)

    // X of T1: skimmed at −187.35, measures 61.482.
    await page.getByLabel('Diameter measured', { exact: true }).fill('61.482')
    await measured(page, 'Machine X at the cut', '-187.35')
    // X of T3 in its bore, 30.046 at −201.36: −231.406. Z over nothing at −402.168: 53.132.
    await page.getByRole('button', { name: /T3.*X/ }).first().click()
    await page.getByLabel('Diameter measured', { exact: true }).fill('30.046')
    await measured(page, 'Machine X at the cut', '-201.36')
    await page.getByRole('button', { name: /T3.*Z/ }).first().click()
    await pick(page, 'Between', 'Nothing')
    await measured(page, 'Machine Z at the touch', '-402.168')
    await page.goto(setup)
    await next(page)

    // The second side: T11 is its master; its face is touched moving Z+ at −118.46; skimmed at −191.118 it measures 58.
    await purpose()
    await purpose()
    await pick(page, 'Between', 'Nothing')
    await measured(page, 'Machine Z at the touch', '-118.46')
    await next(page)
    await page.getByLabel('Diameter measured', { exact: true }).fill('58')
    await measured(page, 'Machine X at the cut', '-191.118')
    const set = await stands()
    expect(Object.fromEntries([...set].filter(([register]) => !register.endsWith('/wear')))).toEqual({
      'tool/1/X/geometry': mm(-248.832),
      'tool/1/Z/geometry': 0,
      'tool/3/X/geometry': mm(-231.406),
      'tool/3/Z/geometry': mm(53.132),
      'tool/11/X/geometry': mm(-249.118),
      'tool/11/Z/geometry': 0,
      'work/G54/X/geometry': 0,
      'work/G54/Z/geometry': mm(-455.3),
      'work/G57/X/geometry': 0,
      'work/G57/Z/geometry': mm(-118.46),
    })

    // The stations from the master, which reaches 45 and 12.5; the bar then stands out 65.632, over six of its diameters.
    await page.goto(`${shop.url}/machines/lathe-1/routine/station-datum`)
    await give(page, { tool: 'T1', for: 'All of its kind', 'reach-X': '45', 'reach-Z': '12.5' })
    await expect(results(page).first()).toContainText('\u2212338.832')
    await expect(page.locator('[data-fact="Printed X"]')).toContainText('it lies 0.034 further in')
    await page.getByRole('button', { name: /^Record/ }).click()
    await expect(page.getByText('Recorded as entry')).toBeVisible()
    await page.goto(setup)
    const turret = page.getByRole('region', { name: 'The turret, to scale' })
    await expect(turret).toContainText('Nothing that is on record touches.')
    for (const number of ['1', '3', '11']) await expect(turret.locator(`[data-piece="front-cutter-${number}"]`)).toBeVisible()
    await turret.getByText('where it is turned').click()
    await expect(turret).toContainText(/Nothing (that is on record touches|stands in the way)/)

    // The first part: Ø25 comes out 0.03 large, so the tip goes in by that; the next one is right.
    await page.goto(`${setup}/routine/turned-size`)
    const size = async (text: string, since: string | null = null) => {
      await give(page, { tool: 'T1', kind: 'Outside diameter', by: 'A measured size' })
      await page.getByLabel('Target diameter', { exact: true }).fill('25')
      await page.getByLabel('Measured diameter', { exact: true }).fill(text)
      if (since !== null) await page.getByText(since, { exact: true }).first().click()
    }
    await size('25.03')
    await expect(results(page)).toContainText('\u22120.030')
    await page.getByRole('button', { name: /^Record/ }).click()
    await expect(page.getByText('Recorded as entry').first()).toBeVisible()
    expect((await stands()).get('tool/1/X/wear')).toBe(mm(-0.03))
    await page.goto(`${setup}/routine/turned-size`)
    await size('25.001', 'One part')
    await expect(page.getByRole('region', { name: 'Checks' })).toContainText('Last correction held, the size is right')
  })
})
