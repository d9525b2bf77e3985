import { randomUUID } from 'node:crypto'
import { mm, type Scene } from '@rook/core'
import type { Entry, GaugePage, GaugeRecord, Problem } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inTransaction } from '../src/base/db/transaction.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let lead: Browser
const ENTRIES = '/api/machines/mill-3/entries'
const note = (kind: string, more: object = {}) => ({ id: randomUUID(), kind, note: 'found at the machine', ...more })
const scene = async () => (await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')).body
const page = async (id: string) => (await marrow.send<GaugePage>('GET', `/api/gauges/${id}`)).body

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  lead = await new Browser(shop.url).signIn('oakhanger')
})
afterAll(() => shop.stop())

describe('a gauge that later failed', () => {
  it('puts what was measured with it since its last calibration in doubt, on one page', async () => {
    expect((await lead.send('POST', '/api/gauges/finder/events', note('calibrated'))).status).toBe(200)
    const made = await marrow.send<Entry>('POST', ENTRIES, edgeEntry())
    expect(made.status).toBe(200)
    const failed = await lead.send<GaugeRecord>('POST', '/api/gauges/finder/events', note('failed'))
    expect(failed.body).toMatchObject({ state: 'disturbed', doubtful: [{ because: 'failed its check' }] })
    const { entries, events } = await page('finder')
    expect(entries).toMatchObject([{ line: { id: made.body.content.id }, standing: ['work/G54/X/geometry'], doubtful: true }])
    expect(events.map(({ kind }) => kind)).toEqual(['failed', 'calibrated'])
    expect((await scene()).gauges.find(({ id }) => id === 'finder')?.state).toBe('disturbed')
    const floor = await marrow.send<{ machine: { id: string }; notices: { sentence: string }[] }[]>('GET', '/api/floor')
    const sentences = floor.body.find(({ machine }) => machine.id === 'mill-3')!.notices.map(({ sentence }) => sentence)
    expect(sentences).toContain('G54 X: Finder 10 failed its check. Measure again before it is used.')
  })

  it('is calibrated anew with another size, and what is measured then is good', async () => {
    const body = note('calibrated', { size: mm(9.998), uncertainty: mm(0.001) })
    expect((await lead.send<GaugeRecord>('POST', '/api/gauges/finder/events', body)).body).toMatchObject({
      state: 'in-use',
      size: mm(9.998),
    })
    const basis = { 'work/G54/X/geometry': (await scene()).standing['work/G54/X/geometry']!.entry }
    const again = await marrow.send<Entry>('POST', ENTRIES, edgeEntry({ basis }))
    expect(again.body.content.writes[0]!.after).toBe(mm(-313.205))
    expect((await page('finder')).entries.map(({ doubtful, standing }) => [doubtful, standing.length])).toEqual([
      [false, 1],
      [true, 0],
    ])
  })

  it('counts an event once however often it is sent, and refuses what makes no sense', async () => {
    const once = note('checked')
    for (let time = 0; time < 2; time++) await lead.send('POST', '/api/gauges/shim/events', once)
    expect((await page('shim')).events).toHaveLength(1)
    for (const [id, body, status] of [
      ['nothing', note('checked'), 404],
      ['shim', note('stylus-changed'), 409],
      ['shim', note('returned'), 409],
      ['shim', note('added'), 400],
      ['shim', { ...note('checked'), note: '' }, 400],
      ['shim', note('calibrated', { uncertainty: 0 }), 400],
    ] as const)
      expect((await lead.send('POST', `/api/gauges/${id}/events`, body)).status).toBe(status)
    await lead.send('POST', '/api/gauges/shim/events', note('withdrawn'))
    expect(await lead.send('POST', '/api/gauges/shim/events', note('checked'))).toMatchObject({
      status: 409,
      body: { code: 'withdrawn' },
    })
    expect((await lead.send<GaugeRecord>('POST', '/api/gauges/shim/events', note('returned'))).body.state).toBe('in-use')
  })

  it('has a history that the database itself keeps', async () => {
    await expect(shop.connection.pool.query('DELETE FROM gauge_event')).rejects.toMatchObject({ code: '42501' })
    const owner = new pg.Client({ connectionString: shop.databaseUrl })
    await owner.connect()
    await expect(owner.query(`UPDATE gauge_event SET note = 'nothing'`)).rejects.toMatchObject({ code: '42501' })
    await owner.end()
  })

  it('is added by a lead, once', async () => {
    const gauge = { name: 'Ring 25', family: 'ring-gauge', size: mm(25), uncertainty: mm(0.0005), intervalDays: 365 }
    expect((await marrow.send('POST', '/api/gauges', gauge)).status).toBe(403)
    expect((await lead.send<GaugeRecord>('POST', '/api/gauges', gauge)).body).toMatchObject({ name: 'Ring 25', state: 'in-use' })
    expect((await lead.send('POST', '/api/gauges', gauge)).status).toBe(409)
  })
})

describe('a value that was disturbed', () => {
  const disturb = (register: string) => ({ id: randomUUID(), register, reason: 'the tool was pulled' })

  it('stays on record, is used by nobody, and can be taken back', async () => {
    const before = (await scene()).standing['work/G54/X/geometry']!
    const marked = await marrow.send<Entry>('POST', '/api/machines/mill-3/disturbed', disturb('work/G54/X/geometry'))
    expect(marked.body.content).toMatchObject({ kind: 'disturbed', title: 'Marked disturbed: G54 X', reason: 'the tool was pulled' })
    expect((await scene()).standing['work/G54/X/geometry']).toMatchObject({
      value: before.value,
      state: 'disturbed',
      origin: before.origin,
    })
    expect((await marrow.send('POST', '/api/machines/mill-3/disturbed', disturb('work/G54/X/geometry'))).status).toBe(409)
    await marrow.send('POST', `/api/entries/${marked.body.content.id}/correction`, { id: randomUUID(), reason: 'it was another tool' })
    expect((await scene()).standing['work/G54/X/geometry']).toMatchObject({ state: 'set', origin: before.origin, gauges: ['finder'] })
  })

  it('has to be there to be disturbed', async () => {
    expect(await marrow.send<Problem>('POST', '/api/machines/mill-3/disturbed', disturb('work/G55/Y/geometry'))).toMatchObject({
      status: 404,
    })
  })
})

describe('a machine\u2019s own limits', () => {
  it('may be tighter than the shop\u2019s, not looser, and are then in force', async () => {
    const { machine } = await scene()
    const { id: _id, ...record } = machine
    const put = (limits: object) => lead.send('PUT', '/api/machines/mill-3', { ...record, limits })
    expect(await put({ zeroMoves: mm(0.5) })).toMatchObject({
      status: 400,
      body: { detail: expect.stringContaining('not looser') as string },
    })
    expect((await put({ nothing: 1 })).status).toBe(400)
    expect((await put({ zeroMoves: mm(0.001), fixtureRepeat: mm(0.001), questionedBeyond: 1 })).status).toBe(200)
    const basis = { 'work/G54/X/geometry': (await scene()).standing['work/G54/X/geometry']!.entry }
    expect(await marrow.send('POST', ENTRIES, edgeEntry({ basis }, { reading: '-318.2140' }))).toMatchObject({
      status: 422,
      body: { code: 'unanswered' },
    })
  })
})

describe('counter-checks', () => {
  it('are noted with the figure they had, and only while it is the one asked for', async () => {
    const see = (key: string, value: number) =>
      marrow.send<Entry & Problem>('POST', '/api/setups/now/counter-checks', { id: randomUUID(), key, value })
    expect((await see('nothing', 0)).status).toBe(422)
    const basis = { 'work/G54/Y/geometry': null }
    await marrow.send('POST', ENTRIES, edgeEntry({ basis, step: null }, { axis: 'Y', reading: '-174.7030' }))
    const wrong = await see('zero/G54/Y', mm(-169))
    expect(wrong).toMatchObject({ status: 409, body: { code: 'register-moved-on' } })
    const right = (await scene()).standing['work/G54/Y/geometry']!.value
    expect((await see('zero/G54/Y', right)).body.content).toMatchObject({ kind: 'seen', setup: 'now' })
    const setup = await marrow.send<{ counterSeen: object[] }>('GET', '/api/setups/now')
    expect(setup.body.counterSeen).toEqual([{ key: 'zero/G54/Y', value: right }])
  })
})

describe('several registers in one entry', () => {
  const corner = (basis: Record<string, string | null>) =>
    edgeEntry(
      { routine: 'corner', step: null, basis, answers: { 'homed|query|': 'homed this morning' } },
      { slot: 'G55', axes: 'XY', directionX: '+', directionY: '+', readingX: '-488.12', readingY: '-217.446', placeX: '0', placeY: '0' },
    )

  it('are written together or not at all, each held against its own latest entry', async () => {
    const release = { person: 'oakhanger', pin: '8642', reason: 'second vise, on purpose' }
    const both = { 'work/G55/X/geometry': null, 'work/G55/Y/geometry': null }
    const first = await marrow.send<Entry>('POST', ENTRIES, { ...corner(both), release })
    expect(first.body.content.writes.map(({ name, after }) => [name, after])).toEqual([
      ['G55 X', mm(-483.121)],
      ['G55 Y', mm(-212.447)],
    ])
    const stale = await marrow.send<Problem>('POST', ENTRIES, {
      ...corner({ ...both, 'work/G55/X/geometry': first.body.content.id }),
      release,
    })
    expect(stale).toMatchObject({ status: 409, body: { detail: expect.stringContaining('G55 Y has been written') as string } })
    expect((await scene()).standing['work/G55/X/geometry']!.entry).toBe(first.body.content.id)
  })
})

describe('two who work with one gauge at the same moment', () => {
  it('do not wait for each other: what is noted of it goes beside an entry that uses it', async () => {
    const other = new pg.Client({ connectionString: shop.databaseUrl })
    await other.connect()
    // As an entry made with it holds it until its transaction ends.
    await other.query('BEGIN')
    await other.query(`SELECT FROM gauge WHERE id = 'shim' FOR KEY SHARE`)
    expect((await lead.send('POST', '/api/gauges/shim/events', note('checked'))).status).toBe(200)
    await other.query('ROLLBACK')
    await other.end()
  })

  it('one of them is done again where the database had to give it up, and leaves nothing of the first time', async () => {
    let tries = 0
    const given = await inTransaction(shop.connection, async ({ client }) => {
      await client.query(`INSERT INTO setting (key, value) VALUES ('try', $1)`, [String(++tries)])
      if (tries < 3) throw Object.assign(new Error('deadlock detected'), { code: '40P01' })
      return (await client.query<{ value: string }>(`SELECT value FROM setting WHERE key = 'try'`)).rows
    })
    expect(given).toEqual([{ value: '3' }])
    const fault = Object.assign(new Error('no such table'), { code: '42P01' })
    await expect(inTransaction(shop.connection, () => Promise.reject(fault))).rejects.toBe(fault)
    await expect(
      inTransaction(shop.connection, () => Promise.reject(Object.assign(new Error('again'), { cause: { code: '40P01' } }))),
    ).rejects.toThrow('again')
  })
})
