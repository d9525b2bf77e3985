import { randomUUID } from 'node:crypto'
import { mm } from '@rook/core'
import { entrySchema, sceneSchema, setupSchema, type Entry, type Problem, type Setup } from '@rook/contract'
import type { Scene } from '@rook/core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const REGISTER = 'work/G54/X/geometry'
const ENTRIES = '/api/machines/mill-3/entries'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let tansley: Browser

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  tansley = await new Browser(shop.url).signIn('tansley')
})
afterAll(() => shop.stop())

const standing = async () => (await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')).body.standing[REGISTER]

describe('recording', () => {
  let first: Entry

  it('works the routine out from what was typed and keeps all of it', async () => {
    const { status, body } = await marrow.send<Entry>('POST', ENTRIES, edgeEntry())
    expect(status).toBe(200)
    first = entrySchema.parse(body)
    expect(first.content).toMatchObject({
      seq: 1,
      kind: 'pick-up',
      title: 'G54 X from an edge',
      person: { name: 'Marrow' },
      step: 'zero-x',
    })
    expect(first.content.writes).toMatchObject([{ register: REGISTER, before: null, after: mm(-313.204), state: 'set' }])
    expect(first.content.inputs).toMatchObject({ reading: '-318.2040' })
    expect(first.content.gauges.map(({ name }) => name)).toEqual(['Finder 10'])
    expect(first.content.findings.find(({ finding }) => finding.check === 'homed')?.reason).toBe('homed this morning, seen')
    expect(await standing()).toMatchObject({ value: mm(-313.204), entry: first.content.id, by: 'Marrow', seen: false })
  })

  it('counts an entry once however often it is sent', async () => {
    const body = edgeEntry({ id: first.content.id })
    const again = await marrow.send<Entry>('POST', ENTRIES, body)
    expect(again.status).toBe(200)
    expect(again.body.content.seq).toBe(1)
    const fresh = edgeEntry({ basis: { [REGISTER]: first.content.id } })
    const both = await Promise.all([marrow.send<Entry>('POST', ENTRIES, fresh), marrow.send<Entry>('POST', ENTRIES, fresh)])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    expect(new Set(both.map(({ body: { content } }) => content.seq)).size).toBe(1)
  })

  it('tells the loser of two who wrote what in between', async () => {
    const basis = { [REGISTER]: (await standing())!.entry }
    const won = await tansley.send<Entry>('POST', ENTRIES, edgeEntry({ basis }, { reading: '-318.2010' }))
    const lost = await marrow.send<Problem>('POST', ENTRIES, edgeEntry({ basis }, { reading: '-318.2020' }))
    expect(won.status).toBe(200)
    expect(lost).toMatchObject({ status: 409, type: expect.stringContaining('application/problem+json') as string })
    expect(lost.body).toMatchObject({ code: 'register-moved-on', between: [{ by: 'Tansley', name: 'G54 X', after: mm(-313.201) }] })
    expect(lost.body.detail).toContain('Tansley wrote G54 X')
    expect((await standing())?.entry).toBe(won.body.content.id)
  })

  it('lets exactly one of many at once through', async () => {
    const basis = { [REGISTER]: (await standing())!.entry }
    const all = await Promise.all(
      Array.from({ length: 8 }, (_, at) => (at % 2 ? marrow : tansley).send('POST', ENTRIES, edgeEntry({ basis }))),
    )
    expect(all.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409])
  })

  it('does not believe a client that left its checks out', async () => {
    const basis = { [REGISTER]: (await standing())!.entry }
    const unanswered = await marrow.send('POST', ENTRIES, edgeEntry({ basis, answers: {} }))
    expect(unanswered).toMatchObject({ status: 422, body: { code: 'unanswered' } })
    const stopped = await marrow.send('POST', ENTRIES, edgeEntry({ basis }, { reading: '318.2040' }))
    expect(stopped).toMatchObject({
      status: 422,
      body: { code: 'stopped', detail: expect.stringContaining('the reading had the other sign') as string },
    })
    const invented = await marrow.send('POST', ENTRIES, edgeEntry({ basis, seen: ['touch/G59/X'] }))
    expect(invented).toMatchObject({ status: 422, body: { code: 'readout-unknown' } })
  })

  it('lets a stop pass with a lead\u2019s PIN and reason only, and keeps both', async () => {
    const basis = { 'work/G55/X/geometry': null }
    const wrongSlot = (more: object) => edgeEntry({ basis, ...more }, { slot: 'G55', reading: '-318.2110' })
    const release = { person: 'oakhanger', pin: '8642', reason: 'G54 is kept for the night' }
    expect(await marrow.send('POST', ENTRIES, wrongSlot({}))).toMatchObject({ status: 422, body: { code: 'stopped' } })
    expect(await marrow.send('POST', ENTRIES, wrongSlot({ release: { ...release, person: 'tansley', pin: '2468' } }))).toMatchObject({
      status: 403,
    })
    expect(await marrow.send('POST', ENTRIES, wrongSlot({ release: { ...release, pin: '0000' } }))).toMatchObject({ status: 401 })
    const passed = await marrow.send<Entry>('POST', ENTRIES, wrongSlot({ release }))
    expect(passed.status).toBe(200)
    expect(passed.body.content.release).toEqual({ person: { id: 'oakhanger', name: 'Oakhanger' }, reason: release.reason })
    // As a value of its own: an id may have these four digits in it.
    expect(JSON.stringify(passed.body)).not.toMatch(/(?<![\w-])8642(?![\w-])/)
  })
})

describe('what comes after', () => {
  it('is seen on the control, which is an entry of its own', async () => {
    const { entry } = (await standing())!
    const seen = await tansley.send<Entry>('POST', `/api/entries/${entry}/seen`, { id: randomUUID(), key: 'touch/G54/X' })
    expect(seen.body.seen).toEqual(['touch/G54/X'])
    expect((await standing())?.seen).toBe(true)
    expect(await tansley.send('POST', `/api/entries/${entry}/seen`, { id: randomUUID(), key: 'nothing' })).toMatchObject({ status: 422 })
  })

  it('is taken back by an entry that names it, and what stood before stands again', async () => {
    const before = (await standing())!
    const wrong = await marrow.send<Entry>('POST', ENTRIES, edgeEntry({ basis: { [REGISTER]: before.entry } }, { reading: '-318.2030' }))
    const path = `/api/entries/${wrong.body.content.id}/correction`
    const taken = await marrow.send<Entry>('POST', path, { id: randomUUID(), reason: 'a chip lay between' })
    expect(taken.body.content).toMatchObject({ kind: 'correction', refers: wrong.body.content.id, reason: 'a chip lay between' })
    expect((await standing())?.value).toBe(before.value)
    expect(await marrow.send('POST', path, { id: randomUUID(), reason: 'once more' })).toMatchObject({
      status: 409,
      body: { code: 'already-corrected' },
    })
    const whole = await marrow.send<Entry>('GET', `/api/entries/${wrong.body.content.id}`)
    expect(whole.body).toMatchObject({ correctedBy: taken.body.content.id, content: { writes: [{ after: mm(-313.203) }] } })
  })

  it('cannot be taken back once somebody has written since', async () => {
    const { body } = await marrow.send<{ entries: { id: string; title: string }[] }>('GET', '/api/entries?machine=mill-3&limit=200')
    const oldest = body.entries.findLast(({ title }) => title === 'G54 X from an edge')!
    expect(await marrow.send('POST', `/api/entries/${oldest.id}/correction`, { id: randomUUID(), reason: 'too late' })).toMatchObject({
      status: 409,
      body: { code: 'written-since' },
    })
  })

  it('takes a first value back to unset, not to zero', async () => {
    const inputs = { slot: 'G54', axis: 'Y', reading: '-174.7030' }
    const entry = await marrow.send<Entry>('POST', ENTRIES, edgeEntry({ basis: { 'work/G54/Y/geometry': null }, step: null }, inputs))
    await marrow.send('POST', `/api/entries/${entry.body.content.id}/correction`, { id: randomUUID(), reason: 'wrong machine' })
    const scene = sceneSchema.parse((await marrow.send('GET', '/api/machines/mill-3/scene?setup=now')).body)
    expect(scene.standing['work/G54/Y/geometry']).toBeUndefined()
    const again = await marrow.send<Entry>('POST', ENTRIES, edgeEntry({ basis: { 'work/G54/Y/geometry': null }, step: null }, inputs))
    expect(again.status).toBe(200)
  })
})

describe('steps', () => {
  it('are open, done or skipped by what the ledger says', async () => {
    const setup = async () => setupSchema.parse((await marrow.send<Setup>('GET', '/api/setups/now')).body)
    expect((await setup()).steps.map(({ state }) => state)).toEqual(['open', 'open', 'done', 'open'])
    await marrow.send('POST', '/api/setups/now/steps/homed/confirmed', { id: randomUUID() })
    await marrow.send('POST', '/api/setups/now/steps/seated/skipped', { id: randomUUID(), reason: 'the vise was not opened' })
    const after = await setup()
    expect(after.steps).toMatchObject([
      { state: 'done', by: 'Marrow' },
      { state: 'skipped', reason: 'the vise was not opened' },
      { state: 'done' },
      {},
    ])
    expect(after.summary).toMatchObject({ skipped: 1, of: 4 })
    const scene = await marrow.send<Scene>('GET', '/api/machines/mill-3/scene')
    expect(scene.body.homedAt).not.toBeNull()
  })

  it('with figures cannot just be confirmed, and skipping wants a reason', async () => {
    expect(await marrow.send('POST', '/api/setups/now/steps/zero-x/confirmed', { id: randomUUID() })).toMatchObject({
      status: 422,
      body: { code: 'needs-figures' },
    })
    expect(await marrow.send('POST', '/api/setups/now/steps/zero-x/skipped', { id: randomUUID(), reason: ' ' })).toMatchObject({
      status: 400,
    })
    expect(await marrow.send('POST', '/api/setups/now/steps/none/skipped', { id: randomUUID(), reason: 'not here' })).toMatchObject({
      status: 404,
    })
  })

  it('asks for a reason where a choice differs from the plan, keeps it, and leaves the step open', async () => {
    const { body: scene } = await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')
    const basis = { 'work/G54/Y/geometry': scene.standing['work/G54/Y/geometry']!.entry }
    const other = (answers: Record<string, string>) =>
      edgeEntry({ basis, answers: { 'homed|query|': 'homed this morning, seen', ...answers } }, { axis: 'Y', reading: '-174.7030' })
    const refused = await tansley.send<Problem>('POST', ENTRIES, other({}))
    expect(refused).toMatchObject({ status: 422, body: { code: 'unanswered' } })
    expect(refused.body.detail).toContain('Not as the step plans it: \u201cAxis\u201d is Y and not X.')
    const reason = 'Y first, the clamp is in the way of X'
    const kept = await tansley.send<Entry>('POST', ENTRIES, other({ 'as-planned|query|axis Y': reason }))
    expect(kept.status).toBe(200)
    expect(kept.body.content.step).toBeNull()
    expect(kept.body.content.findings.find(({ finding }) => finding.check === 'as-planned')?.reason).toBe(reason)
  })
})

describe('the whole of it', () => {
  it('is one chain, to the last entry', async () => {
    const { entries, faults } = await verifyLedger(shop.connection.pool)
    expect(faults).toEqual([])
    expect(entries).toBeGreaterThan(10)
  })
})
