import type { Entry, GivenReason } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let tansley: Browser

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  tansley = await new Browser(shop.url).signIn('tansley')
})
afterAll(() => shop.stop())

const given = async () => (await tansley.send<GivenReason[]>('GET', '/api/setups/now/reasons')).body
const record = async (reading: string, before: string | null, reason: string) => {
  const { status, body } = await marrow.send<Entry>(
    'POST',
    '/api/machines/mill-3/entries',
    edgeEntry({ basis: { 'work/G54/X/geometry': before }, answers: { 'homed|query|': reason } }, { reading }),
  )
  expect(status).toBe(200)
  return body.content.id
}

describe('reasons that were given in a setup', () => {
  it('are none before anything was asked', async () => {
    expect(await given()).toEqual([])
  })

  it('are there for the next person, by the check and what it was about', async () => {
    await record('-318.2040', null, 'homed this morning, seen')
    expect(await given()).toEqual([
      { check: 'homed', about: null, reason: 'homed this morning, seen', at: expect.any(String) as string, by: 'Marrow' },
    ])
  })

  it('are said once: the newest stands for what the same check asked before', async () => {
    const [first] = (await marrow.send<{ entries: { id: string }[] }>('GET', '/api/entries?machine=mill-3')).body.entries
    await record('-318.2050', first!.id, 'homed again at noon')
    expect((await given()).map(({ reason }) => reason)).toEqual(['homed again at noon'])
  })

  it('are those of a setup that there is', async () => {
    expect((await marrow.send('GET', '/api/setups/nowhere/reasons')).status).toBe(404)
  })
})
