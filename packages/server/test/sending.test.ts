import { randomUUID } from 'node:crypto'
import { setTimeout as pause } from 'node:timers/promises'
import type { Entry, Problem } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startServer } from '../src/server.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const ENTRIES = '/api/machines/mill-3/entries'
let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let lead: Browser
beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  lead = await new Browser(shop.url).signIn('oakhanger')
})
afterAll(() => shop.stop())

const latest = async () =>
  (await marrow.send<{ standing: Record<string, { entry: string; value: number }> }>('GET', '/api/machines/mill-3/scene?setup=now')).body
    .standing['work/G54/X/geometry']
const basis = async () => ({ 'work/G54/X/geometry': (await latest())?.entry ?? null })
const count = async () => Number((await shop.connection.pool.query<{ n: string }>('SELECT count(*) AS n FROM entry')).rows[0]!.n)

describe('an id', () => {
  it('belongs to what was sent under it: the same again is answered as it was', async () => {
    const body = edgeEntry({ basis: await basis() })
    const first = await marrow.send<Entry>('POST', ENTRIES, body)
    expect(first.status).toBe(200)
    // Key order is nobody's business.
    const { inputs, ...rest } = body
    const again = await marrow.send<Entry>('POST', ENTRIES, { inputs: Object.fromEntries(Object.entries(inputs).reverse()), ...rest })
    expect(again).toMatchObject({ status: 200, body: { hash: first.body.hash } })
  })

  it('is refused for another figure, another person or another machine', async () => {
    const body = edgeEntry({ basis: await basis() })
    expect((await marrow.send('POST', ENTRIES, body)).status).toBe(200)
    const before = await count()
    const used = { status: 409, body: { code: 'id-used' } }
    const other = { ...body, inputs: { ...body.inputs, reading: '-318.2140' } }
    expect(await marrow.send('POST', ENTRIES, other)).toMatchObject(used)
    expect(await lead.send('POST', ENTRIES, body)).toMatchObject(used)
    expect(await marrow.send('POST', '/api/machines/lathe-2/homed', { id: body.id })).toMatchObject(used)
    expect(await count()).toBe(before)
  })

  it('is looked up at every door', async () => {
    const { id } = edgeEntry()
    expect((await marrow.send('POST', '/api/machines/mill-3/homed', { id })).status).toBe(200)
    const edits = {
      id,
      edits: [{ register: 'tool/4/length/geometry', text: '103.4' }],
      worth: 'measured',
      reason: 'off the bench',
      setup: null,
      basis: {},
      answers: {},
      release: null,
    }
    const file = Buffer.from('T,L\n4,103.500\n').toString('base64')
    const presets = { id, setup: null, sender: 'bench', file, chosen: null, reason: 'bench', basis: {}, answers: {}, release: null }
    const doors: [string, object][] = [
      ['/api/machines/mill-3/tools', edits],
      ['/api/machines/mill-3/presets', presets],
      ['/api/gauges/shim/events', { id, kind: 'checked', note: 'against the block' }],
      ['/api/assemblies/em-12/events', { id, kind: 'broken', note: 'on the clamp' }],
      [
        '/api/assemblies/em-12/loads',
        { id, section: 'rough', program: 'O2417', value: 40, unit: '%', warning: 0.2, alarm: 0.4, note: null },
      ],
      ['/api/machines/mill-3/mounts', { id, number: '4', assembly: null }],
      ['/api/machines/mill-3/disturbed', { id, register: 'work/G54/X/geometry', reason: 'the tool was pulled' }],
      ['/api/setups/now/steps/seated/confirmed', { id }],
      ['/api/setups/now/steps/zero-x/skipped', { id, reason: 'not today' }],
      [`/api/entries/${(await latest())!.entry}/correction`, { id, reason: 'a chip lay between' }],
    ]
    for (const [door, body] of doors)
      expect(await lead.send('POST', door, body), door).toMatchObject({ status: 409, body: { code: 'id-used' } })
  })

  it('of an event without an entry counts once too', async () => {
    const event = { id: randomUUID(), kind: 'checked', note: 'against the block' }
    for (let time = 0; time < 3; time++) expect((await lead.send('POST', '/api/gauges/shim/events', event)).status).toBe(200)
    expect((await lead.send('POST', '/api/gauges/shim/events', { ...event, note: 'otherwise' })).status).toBe(409)
    const { rows } = await shop.connection.pool.query('SELECT 1 FROM gauge_event WHERE id = $1', [event.id])
    expect(rows).toHaveLength(1)
  })

  it('sent twenty times at once, over two processes, is recorded once and answered alike', async () => {
    const other = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0 })
    const second = await new Browser(other.url).signIn('marrow')
    const body = edgeEntry({ basis: await basis() })
    const before = await count()
    const answers = await Promise.all(Array.from({ length: 20 }, (_, at) => (at % 2 ? marrow : second).send<Entry>('POST', ENTRIES, body)))
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]))
    expect(new Set(answers.map(({ body: { hash } }) => hash)).size).toBe(1)
    expect(await count()).toBe(before + 1)
    await other.stop()
  })
})

describe('what became of something', () => {
  it('is said with the entry where it is recorded', async () => {
    const body = edgeEntry({ basis: await basis() })
    await marrow.send('POST', ENTRIES, body)
    expect(await marrow.send('POST', `/api/sendings/${body.id}`)).toMatchObject({
      status: 200,
      body: { recorded: true, entry: { content: { id: body.id } } },
    })
  })

  it('is not recorded, and never will be once that was said', async () => {
    const body = edgeEntry({ basis: await basis() })
    expect((await marrow.send('POST', `/api/sendings/${body.id}`)).body).toEqual({ recorded: false, entry: null })
    // The first sending was only slow on its way.
    expect(await marrow.send('POST', ENTRIES, body)).toMatchObject({ status: 409, body: { code: 'id-used' } })
    expect((await marrow.send('POST', `/api/sendings/${body.id}`)).body).toEqual({ recorded: false, entry: null })
  })

  it('is true while a lock is held: whoever waits longer than a browser does is refused, not recorded later', async () => {
    const owner = new pg.Client({ connectionString: shop.databaseUrl })
    await owner.connect()
    await owner.query(`BEGIN; SELECT * FROM machine_head WHERE machine = 'mill-3' FOR UPDATE`)
    const body = edgeEntry({ basis: await basis() })
    const before = await count()
    const answer = marrow.send<Problem>('POST', ENTRIES, body)
    await pause(100)
    const settled = await marrow.send('POST', `/api/sendings/${body.id}`)
    expect(settled.body).toEqual({ recorded: false, entry: null })
    expect(await answer).toMatchObject({ status: 503, body: { code: 'machine-busy' } })
    await owner.query('ROLLBACK')
    await owner.end()
    expect(await count()).toBe(before)
    // The next figure goes under an id of its own, and is not taken for the one before.
    expect((await marrow.send('POST', ENTRIES, edgeEntry({ basis: await basis() }))).status).toBe(200)
  })
})

describe('a step', () => {
  const step = async () =>
    (await marrow.send<{ steps: { id: string; entry: string | null }[] }>('GET', '/api/setups/now')).body.steps.find(
      ({ id }) => id === 'zero-x',
    )!.entry

  it('is not done by another routine, nor is there any that the setup does not have', async () => {
    const wrong = { ...edgeEntry({ basis: await basis() }), routine: 'face' }
    expect(await marrow.send('POST', ENTRIES, wrong)).toMatchObject({ status: 422 })
    expect(await marrow.send('POST', ENTRIES, edgeEntry({ basis: await basis(), step: 'nowhere' }))).toMatchObject({
      status: 422,
      body: { code: 'other-step' },
    })
  })

  it('is not done by another register, which a lead let pass', async () => {
    const done = await step()
    const release = { person: 'oakhanger', pin: '8642', reason: 'the second vise, I saw it' }
    const elsewhere = edgeEntry({ basis: { 'work/G55/X/geometry': null }, release }, { slot: 'G55', reading: '-97.4410' })
    const entry = await marrow.send<Entry>('POST', ENTRIES, elsewhere)
    expect(entry).toMatchObject({ status: 200, body: { content: { step: null, release: { reason: 'the second vise, I saw it' } } } })
    expect(await step()).toBe(done)
  })
})

describe('a release', () => {
  it('is judged only where there is a stop: nobody tries PINs on clean entries', async () => {
    const release = { person: 'oakhanger', pin: '0000', reason: 'trying PINs' }
    for (let tries = 0; tries < 7; tries++)
      expect(await marrow.send('POST', ENTRIES, edgeEntry({ basis: await basis(), release }))).toMatchObject({
        status: 200,
        body: { content: { release: null } },
      })
    const { rows } = await shop.connection.pool.query(`SELECT 1 FROM pin_try WHERE person = 'oakhanger' AND failures > 0`)
    expect(rows).toEqual([])
  })
})

describe('time', () => {
  it('never goes back on a machine, even when the clock does; order is the chain\u2019s', async () => {
    let now = '2027-03-28T02:00:00.000Z'
    const late = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0, clock: () => now })
    const there = await new Browser(late.url).signIn('marrow')
    const home = () => there.send<Entry>('POST', '/api/machines/lathe-2/homed', { id: randomUUID() })
    const first = await home()
    now = '2027-03-28T01:00:00.000Z'
    const second = await home()
    const third = await home()
    expect(first.body.content.at).toBe('2027-03-28T02:00:00.000Z')
    expect(second.body.content.at).toBe('2027-03-28T02:00:00.000Z')
    const page = await there.send<{ entries: { id: string }[] }>('GET', '/api/entries?machine=lathe-2&limit=3')
    expect(page.body.entries.map(({ id }) => id)).toEqual([third, second, first].map(({ body }) => body.content.id))
    await late.stop()
  })
})
