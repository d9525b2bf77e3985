import { randomUUID } from 'node:crypto'
import type { FloorMachine, Handover, HandoverPage } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '../src/base/db/client.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop, PINS } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let tansley: Browser
let page: HandoverPage

const look = async (browser: Browser, shift = 'this') =>
  (await browser.send<HandoverPage>('GET', `/api/machines/mill-3/handover?shift=${shift}`)).body
const sign = (browser: Browser, pin: string, more: object = {}) =>
  browser.send<Handover>('POST', '/api/machines/mill-3/handovers', {
    id: randomUUID(),
    from: page.span!.from,
    lines: page.draft,
    words: 'coolant is low',
    pin,
    ...more,
  })

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  tansley = await new Browser(shop.url).signIn('tansley')
  await marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry())
  page = await look(marrow)
})
afterAll(() => shop.stop())

describe('a handover', () => {
  it('is drafted from what the shift recorded and what the floor says', () => {
    expect(page.span!.name).toMatch(/Early|Night/)
    expect(page.draft.find(({ kind }) => kind === 'answered')!.text).toContain('Marrow said: homed this morning, seen')
    expect(page.draft.some(({ kind }) => kind === 'suspect' || kind === 'to-look-at')).toBe(true)
    expect(page.signed).toBeNull()
  })

  it('is signed with the own PIN, once for each shift', async () => {
    expect(await sign(marrow, PINS.tansley)).toMatchObject({ status: 401, body: { code: 'wrong-pin' } })
    expect(await sign(marrow, PINS.marrow, { lines: [], words: '' })).toMatchObject({ status: 400 })
    expect(await sign(marrow, PINS.marrow, { from: '2020-01-01T00:00:00.000Z' })).toMatchObject({ body: { code: 'shift-over' } })
    const id = randomUUID()
    const { status, body } = await sign(marrow, PINS.marrow, { id })
    expect(status).toBe(200)
    expect(body).toMatchObject({ by: 'Marrow', words: 'coolant is low', readBy: null, from: page.span!.from, to: page.span!.to })
    // The same thing sent again is the same one; another one of the shift gets the one that is there.
    expect((await sign(marrow, PINS.marrow, { id })).body.at).toBe(body.at)
    const second = await sign(tansley, PINS.tansley, { words: 'mine' })
    expect(second).toMatchObject({ status: 409, body: { code: 'handed-over' } })
    expect(JSON.stringify(second.body)).toContain('coolant is low')
  })

  it('stands on the floor until whoever comes has read and signed it', async () => {
    const card = async () =>
      (await tansley.send<FloorMachine[]>('GET', '/api/floor')).body.find(({ machine }) => machine.id === 'mill-3')!.handover
    const { id } = (await look(tansley)).signed!
    expect(await card()).toMatchObject({ id, by: 'Marrow', shift: page.span!.name })
    const read = (browser: Browser, pin: string) => browser.send<Handover>('POST', `/api/handovers/${id}/read`, { id: randomUUID(), pin })
    expect((await read(marrow, PINS.marrow)).body).toMatchObject({ code: 'own-handover' })
    expect((await read(tansley, PINS.marrow)).body).toMatchObject({ code: 'wrong-pin' })
    expect((await read(tansley, PINS.tansley)).body).toMatchObject({ readBy: 'Tansley' })
    expect((await read(tansley, PINS.tansley)).body).toMatchObject({ code: 'read-already' })
    expect(await card()).toBeNull()
  })

  it('of the shift before can still be signed, and is not signed by a viewer', async () => {
    page = await look(tansley, 'before')
    expect(page.span!.to <= new Date().toISOString()).toBe(true)
    const viewer = await new Browser(shop.url).signIn('fennimore')
    expect((await sign(viewer, PINS.fennimore)).status).toBe(403)
    expect((await sign(tansley, PINS.tansley, { lines: [], words: 'nothing to tell' })).status).toBe(200)
    expect((await look(tansley, 'before')).latest).toHaveLength(2)
  })

  it('cannot be changed without its chain showing it', async () => {
    const { pool } = connect(shop.appUrl, () => undefined)
    expect((await verifyLedger(pool)).faults).toEqual([])
    const owner = new pg.Client({ connectionString: shop.databaseUrl })
    await owner.connect()
    await expect(owner.query(`UPDATE handover SET words = 'all is well'`)).rejects.toThrow('append-only')
    await owner.query('ALTER TABLE handover DISABLE TRIGGER handover_append_only')
    await owner.query(`UPDATE handover SET words = 'all is well' WHERE words = 'coolant is low'`)
    expect((await verifyLedger(pool)).faults.map(({ sentence }) => sentence)).toEqual([
      expect.stringContaining('it is not what was written'),
      'handover has lost a guard: refuse_change',
    ])
    await owner.end()
    await pool.end()
  })
})
