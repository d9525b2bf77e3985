import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import type { ChainPage, Entry, FloorMachine, GoPage, Problem, SetupRecord, Shop } from '@rook/contract'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { giveTheGo, HARMLESS, keepProgram, makeReady, proof, proveSetup } from './go-through.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
beforeEach(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
})
afterEach(() => shop.stop())

const post = (path: string, body: object = {}, by = setter) => by.send<Entry & Problem>('POST', path, { id: randomUUID(), ...body })
const chain = async () => (await setter.send<ChainPage>('GET', '/api/setups/now/chain')).body
const here = async () => (await chain()).chain.here
const prove = (more: object = {}) => post('/api/setups/now/proven', proof(more))
const count = (more: object = {}) => post('/api/setups/now/parts', { made: 3, scrapped: 0, reason: null, ...more })
const takeBack = (entry: string) => post(`/api/entries/${entry}/correction`, { reason: 'by mistake' })
const stops = async () =>
  (await setter.send<GoPage>('GET', '/api/setups/now/go')).body.findings.filter(({ verdict }) => verdict === 'stop').map(({ id }) => id)
const give = async () => {
  const { body } = await setter.send<GoPage>('GET', '/api/setups/now/go')
  const answers = Object.fromEntries(body.findings.filter(({ verdict }) => verdict === 'query').map(({ id }) => [id, 'looked at']))
  return post('/api/setups/now/go', { issue: body.issue?.id ?? null, answers })
}

describe('the chain of a setup', () => {
  it('goes from nothing to the running lot, one stage after the other, and is told alike everywhere', async () => {
    await keepProgram(setter, 'now')
    expect(await chain()).toMatchObject({ chain: { here: 'measured', next: { does: 'step', step: 'homed' } } })
    await post('/api/setups/now/steps/homed/confirmed', { checks: [] })
    expect((await chain()).chain.next).toMatchObject({ does: 'step', step: 'seated' })
    await post('/api/setups/now/steps/seated/confirmed')
    await post('/api/machines/mill-3/entries', edgeEntry())
    expect(await chain()).toMatchObject({ chain: { here: 'seen', next: { does: 'step', step: 'seen' } } })
    await makeReady(setter, 'now')
    expect(await here()).toBe('go')
    await giveTheGo(setter, 'now')
    const before = await chain()
    expect(before).toMatchObject({ chain: { here: 'first-part', next: { does: 'first-part' } }, unseenMoves: [] })
    const { body: floor } = await setter.send<FloorMachine[]>('GET', '/api/floor')
    expect(floor.find(({ machine }) => machine.id === 'mill-3')!.stands).toEqual({ now: before.words })
    expect((await setter.send<SetupRecord>('GET', '/api/setups/now/record')).body.stands!.words).toBe(before.words)
    expect((await prove()).status).toBe(200)
    expect(await chain()).toMatchObject({ words: 'Running: 0 parts counted.', chain: { next: { does: 'count' } } })
    expect((await count()).body.content.parts).toEqual({ made: 3, scrapped: 0 })
    await post('/api/setups/now/ended', { reason: 'lot finished' })
    expect(await chain()).toMatchObject({ words: 'Ended: 3 parts counted.', chain: { here: 'ended', next: null } })
    expect((await verifyLedger(shop.connection.pool)).faults).toEqual([])
  })
})

describe('ways round the gate', () => {
  it('no go to a machine that is not homed, nor to one that was switched on since', async () => {
    await keepProgram(setter, 'now')
    await post('/api/setups/now/steps/homed/skipped', { reason: 'it is always homed' })
    for (const step of ['seated', 'zero-x']) await post(`/api/setups/now/steps/${step}/skipped`, { reason: 'as last time' })
    expect(await stops()).toEqual(['homed'])
    expect((await give()).body).toMatchObject({ code: 'no-go' })
    await post('/api/machines/mill-3/homed', { checks: [] })
    expect((await give()).status).toBe(200)
    await post('/api/machines/mill-3/powered')
    // The go that was given is none any more, and nothing can be run on it.
    expect(await here()).toBe('measured')
    expect((await prove()).body).toMatchObject({ code: 'before-first-part' })
  })

  it('no first part without a go, nor after what it rests on has changed, nor once it is taken back', async () => {
    await keepProgram(setter, 'now')
    await makeReady(setter, 'now')
    expect((await prove()).body).toMatchObject({
      code: 'before-first-part',
      detail: expect.stringContaining('No go was given yet') as string,
    })
    const given = await giveTheGo(setter, 'now')
    await takeBack(given.content.id)
    expect((await prove()).body).toMatchObject({ code: 'before-first-part' })
    await giveTheGo(setter, 'now')
    // Another text of the program.
    const { body } = await setter.send<GoPage>('GET', '/api/setups/now/go')
    const text = gzipSync(HARMLESS.replace('G21', 'G21 G17')).toString('base64')
    const next = { name: 'O42.NC', gzip: text, note: null, basis: body.issue!.id }
    expect((await post(`/api/operations/${body.issue!.operation}/programs`, next)).status).toBe(200)
    expect((await prove()).body).toMatchObject({ detail: expect.stringContaining('Issue 2 of the program has come since') as string })
    await giveTheGo(setter, 'now')
    // A readout that nobody has seen.
    expect((await post('/api/machines/mill-3/entries', edgeEntry())).status).toBe(200)
    expect((await prove()).body).toMatchObject({ code: 'before-first-part', detail: expect.stringContaining('not been seen') as string })
    // Nor with the machine disturbed, and seen.
    await makeReady(setter, 'now')
    await giveTheGo(setter, 'now')
    await post('/api/machines/mill-3/disturbed', { register: 'work/G54/X/geometry', reason: 'vise was bumped' })
    expect((await prove()).body).toMatchObject({ code: 'before-first-part' })
  })

  it('no first part with a line that nobody ticked, in the words of the shop', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const { body: own } = await lead.send<{ shop: Shop }>('GET', '/api/session')
    const { seal: _seal, ...now } = own.shop
    expect((await lead.send('PUT', '/api/shop', { ...now, firstRun: ['Guard shut'] })).status).toBe(200)
    await keepProgram(setter, 'now')
    await makeReady(setter, 'now')
    await giveTheGo(setter, 'now')
    expect((await chain()).firstRun).toEqual(['Guard shut'])
    expect((await prove()).body).toMatchObject({ code: 'checklist', detail: expect.stringContaining('Guard shut') as string })
    expect((await prove({ checks: ['Guard shut'] })).body.content.agreed).toEqual(['Guard shut'])
  })

  it('no parts without a proof but with a reason, which is said until there is one', async () => {
    expect((await count()).body).toMatchObject({ code: 'unproven', detail: expect.stringContaining('No first part was run') as string })
    expect((await count({ unproven: 'x' })).status).toBe(422)
    expect((await count({ unproven: 'trial lot' })).body.content).toMatchObject({
      parts: { made: 3, scrapped: 0, unproven: 'trial lot' },
      reason: 'Counted without a proven first part: trial lot',
    })
    expect((await chain()).words).toContain('3 parts were counted without a proven first part.')
    const { body: floor } = await setter.send<FloorMachine[]>('GET', '/api/floor')
    const notices = floor.find(({ machine }) => machine.id === 'mill-3')!.notices
    expect(notices).toContainEqual(expect.objectContaining({ sentence: (await chain()).words, mendedAt: { place: 'setup', setup: 'now' } }))
    const run = await proveSetup(setter, 'now')
    expect((await chain()).words).toBe('Running: 3 parts counted.')
    // A figure written anew, and what is counted then is asked about again.
    await takeBack(run.content.id)
    expect((await chain()).words).toContain('3 parts were counted without a proven first part.')
  })

  it('falls back by name when a figure is written, and a wear correction leaves it where it is', async () => {
    await proveSetup(setter, 'now')
    const write = (register: string, text: string) =>
      post('/api/machines/mill-3/tools', {
        edits: [{ register, text }],
        worth: 'measured',
        reason: 'by the caliper',
        basis: { [register]: null },
      })
    expect((await write('tool/4/length/geometry', '103.5')).status).toBe(200)
    await write('tool/4/length/wear', '-0.01')
    const proven = await chain()
    expect(proven.chain.here).toBe('running')
    await post('/api/machines/mill-3/entries', edgeEntry())
    expect(await here()).not.toBe('running')
    expect((await count()).body).toMatchObject({ code: 'unproven', detail: expect.stringContaining('G54 X written since') as string })
  })

  it('asks where a lead has said that the shop only asks, with the reason in the entry', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const { body: own } = await lead.send<{ shop: Shop }>('GET', '/api/session')
    const { seal: _seal, ...now } = own.shop
    expect((await setter.send('PUT', '/api/shop', { ...now, asks: ['go'] })).status).toBe(403)
    expect((await lead.send('PUT', '/api/shop', { ...now, asks: ['go'] })).status).toBe(200)
    await keepProgram(setter, 'now')
    await makeReady(setter, 'now')
    expect((await prove({ reason: null })).body).toMatchObject({
      code: 'unanswered',
      detail: expect.stringContaining('Without a go') as string,
    })
    const { content } = (await prove({ reason: 'same text as yesterday' })).body
    expect(content.reason).toBe('zero seen in X, Y and Z. Without a go that holds: same text as yesterday')
    expect(await here()).toBe('running')
  })

  it('gives a go without a text only for what the plan calls, and as a question', async () => {
    await makeReady(setter, 'now')
    // Its plan calls G54, and two axes of it are unset.
    expect(await stops()).toEqual([expect.stringContaining('zero work/G54/X/geometry')])
    expect((await post('/api/setups/now/go', { issue: randomUUID(), answers: {} })).body).toMatchObject({ code: 'program-moved-on' })
  })
})
