import { randomUUID } from 'node:crypto'
import { inch, mm, nm, type Scene } from '@rook/core'
import type { Entry, GaugePage, GaugeRecord, MachineSent, Problem, Setup } from '@rook/contract'
import { INCH_MILL } from '@rook/testing'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, MILL, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let lead: Browser
let setter: Browser
beforeAll(async () => {
  shop = await openShop()
  lead = await new Browser(shop.url).signIn('oakhanger')
  setter = await new Browser(shop.url).signIn('marrow')
})
afterAll(() => shop.stop())

const X = 'work/G54/X/geometry'
const finder = (more: object = {}) => ({
  name: 'Finder .200',
  family: 'edge-finder',
  size: inch(0.2),
  uncertainty: mm(0.005),
  intervalDays: 365,
  ...more,
})
const change = (id: string, more: object = {}) => lead.send<GaugeRecord & Problem>('PUT', `/api/gauges/${id}`, finder(more))
const sceneOf = async (machine = 'mill-3') => (await setter.send<Scene>('GET', `/api/machines/${machine}/scene?setup=now`)).body

describe('a gauge', () => {
  let id: string

  it('of a size that its kind has not is asked about once, and free while nothing was measured with it', async () => {
    const asked = await lead.send<Problem>('POST', '/api/gauges', finder({ size: mm(0.2) }))
    expect(asked).toMatchObject({
      status: 422,
      body: { code: 'unlikely', detail: expect.stringContaining('In inches it would be 5.08 mm') as string },
    })
    const made = await lead.send<GaugeRecord>('POST', '/api/gauges', finder({ size: mm(0.2), sure: true }))
    expect(made.status).toBe(200)
    id = made.body.id
    expect((await change(id, { name: 'Finder two', family: 'edge-finder' })).body).toMatchObject({ name: 'Finder two', size: inch(0.2) })
    expect((await setter.send('PUT', `/api/gauges/${id}`, finder())).status).toBe(403)
    expect((await change(randomUUID())).status).toBe(404)
  })

  it('says from what to what it measures, which nothing rests on, and only where its kind measures', async () => {
    const mic = { name: 'Micrometer 50', family: 'micrometer', size: 0, least: mm(25), most: mm(50) }
    const made = await lead.send<GaugeRecord>('POST', '/api/gauges', finder(mic))
    expect(made.body).toMatchObject({ least: mm(25), most: mm(50) })
    expect((await change(made.body.id, { ...mic, most: mm(75) })).body).toMatchObject({ least: mm(25), most: mm(75) })
    expect(await change(made.body.id, { ...mic, most: mm(20) })).toMatchObject({
      status: 400,
      body: { fields: { most: expect.any(String) as string } },
    })
    expect((await change(made.body.id, { ...mic, family: 'gauge-pin', size: mm(10) })).body).toMatchObject({ least: null, most: null })
    expect((await sceneOf()).gauges.find((one) => one.id === made.body.id)).toMatchObject({ least: null, most: null })
  })

  it('with figures resting on it takes a reason to be put right, and the figures are worked out again and keep their time', async () => {
    const found = await setter.send<Entry>('POST', '/api/machines/mill-3/entries', edgeEntry({}, { finder: id }))
    expect(found.status, JSON.stringify(found.body)).toBe(200)
    // −318.2040 at the touch, moving X+: half of 5.08 on to it, and half of 5.00 afterwards.
    const was = found.body.content.writes[0]!
    expect(was.after).toBe(mm(-315.664))
    const refused = await change(id, { size: mm(5) })
    expect(refused).toMatchObject({ status: 409, body: { code: 'entries-rest-on-it', fields: { reason: expect.any(String) as string } } })
    expect(refused.body.detail).toContain('Worked out again: G54 X on Mill 3 \u2212315.6640 becomes \u2212315.7040.')
    expect((await sceneOf()).standing[X]!.value).toBe(mm(-315.664))
    // What does not touch its figures is free.
    expect((await change(id, { name: 'Finder 200', intervalDays: 180 })).body).toMatchObject({ name: 'Finder 200', intervalDays: 180 })
    expect((await change(id, { name: 'Finder 200', size: mm(5), reason: 'the certificate says 5 mm' })).body).toMatchObject({ size: mm(5) })
    const stands = (await sceneOf()).standing[X]!
    expect(stands).toMatchObject({ value: mm(-315.704), seen: false, found: { at: found.body.content.at, by: 'Marrow' } })
    const { body: setup } = await setter.send<Setup>('GET', '/api/setups/now')
    expect(setup.steps.find((step) => step.id === 'zero-x')).toMatchObject({ state: 'done' })
    const { body: again } = await setter.send<Entry>('GET', `/api/entries/${stands.entry}`)
    expect(again.content).toMatchObject({ person: { id: 'oakhanger' }, title: 'G54 X from an edge, worked out again', step: 'zero-x' })
    expect(again.content.reason).toBe(`Finder 200: the certificate says 5 mm. Measured in entry ${found.body.content.seq}.`)
    expect(again.content.gauges[0]).toMatchObject({ id, size: mm(5) })
    const { body: page } = await lead.send<GaugePage>('GET', `/api/gauges/${id}`)
    expect(page.entries.map(({ doubtful, standing }) => [doubtful, standing])).toEqual([
      [false, [X]],
      [true, []],
    ])
    expect(page.events[0]).toMatchObject({ kind: 'corrected', size: mm(5), note: 'the certificate says 5 mm' })
  })

  it('whose figure was worked out again makes it stale when it turns out to have failed before it was found', async () => {
    const event = (kind: string, note: string) => lead.send('POST', `/api/gauges/${id}/events`, { id: randomUUID(), kind, note })
    const stateOf = async () => (await setter.send<Setup>('GET', '/api/setups/now')).body.steps.find((step) => step.id === 'zero-x')!.state
    expect(await stateOf()).toBe('done')
    expect((await event('failed', 'it runs out')).status).toBe(200)
    expect(await stateOf()).toBe('open')
    expect((await event('calibrated', 'it was the spindle')).status).toBe(200)
    expect(await stateOf()).toBe('open')
  })

  it('whose figure cannot be worked out again leaves it to be measured again, and taking the first one back leads there too', async () => {
    const found = await setter.send<Entry>(
      'POST',
      '/api/machines/mill-3/entries',
      edgeEntry({ basis: { [X]: (await sceneOf()).standing[X]!.entry } }, { finder: id }),
    )
    expect(found.status, JSON.stringify(found.body)).toBe(200)
    const other = { name: 'Finder 200', family: 'caliper', size: mm(0.01), sure: true }
    const refused = await change(id, other)
    expect(refused.body.detail).toContain('To be measured again: G54 X on Mill 3.')
    expect((await change(id, { ...other, reason: 'it is a caliper' })).status).toBe(200)
    const stale = () => setter.send<Setup>('GET', '/api/setups/now').then(({ body }) => body.steps.find((step) => step.id === 'zero-x'))
    expect(await stale()).toMatchObject({ state: 'open', again: 'G54 X stale' })
    expect((await change(id, { name: 'Finder 200', size: mm(5), reason: 'it is a finder after all' })).status).toBe(200)
    // Found with a finder of 5 mm, and it has one of 5 mm: worked out again it is what it was.
    const back = (await sceneOf()).standing[X]!
    expect(back.value).toBe(found.body.content.writes[0]!.after)
    expect(await stale()).toMatchObject({ state: 'done' })
    expect(
      (await setter.send('POST', `/api/entries/${back.entry}/correction`, { id: randomUUID(), reason: 'measured once more' })).status,
    ).toBe(200)
    expect((await sceneOf()).standing[X]).toMatchObject({ entry: found.body.content.id, value: back.value, at: found.body.content.at })
    expect(await stale()).toMatchObject({ state: 'open', again: 'G54 X stale' })
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await pool.end()
  })

  it('that is withdrawn leaves its name to the next', async () => {
    await lead.send('POST', `/api/gauges/${id}/events`, { id: randomUUID(), kind: 'withdrawn', note: 'worn out' })
    const next = await lead.send<GaugeRecord>('POST', '/api/gauges', finder({ name: 'Finder 200' }))
    expect(next.status).toBe(200)
    expect((await lead.send('POST', '/api/gauges', finder({ name: 'Finder 200' }))).status).toBe(409)
    const back = await lead.send<Problem>('POST', `/api/gauges/${id}/events`, { id: randomUUID(), kind: 'returned', note: 'found again' })
    expect(back).toMatchObject({ status: 409, body: { code: 'name-taken' } })
    expect((await change(id, { name: 'Finder old', size: mm(5) })).status).toBe(200)
    expect((await lead.send('POST', `/api/gauges/${id}/events`, { id: randomUUID(), kind: 'returned', note: 'found again' })).status).toBe(
      200,
    )
  })
})

describe('a machine', () => {
  const { id: _id, ...inches } = INCH_MILL
  const record = (more: object = {}): MachineSent => ({ ...inches, name: 'Mill 9', ...more })
  let id: string

  it('whose increment no display in its unit has is asked about once', async () => {
    const asked = await lead.send<Problem>('POST', '/api/machines', record({ increment: inch(0.001) }))
    expect(asked).toMatchObject({
      status: 422,
      body: { code: 'unlikely', fields: { increment: expect.stringContaining('Is it so?') as string } },
    })
    const made = await lead.send<{ id: string }>('POST', '/api/machines', { ...record({ increment: inch(0.001) }), sure: true })
    expect(made.status).toBe(200)
    id = made.body.id
  })

  it('with entries and no figure is free', async () => {
    await setter.send('POST', `/api/machines/${id}/homed`, { id: randomUUID() })
    await setter.send('POST', `/api/machines/${id}/powered`, { id: randomUUID() })
    expect((await lead.send('PUT', `/api/machines/${id}`, record())).body).toMatchObject({ increment: inch(0.0001) })
  })

  it('with figures takes a reason to be put right, which marks the figures and cannot be taken back', async () => {
    const before = await sceneOf()
    expect(before.standing[X]).toMatchObject({ state: 'set' })
    const finer = { ...MILL, increment: nm(1_000) }
    const refused = await lead.send<Problem>('PUT', '/api/machines/mill-3', finer)
    expect(refused).toMatchObject({ status: 409, body: { code: 'entries-rest-on-it' } })
    expect(refused.body.detail).toContain('G54 X rests on its least increment')
    const other = await lead.send<Problem>('PUT', '/api/machines/mill-3', {
      ...MILL,
      kind: 'lathe',
      travels: MILL.travels.filter(({ axis }) => axis !== 'Y'),
      reason: 'it turns',
    })
    expect(other.status).toBeGreaterThanOrEqual(400)
    expect((await lead.send('PUT', '/api/machines/mill-3', { ...finer, reason: 'its display shows a micrometre' })).status).toBe(200)
    const after = (await sceneOf()).standing[X]!
    expect(after).toMatchObject({ state: 'disturbed', value: before.standing[X]!.value, origin: before.standing[X]!.origin })
    const back = await setter.send<Problem>('POST', `/api/entries/${after.entry}/correction`, { id: randomUUID(), reason: 'it was fine' })
    expect(back).toMatchObject({ status: 409, body: { code: 'not-correctable' } })
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await pool.end()
  })
})
