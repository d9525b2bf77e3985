import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import type { HandoverPage, Problem, Setup, Shop, ShopInput } from '@rook/contract'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Browser, openShop, PINS } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let lead: Browser
let setter: Browser
beforeAll(async () => {
  shop = await openShop()
  lead = await new Browser(shop.url).signIn('oakhanger')
  setter = await new Browser(shop.url).signIn('marrow')
})
afterAll(() => shop.stop())

/** Asked under a name that leads here. */
const under = (host: string) =>
  new Promise<number>((resolve, reject) => {
    const { port } = new URL(shop.url)
    request({ host: '127.0.0.1', port, path: '/api/people', headers: { host } }, (answer) => {
      answer.resume()
      resolve(answer.statusCode!)
    })
      .on('error', reject)
      .end()
  })

it('answers by any name until the shop has written its address down, and by that one alone afterwards', async () => {
  expect(await under('evil.example')).toBe(200)
  const body: ShopInput = {
    name: 'Works',
    timeZone: 'Europe/London',
    idleMinutes: 30,
    address: '',
    localMachines: true,
    asks: [],
    firstRun: [],
    shifts: [],
  }
  const elsewhere = await lead.send<Problem>('PUT', '/api/shop', { ...body, address: 'http://ledger.shop:4070' })
  expect(elsewhere).toMatchObject({ status: 422, body: { code: 'other-address' } })
  expect((await lead.send('PUT', '/api/shop', { ...body, address: 'http://ledger.shop/path' })).status).toBe(400)
  expect((await lead.send<Shop>('PUT', '/api/shop', { ...body, address: shop.url })).body.address).toBe(shop.url)
  expect(await under('evil.example')).toBe(421)
  expect(await under(new URL(shop.url).host)).toBe(200)
  expect(await under('localhost')).toBe(200)
  expect((await fetch(`${shop.url}/api/health`)).status).toBe(200)
})

it('keeps of a handover what the ledger says, and no line that somebody has made up', async () => {
  const body: ShopInput = {
    name: 'Works',
    timeZone: 'UTC',
    idleMinutes: 30,
    address: '',
    localMachines: true,
    asks: [],
    firstRun: [],
    shifts: [{ name: 'All day', starts: '00:00', ends: '23:59', days: [1, 2, 3, 4, 5, 6, 7] }],
  }
  await lead.send('PUT', '/api/shop', body)
  await setter.send('POST', '/api/setups/now/steps/seated/skipped', { id: randomUUID(), reason: 'it never moved' })
  const { body: page } = await setter.send<HandoverPage>('GET', '/api/machines/mill-3/handover')
  const sign = (lines: unknown[]) =>
    setter.send<Problem & { lines: unknown[] }>('POST', '/api/machines/mill-3/handovers', {
      id: randomUUID(),
      from: page.span!.from,
      lines,
      words: 'all well',
      pin: PINS.marrow,
    })
  expect(page.draft.length).toBeGreaterThan(0)
  const made = await sign([...page.draft, { kind: 'suspect', text: 'Tansley has cut into the vise.', entry: null }])
  expect(made).toMatchObject({ status: 409, body: { code: 'draft-moved-on' } })
  expect((await sign(page.draft.slice(0, 1))).body.lines).toEqual(page.draft.slice(0, 1))
})

it('has the machine homed anew once it was switched on', async () => {
  const homed = async () =>
    (await setter.send<Setup>('GET', '/api/setups/now')).body.steps.find(({ kind }) => kind === 'homed') as Setup['steps'][number]
  await setter.send('POST', '/api/setups/now/steps/homed/confirmed', { id: randomUUID() })
  expect(await homed()).toMatchObject({ state: 'done' })
  await setter.send('POST', '/api/machines/mill-3/powered', { id: randomUUID() })
  expect(await homed()).toMatchObject({ state: 'open', again: 'Mill 3 was switched on since' })
  await setter.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })
  expect(await homed()).toMatchObject({ state: 'done', again: null })
})
