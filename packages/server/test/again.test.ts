import { randomUUID } from 'node:crypto'
import type { CarryOffered, Entry, Setup } from '@rook/contract'
import type { Scene } from '@rook/core'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const X = 'work/G54/X/geometry'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
let operator: Browser

const end = (setup: string) => setter.send('POST', `/api/setups/${setup}/ended`, { id: randomUUID(), reason: 'all parts made' })
async function begin(): Promise<string> {
  const id = randomUUID()
  const { status } = await setter.send('POST', '/api/setups', { id, machine: 'mill-3', operation: 'op', job: '0417' })
  expect(status).toBe(200)
  return id
}
const offered = async (setup: string) => (await operator.send<CarryOffered>('GET', `/api/setups/${setup}/carried`)).body
const setupNow = async (setup: string) => (await operator.send<Setup>('GET', `/api/setups/${setup}`)).body
const sceneOf = async (setup: string, at = '') => (await operator.send<Scene>('GET', `/api/machines/mill-3/scene?setup=${setup}${at}`)).body
const carry = (setup: string, figures: Record<string, unknown>, by = setter, steps = ['zero-x']) =>
  by.send<Entry>('POST', `/api/setups/${setup}/carried`, { id: randomUUID(), steps, figures })
/** Measures the zero in a setup, with a scatter that a clean fixture has. */
async function measure(setup: string, reading: string): Promise<Entry> {
  const basis = (await sceneOf(setup)).standing[X]?.entry ?? null
  const { status, body } = await setter.send<Entry>(
    'POST',
    '/api/machines/mill-3/entries',
    edgeEntry({ setup, basis: { [X]: basis } }, { reading }),
  )
  expect(status, JSON.stringify(body)).toBe(200)
  return body
}

beforeAll(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  operator = await new Browser(shop.url).signIn('cordell')
  await setter.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })
})
afterAll(() => shop.stop())

describe('an operation that is set up again', () => {
  let first: Entry
  let again: string
  let carried: Entry

  it('has nothing to carry over the first time', async () => {
    expect(await offered('now')).toEqual({ from: null, offers: [], not: [] })
    first = await measure('now', '-318.2040')
    await end('now')
  })

  it('offers what its last setup measured and still stands', async () => {
    again = await begin()
    const { from, offers, not } = await offered(again)
    expect(from).toMatchObject({ setup: 'now', job: '0417' })
    expect(not).toEqual([])
    expect(offers).toEqual([
      {
        step: 'zero-x',
        title: 'Zero G54, X',
        figures: [
          {
            register: X,
            name: 'G54 X',
            value: -313_204_000,
            origin: first.content.id,
            at: first.content.at,
            by: 'Marrow',
            onFixture: true,
          },
        ],
      },
    ])
  })

  it('takes no figure that was not the one on the control, no other step, and nobody who may not', async () => {
    expect(await carry(again, { [X]: -313_204_100 })).toMatchObject({ status: 409, body: { code: 'moved-on' } })
    expect(await carry(again, {})).toMatchObject({ status: 409, body: { code: 'moved-on' } })
    expect(await carry(again, { [X]: -313_204_000 }, setter, ['homed'])).toMatchObject({ status: 409, body: { code: 'not-open' } })
    expect((await carry(again, { [X]: -313_204_000 }, operator)).status).toBe(403)
    expect((await setupNow(again)).next).toBe('homed')
  })

  it('carries it over: the step is done by the measurement it came from', async () => {
    const { status, body } = await carry(again, { [X]: -313_204_000 })
    expect(status).toBe(200)
    carried = body
    expect(body.content).toMatchObject({ kind: 'carried', title: 'Carried over from job 0417: Zero G54, X', writes: [] })
    expect((await setupNow(again)).steps.find(({ id }) => id === 'zero-x')).toMatchObject({ state: 'done', entry: body.content.id })
    const scene = await sceneOf(again)
    expect(scene.plan!.confirmed).toEqual({ [X]: first.content.id })
    expect(scene.standing[X]).toMatchObject({ entry: first.content.id, setup: 'now' })
    expect(await offered(again)).toMatchObject({ offers: [], not: [] })
    // As it was before nobody had confirmed it.
    const before = await sceneOf(again, `&at=${new Date(Date.parse(body.content.at) - 1).toISOString()}`)
    expect(before.plan!.confirmed).toEqual({})
    expect((await sceneOf(again, `&at=${body.content.at}`)).plan!.confirmed).toEqual({ [X]: first.content.id })
  })

  it('opens the step again when the figure is disturbed, and when the confirmation is taken back', async () => {
    const { body: disturbed } = await setter.send<Entry>('POST', '/api/machines/mill-3/disturbed', {
      id: randomUUID(),
      register: X,
      reason: 'the vise was knocked',
    })
    const step = async () => (await setupNow(again)).steps.find(({ id }) => id === 'zero-x')!
    expect(await step()).toMatchObject({ state: 'open', again: 'G54 X disturbed' })
    expect((await offered(again)).not).toMatchObject([{ step: 'zero-x', because: 'G54 X disturbed: marked disturbed by Marrow' }])
    await setter.send('POST', `/api/entries/${disturbed.content.id}/correction`, { id: randomUUID(), reason: 'another vise' })
    expect(await step()).toMatchObject({ state: 'done' })
    await setter.send('POST', `/api/entries/${carried.content.id}/correction`, { id: randomUUID(), reason: 'not looked at' })
    expect(await step()).toMatchObject({ state: 'open', again: null })
    expect((await sceneOf(again)).plan!.confirmed).toEqual({})
  })

  it('says of what was written since who wrote it', async () => {
    await measure(again, '-318.2070')
    await end(again)
    const third = await begin()
    expect((await offered(third)).from!.setup).toBe(again)
    const { body } = await carry(third, { [X]: -313_207_000 })
    await measure(third, '-318.2010')
    await setter.send('POST', `/api/entries/${body.content.id}/correction`, { id: randomUUID(), reason: 'measured instead' })
    await end(third)
  })

  it('learns from three loadings how well its fixture comes back, and its checks go by that', async () => {
    const fourth = await begin()
    // −313.204, −313.207 and −313.201: their standard deviation is 0.003 mm.
    expect((await sceneOf(fourth)).plan!.repeats).toEqual({ [X]: { standard: 3000, n: 3 } })
    const { content } = await measure(fourth, '-318.2040')
    expect(content.findings.map(({ finding }) => finding.sentence).join(' ')).toContain('from 3 loadings of this fixture')
  })

  it('is kept as the entries say it', async () => {
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await pool.query('SET session_replication_role = replica; UPDATE carried SET origin = gen_random_uuid()')
    expect((await verifyLedger(pool)).faults[0]!.sentence).toBe('what it carried over is not what is kept of it')
    await pool.end()
  })
})
