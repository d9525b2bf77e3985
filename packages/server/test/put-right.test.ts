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

  it('with which figures were found is put right with a reason, and they are to be found again', async () => {
    const found = await setter.send<Entry>('POST', '/api/machines/mill-3/entries', edgeEntry({}, { finder: id }))
    expect(found.status, JSON.stringify(found.body)).toBe(200)
    const refused = await change(id, { size: mm(5) })
    expect(refused).toMatchObject({ status: 409, body: { code: 'entries-rest-on-it', fields: { reason: expect.any(String) as string } } })
    expect(refused.body.detail).toContain('G54 X on Mill 3')
    // What does not touch its figures is free.
    expect((await change(id, { name: 'Finder 200', intervalDays: 180 })).body).toMatchObject({ name: 'Finder 200', intervalDays: 180 })
    expect((await change(id, { name: 'Finder 200', size: mm(5), reason: 'the certificate says 5 mm' })).body).toMatchObject({ size: mm(5) })
    const { body: setup } = await setter.send<Setup>('GET', '/api/setups/now')
    expect(setup.steps.find((step) => step.id === 'zero-x')).toMatchObject({ state: 'open', again: 'G54 X stale' })
    const { body: page } = await lead.send<GaugePage>('GET', `/api/gauges/${id}`)
    expect(page.entries[0]).toMatchObject({ doubtful: true, standing: [X] })
    expect(page.events[0]).toMatchObject({
      kind: 'corrected',
      size: mm(5),
      note: 'the certificate says 5 mm',
    })
    const again = await setter.send<Entry>(
      'POST',
      '/api/machines/mill-3/entries',
      edgeEntry({ basis: { [X]: found.body.content.id }, answers: { 'homed|query|': 'seen this morning' } }, { finder: id }),
    )
    expect((again.body as unknown as Problem).detail ?? '').not.toContain('stale')
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

  it('with figures is put right with a reason, and they are marked: not good again by taking that back', async () => {
    const before = await sceneOf()
    expect(before.standing[X]).toMatchObject({ state: 'set' })
    const finer = { ...MILL, increment: nm(1_000) }
    const refused = await lead.send<Problem>('PUT', '/api/machines/mill-3', finer)
    expect(refused).toMatchObject({ status: 409, body: { code: 'entries-rest-on-it' } })
    expect(refused.body.detail).toContain('G54 X rest on its least increment')
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
