import { randomUUID } from 'node:crypto'
import type { AssemblyPage, Entry, Problem } from '@rook/contract'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { assembly, mount, operation, setup } from '../src/base/db/schema.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
const ID = 'em-08'

/** The small shop, whose setup plans an end mill, a drill and a tool without a life. */
beforeEach(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  const { db } = shop.connection
  const life = (by: 'parts' | 'uses') => ({ by, limit: 50, warning: 40 })
  await db.insert(assembly).values([
    { id: ID, name: 'End mill 8', life: life('parts'), lifeUsed: 30 },
    { id: 'em-06', name: 'End mill 6', life: life('parts'), lifeUsed: 12 },
    { id: 'dr-66', name: 'Drill 6.6', life: life('uses'), lifeUsed: 5 },
  ])
  const at = (number: string, id: string) => ({
    machine: 'mill-3',
    number,
    place: Number(number),
    offset: number,
    diameterOffset: number,
    assembly: id,
  })
  await db.insert(mount).values([at('5', ID), at('6', 'em-06'), at('7', 'dr-66')])
  const tools = ['4', '5', '6', '7'].map((number) => ({ number, offset: number, diameterOffset: number, diameter: false }))
  const [op] = await db.select().from(operation).where(eq(operation.id, 'op'))
  await db.insert(operation).values({ ...op!, id: 'op-30', name: 'Op 30', slots: ['G55'], steps: [], tools })
  await db
    .insert(setup)
    .values({ id: 'cut', machine: 'mill-3', operation: 'op-30', job: '0417', startedAt: '2026-11-24T01:00:00.000Z', endedAt: null })
})
afterEach(() => shop.stop())

const post = (path: string, body: object = {}) => setter.send<Entry & Problem>('POST', path, { id: randomUUID(), ...body })
const count = (more: object = {}) =>
  post('/api/setups/cut/parts', { made: 3, scrapped: 0, reason: null, unproven: 'tried by hand', ...more })
const page = async (id = ID) => (await setter.send<AssemblyPage>('GET', `/api/assemblies/${id}`)).body
const used = async (id = ID) => (await page(id)).assembly.lifeUsed
const undo = (entry: string) => post(`/api/entries/${entry}/correction`, { reason: 'counted twice' })

describe('parts that are counted', () => {
  it('use up the edges that are counted in parts, scrap as well, and no other; the record says so', async () => {
    const { status, body } = await count({ scrapped: 1, reason: 'too small' })
    expect(status).toBe(200)
    expect(body.content.title).toBe('3 made, 1 scrapped, on the edges of T5 and T6')
    expect(body.content.parts!.edges).toEqual([
      { assembly: ID, number: '5', name: 'End mill 8' },
      { assembly: 'em-06', number: '6', name: 'End mill 6' },
    ])
    expect([await used(), await used('em-06'), await used('dr-66')]).toEqual([34, 16, 5])
    expect((await page()).events[0]).toMatchObject({ kind: 'used', amount: 4, note: 'counted with the parts', by: 'Marrow' })
    expect((await verifyLedger(shop.connection.pool, [])).faults).toEqual([])
  })

  it('use up those that were chosen, and none that does not belong to the setup', async () => {
    await count({ edges: ['em-06'] })
    expect([await used(), await used('em-06')]).toEqual([30, 15])
    await count({ edges: [] })
    expect([await used(), await used('em-06')]).toEqual([30, 15])
    for (const stranger of ['dr-66', 'em-12', 'nobody'])
      expect(await count({ edges: [stranger] })).toMatchObject({
        status: 422,
        body: { code: 'no-such-edge', detail: expect.stringContaining(stranger) as string },
      })
    expect([await used(), await used('em-06')]).toEqual([30, 15])
  })

  it('taken back leave the edge as it was, and its history says both', async () => {
    const before = (await page()).assembly
    const { body } = await count()
    expect(await used()).toBe(33)
    expect((await undo(body.content.id)).status).toBe(200)
    expect((await page()).assembly.lifeUsed).toBe(before.lifeUsed)
    expect((await page()).events.map(({ kind, note }) => [kind, note]).slice(0, 2)).toEqual([
      ['changed', 'taken back: 3 counted with the parts'],
      ['used', 'counted with the parts'],
    ])
    expect((await verifyLedger(shop.connection.pool, [])).faults).toEqual([])
  })

  it('taken back owe nothing to an edge that has begun anew since', async () => {
    const { body } = await count()
    await post(`/api/assemblies/${ID}/events`, { kind: 'insert-changed', note: 'chipped', amount: null })
    await count({ made: 2 })
    expect(await used()).toBe(2)
    await undo(body.content.id)
    expect(await used()).toBe(2)
    expect((await page()).events[0]!.note).toContain('its edge has begun anew since')
  })

  it('sent twice count once', async () => {
    const id = randomUUID()
    await count({ id })
    await count({ id })
    expect(await used()).toBe(33)
  })

  it('bring an edge to its end, which the floor says', async () => {
    await count({ made: 20 })
    const { body } = await setter.send<unknown>('GET', '/api/floor')
    expect(JSON.stringify(body)).toContain('its life is over')
  })
})
