import { randomUUID } from 'node:crypto'
import type { Entry, Job } from '@rook/contract'
import type { Reserved, Scene } from '@rook/core'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
let planner: Browser
let other: string

const reserve = (body: object, by = setter, machine = 'mill-3') =>
  by.send<Reserved>('POST', `/api/machines/${machine}/reservations`, { slot: 'G55', job: null, words: '', until: null, ...body })
const end = (id: string) => setter.send('POST', `/api/reservations/${id}/ended`)
const scene = async (at = '') => (await setter.send<Scene>('GET', `/api/machines/mill-3/scene?setup=now${at}`)).body
const zero = (answers: object = {}) =>
  setter.send<Entry>(
    'POST',
    '/api/machines/mill-3/entries',
    edgeEntry(
      { step: null, setup: null, basis: { 'work/G55/X/geometry': null }, answers: { 'homed|query|': 'homed, seen', ...answers } },
      { slot: 'G55' },
    ),
  )

beforeAll(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  planner = await new Browser(shop.url).signIn('harkness')
  const job = { number: '0612', part: 'flange', revision: 'C', quantity: 4, due: null, note: '' }
  other = (await planner.send<Job>('POST', '/api/jobs', job)).body.id
})
afterAll(() => shop.stop())

describe('a slot', () => {
  let kept: Reserved

  it('is kept for a job or for somebody, one at a time', async () => {
    const { status, body } = await reserve({ job: other, words: 'second vise, set since Monday' })
    expect(status).toBe(200)
    kept = body
    expect(kept).toMatchObject({ slot: 'G55', job: '0612', by: 'Marrow', until: null })
    expect((await reserve({ words: 'for me' })).body).toMatchObject({
      code: 'reserved',
      detail: 'G55 is kept for job 0612 by Marrow: second vise, set since Monday. End that first.',
    })
    expect((await scene()).reserved).toEqual([kept])
  })

  it.each([
    ['for nobody', { slot: 'G54' }, 400],
    ['that the machine does not have', { slot: 'G99', words: 'for me' }, 422],
    ['until a time that has passed', { slot: 'G54', words: 'for me', until: '2020-01-01T00:00:00.000Z' }, 422],
    ['for a job that is not there', { slot: 'G54', job: 'none' }, 404],
  ])('is not kept %s', async (_what, body, status) => {
    expect((await reserve(body)).status).toBe(status)
  })

  it('that is kept is written by others only with a reason', async () => {
    const { status, body } = await zero()
    expect(status).toBe(422)
    expect(JSON.stringify(body)).toContain('G55 X: G55 is kept for job 0612 by Marrow')
    const answered = await zero({ 'reserved|query|G55': 'asked Marrow, the second vise is free until noon' })
    expect(answered.status).toBe(200)
  })

  it('that is kept is no place for a setup of another job', async () => {
    const body = (slots: string[]) => ({
      edition: 1,
      plan: {
        ...{ name: 'Op 20', revision: 'C', kind: 'mill', unit: 'mm', machines: [], purposes: {}, stock: null, fixture: '' },
        ...{ fixtureRepeat: null, tolerance: null, clearance: null, features: [], sizes: [], tools: [], program: '', steps: [] },
        slots,
      },
    })
    expect((await planner.send('PUT', '/api/operations/op', body(['G55']))).status).toBe(200)
    const begin = (job: string) => setter.send('POST', '/api/setups', { id: randomUUID(), machine: 'mill-3', operation: 'op', job })
    expect((await begin('0417')).body).toMatchObject({
      code: 'cannot-begin',
      detail: expect.stringContaining('G55 is kept for job 0612') as string,
    })
    expect((await begin(other)).status).toBe(200)
  })

  it('is given free once, and was kept until then', async () => {
    const while_ = new Date().toISOString()
    await new Promise((resolve) => setTimeout(resolve, 5))
    const answers = await Promise.all([end(kept.id), end(kept.id)])
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await scene()).reserved).toEqual([])
    expect((await scene(`&at=${while_}`)).reserved).toEqual([kept])
    expect((await end(randomUUID())).status).toBe(404)
  })

  it('is free again when its time is over', async () => {
    await reserve({ slot: 'G54', words: 'a trial cut', until: new Date(Date.now() + 40).toISOString() })
    await expect.poll(async () => (await scene()).reserved).toEqual([])
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await pool.end()
  })
})

describe('a checklist', () => {
  it('is looked at line by line before a step is confirmed, the machine’s before it is homed', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const { body: machines } = await lead.send<{ id: string }[]>('GET', '/api/machines')
    const { id: _id, ...record } = machines.find(({ id }) => id === 'mill-3')!
    expect((await lead.send('PUT', '/api/machines/mill-3', { ...record, startUp: ['air at 6 bar', 'table wiped'] })).status).toBe(200)
    const confirm = (checks: string[]) => setter.send<Entry>('POST', '/api/setups/now/steps/homed/confirmed', { id: randomUUID(), checks })
    expect((await confirm(['air at 6 bar'])).body).toMatchObject({
      code: 'checklist',
      detail: expect.stringContaining('“table wiped”') as string,
    })
    const { status, body } = await confirm(['air at 6 bar', 'table wiped'])
    expect(status).toBe(200)
    expect(body.content).toMatchObject({ kind: 'homed', agreed: ['air at 6 bar', 'table wiped'] })
  })
})
