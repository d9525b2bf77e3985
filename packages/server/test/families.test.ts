import { randomUUID } from 'node:crypto'
import type { Entry } from '@rook/contract'
import type { Scene } from '@rook/core'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
let operator: Browser

const FAMILY = { name: 'Roughing 12', called: '4', members: ['4', '5'], inUse: '4', basis: null as string | null, reason: '' }
const say = <T = Entry>(body: object, by = setter) =>
  by.send<T>('POST', '/api/machines/mill-3/families', { id: randomUUID(), ...FAMILY, ...body })
const scene = async (at = '') => (await setter.send<Scene>('GET', `/api/machines/mill-3/scene${at}`)).body
const measured = (number: string) =>
  setter.send('POST', '/api/machines/mill-3/tools', {
    id: randomUUID(),
    setup: null,
    edits: [{ register: `tool/${number}/length/geometry`, text: '103.5' }],
    worth: 'measured',
    reason: 'read from the control',
    basis: { [`tool/${number}/length/geometry`]: null },
    answers: { 'homed|query|': 'homed, seen', [`estimate|query|${number}`]: 'as it is' },
    release: null,
  })

beforeAll(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  operator = await new Browser(shop.url).signIn('cordell')
  await setter.send('POST', '/api/assemblies', {
    id: 'em-12-c',
    name: 'End mill 12, the second',
    kind: 'end-mill',
    holder: null,
    turning: 'right',
    flutes: 4,
    properties: {},
    estimate: 103_500_000,
    edges: { rule: 'longest', spread: null },
    life: { by: 'parts', limit: 20, warning: 15 },
  })
  const mounting = {
    number: '5',
    assembly: 'em-12-c',
    offset: '',
    diameterOffset: '',
    from: null,
    replaces: null,
    carry: false,
    reason: '',
  }
  await setter.send('POST', '/api/machines/mill-3/mounts', { id: randomUUID(), ...mounting })
})
afterAll(() => shop.stop())

describe('further offsets of a tool', () => {
  const call = (pairs: object[], more: object = {}, by = setter) =>
    by.send<Entry>('POST', '/api/machines/mill-3/pairs', { id: randomUUID(), number: '5', assembly: 'em-12-c', pairs, shown: [], ...more })
  const finishing = { offset: '45', words: 'finishing', spindle: null }

  it('are said by a setter of what sits there, and are tools of their own in the scene', async () => {
    expect((await call([finishing], {}, operator)).status).toBe(403)
    expect((await call([finishing], { assembly: 'em-12' })).body).toMatchObject({ code: 'sits-elsewhere' })
    expect((await call([{ ...finishing, offset: '4' }])).body).toMatchObject({
      detail: 'Offset 4 is taken; each would overwrite the other\u2019s figures.',
    })
    expect((await call([{ ...finishing, spindle: 'sub' }])).body).toMatchObject({ code: 'pairs' })
    const { body, status } = await call([finishing])
    expect(status).toBe(200)
    expect(body.content.title).toBe('End mill 12, the second in T5 is called by offset 45, finishing too')
    expect((await scene()).tools.find(({ number }) => number === '5.45')).toMatchObject({ offset: '45', pairOf: '5', assembly: 'em-12-c' })
  })

  it('go with their tool into another pocket of the machine', async () => {
    const move = (number: string, from: string) =>
      setter.send('POST', '/api/machines/mill-3/mounts', {
        id: randomUUID(),
        number,
        assembly: 'em-12-c',
        offset: '',
        diameterOffset: '',
        from: { machine: 'mill-3', number: from },
        replaces: null,
        carry: false,
        reason: '',
      })
    expect((await move('8', '5')).status).toBe(200)
    expect((await scene()).tools.map(({ number }) => number)).toContain('8.45')
    expect((await move('5', '8')).status).toBe(200)
    expect((await scene()).tools.map(({ number }) => number)).toContain('5.45')
  })

  it('belong to their tool alone, hold at a past minute, and are given up again', async () => {
    const moved = { number: '9', assembly: 'em-12', offset: '45', diameterOffset: '', from: { machine: 'mill-3', number: '4' } }
    const mounting = { id: randomUUID(), ...moved, replaces: null, carry: false, reason: '' }
    expect((await setter.send('POST', '/api/machines/mill-3/mounts', mounting)).body).toMatchObject({ code: 'number-taken' })
    const then = new Date().toISOString()
    await new Promise((resolve) => setTimeout(resolve, 5))
    expect((await call([])).body).toMatchObject({ code: 'pairs-moved-on' })
    expect((await call([], { shown: [finishing] })).body.content.title).toBe(
      'End mill 12, the second in T5 is called by its own offset alone',
    )
    expect((await scene()).tools.map(({ number }) => number)).not.toContain('5.45')
    expect((await scene(`?at=${then}`)).tools.map(({ number }) => number)).toContain('5.45')
  })
})

describe('tools that stand in for each other', () => {
  it('are said by a setter, with one in use that has good offsets', async () => {
    expect((await say({}, operator)).status).toBe(403)
    expect((await say({})).body).toMatchObject({ code: 'not-ready', detail: 'T4 cannot take its place: H4 length is unset.' })
    expect((await measured('4')).status).toBe(200)
    expect((await say({ members: ['4'] })).body).toMatchObject({
      code: 'family',
      detail: expect.stringContaining('two at least') as string,
    })
    const { body, status } = await say({})
    expect(status).toBe(200)
    expect(body.content.title).toBe('Roughing 12, called by 4: T4 and T5 stand in for each other, T4 in use')
    expect((await scene()).families).toEqual([
      { entry: body.content.id, name: 'Roughing 12', called: '4', members: ['4', '5'], inUse: '4' },
    ])
  })

  it('come into use one after the other, by whoever is at the machine, once they are measured', async () => {
    const [{ entry: basis }] = (await scene()).families as [Scene['families'][number]]
    expect((await say({ inUse: '5', basis }, operator)).body).toMatchObject({ code: 'not-ready' })
    expect((await measured('5')).status).toBe(200)
    expect((await say({ inUse: '5', basis: null }, operator)).body).toMatchObject({ code: 'family-moved-on' })
    expect((await say({ inUse: '5', basis, members: ['5', '4'] }, operator)).status).toBe(403)
    const { body } = await say({ inUse: '5', basis }, operator)
    expect(body.content.title).toBe('Roughing 12: T5 in use in place of T4')
    expect((await scene()).families[0]!.inUse).toBe('5')
    // What stood before is still known.
    const before = new Date(Date.parse(body.content.at) - 1).toISOString()
    expect((await scene(`?at=${before}`)).families[0]!.inUse).toBe('4')
  })

  it('say so on the floor when the one in use is worn out', async () => {
    await setter.send('POST', '/api/assemblies/em-12-c/events', { id: randomUUID(), kind: 'used', note: '', amount: 20 })
    const floor = (await setter.send<{ machine: { id: string }; notices: { sentence: string }[] }[]>('GET', '/api/floor')).body
    const told = floor.find(({ machine }) => machine.id === 'mill-3')!.notices.map(({ sentence }) => sentence)
    expect(told.find((sentence) => sentence.startsWith('Roughing 12'))).toMatch(/^Roughing 12: T5, 20 parts of 20 parts.*T4 is ready\.$/)
  })

  it('are given up, and are on record in one chain', async () => {
    const [{ entry: basis }] = (await scene()).families as [Scene['families'][number]]
    const { body } = await say({ members: [], inUse: null, basis })
    expect(body.content.title).toBe('Roughing 12: given up, its tools stand for themselves')
    expect((await scene()).families).toEqual([])
    expect((await say({ members: [], inUse: null, basis })).body).toMatchObject({ code: 'no-family' })
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect(await verifyLedger(pool)).toMatchObject({ faults: [] })
    await pool.query('ALTER TABLE tool_family DISABLE TRIGGER ALL')
    await pool.query(`UPDATE tool_family SET in_use = '5' WHERE link = 1`)
    expect((await verifyLedger(pool)).faults.length).toBeGreaterThan(0)
    await pool.end()
  })
})
