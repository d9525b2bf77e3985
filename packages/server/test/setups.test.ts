import { randomUUID } from 'node:crypto'
import { lengthRegister, mm, workRegister } from '@rook/core'
import type { Entry, FloorMachine, Problem, Setup } from '@rook/contract'
import { scene, stands } from '@rook/testing'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { counterSeen, readoutsOf, stepsOf } from '../src/setups/steps.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
const STEP = '/api/setups/now/steps'

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
})
afterAll(() => shop.stop())

const setup = async () => (await marrow.send<Setup>('GET', '/api/setups/now')).body
const stateOf = async (id: string) => (await setup()).steps.find((step) => step.id === id)
const confirm = (step: string, id = randomUUID(), note: string | null = null) =>
  marrow.send<Entry & Problem>('POST', `${STEP}/${step}/confirmed`, { id, note })
const skip = (step: string, reason = 'made with the first part of the lot') =>
  marrow.send<Entry & Problem>('POST', `${STEP}/${step}/skipped`, { id: randomUUID(), reason })

describe('the order of work', () => {
  it('is open from the start, and names what comes next', async () => {
    const { steps, next, summary } = await setup()
    expect(steps.map(({ id, state }) => `${id} ${state}`)).toEqual(['homed open', 'seated open', 'zero-x open', 'seen open'])
    expect(next).toBe('homed')
    expect(summary).toMatchObject({ done: 0, skipped: 0, of: 4, partName: 'Flange, rev C', job: '0417' })
  })

  it('is not forced: a later step can be done first, and the next is still the first open one', async () => {
    await confirm('seated', randomUUID(), 'on parallels, tapped down')
    expect(await stateOf('seated')).toMatchObject({ state: 'done', by: 'Marrow', reason: 'on parallels, tapped down' })
    expect((await setup()).next).toBe('homed')
  })

  it('counts a step once however often it is pressed', async () => {
    const id = randomUUID()
    const twice = await Promise.all([confirm('homed', id), confirm('homed', id)])
    expect(twice.map(({ status }) => status)).toEqual([200, 200])
    expect(twice[0].body.content.seq).toBe(twice[1].body.content.seq)
    expect((await setup()).summary.done).toBe(2)
  })

  it('shows a skipped step as skipped, with the reason, until it is done after all', async () => {
    await skip('zero-x')
    expect(await stateOf('zero-x')).toMatchObject({ state: 'skipped', reason: 'made with the first part of the lot' })
    expect((await setup()).summary).toMatchObject({ done: 3, skipped: 1 })
    const done = await marrow.send<Entry>('POST', '/api/machines/mill-3/entries', edgeEntry({ answers: {} }))
    expect(done.status).toBe(200)
    expect(await stateOf('zero-x')).toMatchObject({ state: 'done', entry: done.body.content.id })
  })

  it('is done at the end only when every readout was seen', async () => {
    expect(await stateOf('seen')).toMatchObject({ state: 'open', count: { done: 0, of: 1 } })
    const [readout] = (await setup()).toSee
    const seen = await marrow.send('POST', `/api/entries/${readout!.entry}/seen`, { id: randomUUID(), key: readout!.key })
    expect(seen.status).toBe(200)
    expect(await stateOf('seen')).toMatchObject({ state: 'done', count: { done: 1, of: 1 } })
    expect((await setup()).next).toBeNull()
  })

  it('has what is to be seen open again once its entry was taken back', async () => {
    const { entry } = (await stateOf('zero-x'))!
    await marrow.send('POST', `/api/entries/${entry!}/correction`, { id: randomUUID(), reason: 'wrong corner' })
    expect(await stateOf('zero-x')).toMatchObject({ state: 'skipped' })
    expect((await setup()).toSee).toEqual([])
  })
})

describe('a step that is not there', () => {
  it('is refused, by name and by what it is', async () => {
    expect((await confirm('nowhere')).status).toBe(404)
    expect(await confirm('zero-x')).toMatchObject({ status: 422, body: { code: 'needs-figures' } })
    expect(await skip('seen')).toMatchObject({ status: 409, body: { code: 'not-skippable' } })
    expect((await skip('zero-x', 'no')).status).toBe(400)
    expect((await marrow.send('GET', '/api/setups/yesterday')).status).toBe(404)
    const counter = await marrow.send('POST', '/api/setups/now/counter-checks', { id: randomUUID(), key: 'nothing/of/it', value: 1 })
    expect(counter.status).toBeGreaterThanOrEqual(400)
    expect(counter.status).toBeLessThan(500)
  })
})

describe('a setup that is finished', () => {
  it('stays as it was: no step more, no entry more, and the machine is free', async () => {
    const before = await setup()
    const client = new pg.Client({ connectionString: shop.databaseUrl })
    await client.connect()
    await client.query(`UPDATE setup SET ended_at = '2026-11-24T09:00:00.000Z' WHERE id = 'now'`)
    await client.end()
    expect(await confirm('seated')).toMatchObject({ status: 409, body: { code: 'setup-ended' } })
    expect(await skip('zero-x')).toMatchObject({ status: 409, body: { code: 'setup-ended' } })
    const late = await marrow.send<Problem>('POST', '/api/machines/mill-3/entries', edgeEntry({ answers: {} }))
    expect(late).toMatchObject({
      status: 409,
      body: { code: 'setup-ended', detail: expect.stringContaining('Your figures are kept') as string },
    })
    const free = edgeEntry({ setup: null, step: null, answers: {} })
    expect((await marrow.send<Entry>('POST', '/api/machines/mill-3/entries', free)).status).toBe(200)
    expect((await marrow.send('GET', '/api/machines/mill-3/scene?setup=now')).status).toBe(200)
    expect((await setup()).steps).toEqual(before.steps)
    const { body: floor } = await marrow.send<FloorMachine[]>('GET', '/api/floor')
    expect(floor.find(({ machine }) => machine.id === 'mill-3')?.setup).toBeNull()
    expect((await marrow.send<unknown[]>('GET', '/api/setups')).body).toEqual([])
  })
})

describe('readouts', () => {
  const entry = (id: string, more: object) =>
    ({ id, kind: 'pick-up', title: id, readouts: [], writes: [], carried: [], seen: [], refers: null, step: null, ...more }) as never
  const readout = (key: string, value: number, more: object = {}) => ({ key, sentence: key, axis: 'X', value, ...more })
  const seenOf = (refers: string, ...readouts: object[]) => entry(`seen ${refers}`, { kind: 'seen', refers, readouts })
  const nothing = scene()

  it('are replaced by those of a later entry, and then want to be seen again', () => {
    const first = entry('one', { readouts: [readout('touch/G54/X', 1)], seen: ['touch/G54/X'] })
    expect(readoutsOf([first], nothing)).toMatchObject([{ entry: 'one', seen: true }])
    const second = entry('two', { readouts: [readout('touch/G54/X', 2)] })
    expect(readoutsOf([first, second], nothing)).toMatchObject([{ entry: 'two', value: 2, seen: false }])
    expect(readoutsOf([first, second, seenOf('two', readout('touch/G54/X', 2))], nothing)).toMatchObject([{ entry: 'two', seen: true }])
  })

  it('that were seen of an older entry do not count for the newer one', () => {
    const first = entry('one', { readouts: [readout('touch/G54/X', 1)] })
    const second = entry('two', { readouts: [readout('touch/G54/X', 2)] })
    expect(readoutsOf([first, second, seenOf('one', readout('touch/G54/X', 1))], nothing)[0]).toMatchObject({ entry: 'two', seen: false })
  })

  it('worked out with a zero that was carried over are other figures once it is measured, to be seen anew', () => {
    const Z = 'work/G54/Z/geometry'
    const terms = [{ register: Z, factor: -1, value: mm(-476) }]
    const first = entry('one', { readouts: [readout('setter/T4', mm(-26.118), { terms })], seen: ['setter/T4'] })
    const at = (z: number) => scene([[workRegister('G54', 'Z'), stands(mm(z))]])
    expect(readoutsOf([first], at(-476))).toMatchObject([{ value: mm(-26.118), seen: true }])
    expect(readoutsOf([first], at(-476.5))).toMatchObject([{ value: mm(-25.618), seen: false }])
    const again = [first, seenOf('one', readout('setter/T4', mm(-25.618)))]
    expect(readoutsOf(again, at(-476.5))).toMatchObject([{ value: mm(-25.618), seen: true }])
    expect(readoutsOf(again, at(-476.4))).toMatchObject([{ seen: false }])
  })

  it('of a figure that has been disturbed lose their tick, and its step is open again', () => {
    const H4 = 'tool/4/length/geometry'
    const plan = [
      { id: 'length', title: 'Length T4', detail: null, kind: 'routine', routine: 'tool-length', preset: {} },
      { id: 'seen', title: 'Seen', detail: null, kind: 'seen', routine: null, preset: {} },
    ] as never
    const done = entry('one', {
      step: 'length',
      at: '2026-11-24T02:00:00.000Z',
      person: { name: 'Marrow' },
      reason: null,
      writes: [{ register: H4, origin: 'one' }],
      readouts: [readout('setter/T4', 5)],
      seen: ['setter/T4'],
    })
    const at = (state: 'set' | 'disturbed', origin = 'one') =>
      scene([[lengthRegister('4'), stands(mm(103), { state, origin, assembly: 'em-12' })]])
    const look = (when: ReturnType<typeof at>) => {
      const toSee = readoutsOf([done], when)
      return [toSee[0]!.seen, ...stepsOf(plan, [done], toSee, when).map(({ state, again }) => [state, again])]
    }
    expect(look(at('set'))).toEqual([true, ['done', null], ['done', null]])
    expect(look(at('disturbed'))).toEqual([false, ['open', 'H4 length disturbed'], ['open', null]])
    // Another entry's figure stands there by now: this one is not at fault.
    expect(look(at('disturbed', 'two'))).toEqual([true, ['done', null], ['done', null]])
  })

  it('of the counter-check count with the figure they had', () => {
    const seen = entry('one', { kind: 'seen', readouts: [readout('G54 X', 5)] })
    const other = entry('two', { kind: 'seen', refers: 'x', readouts: [readout('G54 Y', 5)] })
    expect(counterSeen([seen, other])).toEqual([{ key: 'G54 X', value: 5 }])
  })

  it('leave the step open while figures are still to come', () => {
    const plan = [
      { id: 'zero', title: 'Zero', detail: null, kind: 'routine', routine: 'edge', preset: {} },
      { id: 'seen', title: 'Seen', detail: null, kind: 'seen', routine: null, preset: {} },
    ] as never
    expect(stepsOf(plan, [], [], nothing).map(({ state }) => state)).toEqual(['open', 'open'])
    const done = entry('one', { step: 'zero', at: '2026-11-24T02:00:00.000Z', person: { name: 'Marrow' }, reason: null })
    expect(stepsOf(plan, [done], [], nothing).map(({ state }) => state)).toEqual(['done', 'done'])
  })
})

describe('a run of tools', () => {
  it('is skipped task by task, by what is measured of a tool on a machine of its kind', async () => {
    const db = new pg.Client({ connectionString: shop.databaseUrl })
    await db.connect()
    const run = { id: 'run', title: 'Tools', detail: null, kind: 'tools', routine: null, preset: {} }
    const tool = { number: '1', offset: '1', diameterOffset: '1', diameter: false }
    await db.query(
      `INSERT INTO operation (id, part, name, revision, kind, unit, slots, fixture, program, steps, tools)
       VALUES ('turned', 'flange', 'Op 5', 'C', 'lathe', 'mm', '["G54"]', 'chuck', 'N1', $1, $2)`,
      [JSON.stringify([run]), JSON.stringify([tool])],
    )
    await db.query(
      `INSERT INTO setup (id, machine, operation, job, started_at) VALUES ('turning', 'lathe-2', 'turned', '0417', '2026-11-24T01:00:00Z')`,
    )
    await db.end()
    const leave = (task: string) =>
      marrow.send<Entry & Problem>('POST', `/api/setups/turning/steps/${encodeURIComponent(task)}/skipped`, {
        id: randomUUID(),
        reason: 'its station stays empty',
      })
    expect((await leave('run/T1/X')).body.content).toMatchObject({ kind: 'skipped', title: 'Skipped: T1 X' })
    expect((await leave('run/T1/length')).status).toBe(404)
    expect((await leave('run/T9/X')).status).toBe(404)
    expect(await leave('run')).toMatchObject({ status: 409, body: { code: 'not-skippable' } })
  })
})
