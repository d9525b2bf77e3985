import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { assess, canonical, findingKey, parseRegisterKey, registerKey, routineById, ROUTINES, type Json, type Scene } from '@rook/core'
import { CORRECTABLE, type Entry, type EntryKind, type Problem } from '@rook/contract'
import { Chance, mounted, PLAYS, scene, stands } from '@rook/testing'
import pg from 'pg'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { connect, type Connection } from '../src/base/db/client.ts'
import { startServer, type Running } from '../src/server.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { giveTheGo, keepProgram, makeReady, proof } from './go-through.ts'
import { Browser, openShop } from './shop.ts'
import { layFoundations, looksOf, putIntoShop, type World } from './world-of-play.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let running: Running
let pool: pg.Pool
let inside: Connection
let setter: Browser
let other: Browser
let lead: Browser
let now = '2026-11-24T07:00:00.000Z'

beforeAll(async () => {
  shop = await openShop()
  running = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0, clock: () => now })
  inside = connect(shop.databaseUrl, () => undefined)
  pool = new pg.Pool({ connectionString: shop.databaseUrl })
  await pool.query('DELETE FROM gauge')
  await layFoundations(inside)
  setter = await new Browser(running.url).signIn('marrow')
  other = await new Browser(running.url).signIn('tansley')
  lead = await new Browser(running.url).signIn('oakhanger')
})
afterAll(async () => {
  await pool.end()
  await inside.pool.end()
  await running.stop()
  await shop.stop()
})

/** A day for each, so that what a shift hands over is of one shift. */
beforeEach(() => {
  now = `${new Date(Date.parse(now) + 86_400_000).toISOString().slice(0, 10)}T07:00:00.000Z`
})

/** What has been played leaves the floor: a look at it is one at the machines that are played, not at all of those before. */
const played: World[] = []
afterEach(async () => {
  for (const { setup } of played.splice(0)) await setter.send('POST', `/api/setups/${setup}/ended`, { id: randomUUID(), reason: 'played' })
})

async function putIn(name: string, at: Scene, routine: string): Promise<World> {
  const world = await putIntoShop(inside, name, at, routine)
  played.push(world)
  return world
}

const later = (minutes = 5) => (now = new Date(Date.parse(now) + minutes * 60_000).toISOString())
const sceneOf = async ({ machine, setup }: World, at = '') =>
  (await setter.send<Scene>('GET', `/api/machines/${machine}/scene?setup=${setup}${at}`)).body

const RELEASE = { person: 'oakhanger', pin: '8642', reason: 'as it is played' }

const looks = (world: World) => looksOf(setter, world)

const undo = async (entry: string, by = other) => {
  later()
  const { status, body } = await by.send<Entry & Problem>('POST', `/api/entries/${entry}/correction`, {
    id: randomUUID(),
    reason: 'it was the wrong one',
  })
  expect(status, body.detail).toBe(200)
}

/** Records a routine on what stands, whatever the checks say. */
async function record(world: World, routine: string, raw: Record<string, string>, step = true): Promise<string | null> {
  const at = await sceneOf(world)
  const agreed = assess(routineById(routine)!, raw, at).values.problems.flatMap(({ kind, input }) => (kind === 'ask' ? [input] : []))
  const { sheet, findings, inputs } = assess(routineById(routine)!, raw, at, agreed)
  if (!sheet.result) return null
  const asked = Object.fromEntries(inputs.flatMap(({ id }) => (raw[id] === undefined ? [] : [[id, raw[id]]])))
  const { status, body } = await setter.send<Entry & Problem>('POST', `/api/machines/${world.machine}/entries`, {
    id: randomUUID(),
    routine,
    inputs: asked,
    agreed,
    setup: world.setup,
    step: step ? 'step' : null,
    basis: Object.fromEntries(
      sheet.result.writes.map(({ register }) => [registerKey(register), at.standing[registerKey(register)]?.entry ?? null]),
    ),
    answers: Object.fromEntries(
      findings.filter(({ verdict }) => verdict === 'query').map((finding) => [findingKey(finding), 'as it is played']),
    ),
    release: findings.some(({ verdict }) => verdict === 'stop') ? RELEASE : null,
  })
  expect(status, body.detail).toBe(200)
  later()
  return body.content.id
}

async function gaugeEvent(id: string, kind: string) {
  later()
  const { status } = await lead.send('POST', `/api/gauges/${id}/events`, { id: randomUUID(), kind, note: 'as it is played' })
  expect(status).toBe(200)
}

const ways = PLAYS.map((play) => [play.name, play] as const)

describe('every routine', () => {
  it('is played', () => expect(new Set(PLAYS.map(({ routine }) => routine))).toEqual(new Set(ROUTINES.map(({ id }) => id))))

  it.each(ways)('%s: recorded and taken back, all is as before', async (name, way) => {
    const { scene: at, raw } = way.play(new Chance(name))
    const world = await putIn(name, at, way.routine)
    later()
    const before = await looks(world)
    const first = await record(world, way.routine, { ...raw })
    expect(first).not.toBeNull()
    await undo(first!)
    expect(await looks(world)).toEqual(before)

    // A gauge fails after the figure was found, and is good again: what is measured anew then, and taken back, makes nothing good.
    const measured = await record(world, way.routine, { ...raw })
    const content = (await setter.send<Entry>('GET', `/api/entries/${measured!}`)).body.content
    for (const { id } of content.gauges) for (const kind of ['failed', 'calibrated']) await gaugeEvent(id, kind)
    later()
    const stale = await looks(world)
    const anew = await record(world, way.routine, { ...raw })
    if (anew !== null) {
      await undo(anew)
      expect(await looks(world)).toEqual(stale)
    }
    await undo(measured!)
    // Over two entries, and through the failed gauge: as it was found in the beginning, in the registers.
    const { standing, sizes } = await sceneOf(world)
    const found = JSON.parse(before.scene!) as Scene
    expect({ standing, sizes }).toEqual({ standing: found.standing, sizes: found.sizes })
  })

  it('leaves a ledger that is whole', async () => {
    expect((await verifyLedger(pool)).faults).toEqual([])
  })
})

/** A mill with a tool, a wear, a zero, and a program that is gone for: ground for every statement. */
async function ground(name: string): Promise<World> {
  const standing = scene([
    [parseRegisterKey('work/G54/X/geometry'), stands(-318_204_000 as never)],
    [parseRegisterKey('work/G54/Y/geometry'), stands(-174_703_000 as never)],
    [parseRegisterKey('work/G54/Z/geometry'), stands(-476_000_000 as never)],
    [parseRegisterKey('tool/4/length/geometry'), stands(103_475_500 as never, { assembly: 'em-12' })],
    [parseRegisterKey('tool/4/length/wear'), stands(-12_000 as never, { assembly: 'em-12' })],
  ])
  const life = { by: 'parts', limit: 50, warning: 45 } as never
  const tools = [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', life, lifeUsed: 7 })]
  return putIn(name, { ...standing, tools }, 'edge')
}

const EDGE = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-323.2060', place: '0' }
const post = async (path: string, body: object, by = setter) => {
  const { status, body: answer } = await by.send<Entry & Problem>('POST', path, { id: randomUUID(), ...body })
  expect(status, JSON.stringify(answer)).toBe(200)
  later()
  return (answer.content?.id ?? (answer as { entry?: Entry }).entry?.content.id)!
}

const edited = async (world: World, register: string, text: string) => {
  const at = await sceneOf(world)
  return post(`/api/machines/${world.machine}/tools`, {
    setup: world.setup,
    edits: [{ register, text }],
    worth: 'measured',
    reason: 'from the bench',
    basis: { [register]: at.standing[register]?.entry ?? null },
    answers: {},
    release: RELEASE,
  })
}

/** What comes before a statement can be made, and the statement; the entry's id. A kind without a line here fails by name. */
const ACTS: Readonly<Record<string, { first?(world: World): Promise<unknown>; act(world: World): Promise<string> }>> = {
  disturbed: {
    act: ({ machine }) => post(`/api/machines/${machine}/disturbed`, { register: 'work/G54/X/geometry', reason: 'vice was bumped' }),
  },
  skipped: { act: ({ setup }) => post(`/api/setups/${setup}/steps/seated/skipped`, { reason: 'it never moved' }) },
  confirmed: { act: ({ setup }) => post(`/api/setups/${setup}/steps/seated/confirmed`, { note: null }) },
  edited: { act: (world) => edited(world, 'tool/4/length/geometry', '103.480') },
  preset: {
    async act(world) {
      const file = Buffer.from('T;L mm;D mm\n4;103.481;12.000\n').toString('base64')
      const body = { sender: `bench-${world.machine}`, file }
      const read = await setter.send<{ differences: { id: string; register?: string }[] }>(
        'POST',
        `/api/machines/${world.machine}/presets/read`,
        body,
      )
      const at = await sceneOf(world)
      const basis = Object.fromEntries(Object.entries(at.standing).map(([key, { entry }]) => [key, entry]))
      expect(read.body.differences.length).toBeGreaterThan(0)
      return post(`/api/machines/${world.machine}/presets`, {
        ...body,
        chosen: read.body.differences.filter(({ register }) => register?.includes('length')).map(({ id }) => id),
        reason: 'from the bench',
        basis,
        answers: {},
        release: RELEASE,
      })
    },
  },
  'tool-changed': {
    async act(world) {
      const id = randomUUID()
      const path = `/api/assemblies/${encodeURIComponent(`${world.machine}/em-12`)}/events`
      const { status, body } = await setter.send('POST', path, { id, kind: 'broken', note: 'on the clamp', amount: null })
      expect(status, JSON.stringify(body)).toBe(200)
      later()
      return id
    },
  },
  carried: {
    async first(world) {
      // What an earlier setup measured in its step.
      await record(world, 'edge', EDGE)
      await post(`/api/setups/${world.setup}/ended`, { reason: 'all parts made' })
      const { operation } = (await setter.send<{ summary: { operation: string } }>('GET', `/api/setups/${world.setup}`)).body.summary
      world.setup = await post('/api/setups', { machine: world.machine, operation, job: world.machine })
    },
    async act({ setup }) {
      const { body } = await setter.send<{ offers: { step: string; figures: { register: string; value: number }[] }[] }>(
        'GET',
        `/api/setups/${setup}/carried`,
      )
      expect(body.offers.map(({ step }) => step)).toEqual(['step'])
      const figures = Object.fromEntries(body.offers.flatMap((offer) => offer.figures.map(({ register, value }) => [register, value])))
      return post(`/api/setups/${setup}/carried`, { steps: ['step'], figures })
    },
  },
  go: {
    async first({ setup }) {
      await keepProgram(setter, setup)
      await makeReady(setter, setup)
    },
    act: ({ setup }) => giveTheGo(setter, setup).then(({ content }) => content.id),
  },
  proven: {
    async first({ setup }) {
      await keepProgram(setter, setup)
      await makeReady(setter, setup)
      await giveTheGo(setter, setup)
    },
    act: ({ setup }) => post(`/api/setups/${setup}/proven`, proof()),
  },
  counted: { act: ({ setup }) => post(`/api/setups/${setup}/parts`, { made: 3, scrapped: 1, reason: 'a dig', unproven: 'a trial' }) },
  ended: { act: ({ setup }) => post(`/api/setups/${setup}/ended`, { reason: 'all parts made' }) },
}
const BY_ROUTINES: readonly EntryKind[] = ['pick-up', 'touch-off', 'calibration', 'measured', 'statement', 'wear']

describe('every statement that can be taken back', () => {
  it('is played', () => expect([...Object.keys(ACTS), ...BY_ROUTINES].sort()).toEqual([...CORRECTABLE].sort()))

  it.each(Object.keys(ACTS))('%s: made and taken back, all is as before', async (kind) => {
    const world = await ground(`statement ${kind}`)
    const { first, act } = ACTS[kind]!
    await first?.(world)
    later()
    const before = await looks(world)
    const entry = await act(world)
    expect((await setter.send<Entry>('GET', `/api/entries/${entry}`)).body.content.kind).toBe(kind)
    expect(await looks(world)).not.toEqual(before)
    await undo(entry)
    expect(await looks(world)).toEqual(before)
  })

  it.each(Object.keys(ACTS))('%s: stands between two measurements that are taken back', async (kind) => {
    const world = await ground(`between ${kind}`)
    const { first, act } = ACTS[kind]!
    if (kind === 'carried' || kind === 'ended') return
    await first?.(world)
    const entry = await act(world)
    later()
    const before = await looks(world)
    const wrong = await record(world, 'edge', EDGE, kind !== 'proven')
    const worse = await record(world, 'edge', { ...EDGE, reading: '-323.2090' }, kind !== 'proven')
    await undo(worse!)
    await undo(wrong!)
    expect(await looks(world)).toEqual(before)
    await undo(entry)
  })
})

describe('a probe', () => {
  it('that was knocked, calibrated on a machine by mistake, and that taken back, is as doubtful as before', async () => {
    const way = PLAYS.find(({ routine }) => routineById(routine)!.kind === 'calibration')!
    const { scene: at, raw } = way.play(new Chance('knocked probe'))
    const world = await putIn('knocked probe', at, way.routine)
    const probe = assess(routineById(way.routine)!, raw, at).sheet.result!.writes.find(({ register }) => register.family === 'probe')!
      .register.slot
    await gaugeEvent(probe, 'knocked')
    later()
    const before = await looks(world)
    expect(before.gauges).toContain('was knocked')
    const calibrated = await record(world, way.routine, { ...raw })
    await undo(calibrated!)
    expect(await looks(world)).toEqual(before)
    const { body } = await setter.send<{ events: { kind: string }[] }>('GET', `/api/gauges/${probe}`)
    expect(body.events.slice(0, 3).map(({ kind }) => kind)).toEqual(['taken-back', 'calibrated', 'knocked'])
    // What happens to it between is not lost by it.
    const again = await record(world, way.routine, { ...raw })
    await gaugeEvent(probe, 'failed')
    await undo(again!)
    const { body: after } = await setter.send<{ gauge: { state: string; doubtful: { because: string; to: string | null }[] } }>(
      'GET',
      `/api/gauges/${probe}`,
    )
    expect(after.gauge.state).toBe('disturbed')
    expect(after.gauge.doubtful.map(({ because }) => because)).toEqual(['was knocked', 'failed its check'])
    expect(after.gauge.doubtful[0]!.to).toBeNull()
  })
})

describe('a figure that goes along with its tool', () => {
  it('is as old as its measurement, for whoever judges it by a gauge', async () => {
    const world = await ground('moved along')
    const moved = {
      number: '9',
      assembly: `${world.machine}/em-12`,
      from: { machine: world.machine, number: '4' },
      carry: true,
      reason: '',
    }
    const before = (await sceneOf(world)).standing['tool/4/length/geometry']!
    await post(`/api/machines/${world.machine}/mounts`, moved)
    const after = (await sceneOf(world)).standing['tool/9/length/geometry']!
    expect(after).toMatchObject({ value: before.value, origin: before.origin, found: { at: before.at, by: before.by } })
    expect(after.at > before.at).toBe(true)
    await post(`/api/machines/${world.machine}/mounts`, { ...moved, number: '10', from: { machine: world.machine, number: '9' } })
    expect((await sceneOf(world)).standing['tool/10/length/geometry']).toMatchObject({ found: { at: before.at, by: before.by } })
  })
})

describe('a shop from before', () => {
  it('reads what was taken back then as it is taken back now, and rewrites nothing', async () => {
    const world = await ground('from before')
    const found = await record(world, 'edge', EDGE)
    const before = (await sceneOf(world)).standing
    const wrong = await record(world, 'edge', { ...EDGE, reading: '-323.9060' })
    await undo(wrong!)
    const entries = async () => (await pool.query('SELECT id, content, hash FROM entry ORDER BY machine, seq')).rows
    const kept = await entries()
    // As it was kept then: the entry that took the other one back spoke for the figure.
    await pool.query(
      `UPDATE register_value v SET entry = c.id, at = c.at, "by" = c."by", seen = false FROM entry c WHERE c.refers = $1 AND v.entry = $2`,
      [wrong, found],
    )
    expect((await sceneOf(world)).standing).not.toEqual(before)
    const migration = readFileSync(new URL('../migrations/0028_found_by.sql', import.meta.url), 'utf8')
    for (const statement of migration.split('--> statement-breakpoint')) await pool.query(statement)
    expect((await sceneOf(world)).standing).toEqual(before)
    expect(await entries()).toEqual(kept)
    expect((await verifyLedger(pool)).faults).toEqual([])
  })
})

describe('a figure that is put back', () => {
  it('is the finder\u2019s again, at the moment it was found, seen if it was seen', async () => {
    const world = await ground('author')
    const X = 'work/G54/X/geometry'
    const found = await record(world, 'edge', EDGE)
    const { content } = (await setter.send<Entry>('GET', `/api/entries/${found!}`)).body
    await post(`/api/entries/${found!}/seen`, { key: content.readouts[0]!.key })
    const before = (await sceneOf(world)).standing[X]
    expect(before).toMatchObject({ entry: found, by: 'Marrow', seen: true, setup: world.setup })
    const wrong = await record(world, 'edge', { ...EDGE, reading: '-323.3060' })
    await undo(wrong!, other)
    expect((await sceneOf(world)).standing[X]).toEqual(before)
    // And it can be taken back in its turn.
    await undo(found!, other)
    expect((await sceneOf(world)).standing[X]).toMatchObject({
      by: 'Marrow',
      at: '2026-11-23T02:14:00.000Z',
      setup: world.machine + '-before',
    })
  })

  it('stood at every moment as it was looked at then', async () => {
    const world = await ground('moments')
    const seen: [string, string][] = []
    const look = async () => {
      const { now: _now, ...rest } = await sceneOf(world)
      seen.push([now, canonical(JSON.parse(JSON.stringify(rest)) as Json)])
      later()
    }
    await look()
    const one = await record(world, 'edge', EDGE)
    await look()
    const two = await record(world, 'edge', { ...EDGE, reading: '-323.2090' })
    await look()
    await undo(two!)
    await look()
    await undo(one!)
    await look()
    await record(world, 'edge', EDGE)
    await look()
    for (const [at, before] of seen) {
      const { now: _now, ...rest } = await sceneOf(world, `&at=${at}`)
      expect(canonical(JSON.parse(JSON.stringify(rest)) as Json), at).toBe(before)
    }
  })

  it('cut parts in each time that it stood, and not in the one between', async () => {
    const world = await ground('cut between')
    const one = await record(world, 'edge', EDGE)
    const count = (made: number) => post(`/api/setups/${world.setup}/parts`, { made, scrapped: 0, reason: null, unproven: 'a trial' })
    await count(1)
    const two = await record(world, 'edge', { ...EDGE, reading: '-323.2090' })
    await count(10)
    await undo(two!)
    await count(2)
    const made = async (entry: string) =>
      (await setter.send<{ to: string | null; counts: { made: number }[] }>('GET', `/api/entries/${entry}/parts`)).body
    expect((await made(one!)).counts.map((line) => line.made)).toEqual([1, 2])
    expect((await made(two!)).counts.map((line) => line.made)).toEqual([10])
    expect((await made(one!)).to).toBeNull()
  })
})
