import { randomUUID } from 'node:crypto'
import type { ProgramRead, Scene } from '@rook/core'
import type { Entry, FloorMachine } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '../src/base/db/client.ts'
import { FileReaders } from '../src/base/files/file-readers.ts'
import { Overview } from '../src/floor/overview.ts'
import { ProgramReads } from '../src/programs/reads.ts'
import { startServer, type Running } from '../src/server.ts'
import { keepProgram } from './go-through.ts'
import { Browser, edgeEntry, MILL, openShop } from './shop.ts'

/** A shop whose clock the test sets. */
let shop: Awaited<ReturnType<typeof openShop>>
let running: Running
let now = '2027-01-10T06:00:00.000Z'
let setter: Browser
let lead: Browser
beforeAll(async () => {
  shop = await openShop()
  running = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0, clock: () => now })
  setter = await new Browser(running.url).signIn('marrow')
  lead = await new Browser(running.url).signIn('oakhanger')
})
afterAll(async () => {
  await running.stop()
  await shop.stop()
})

const sceneAt = async (at?: string, setup = true) =>
  (await setter.send<Scene>('GET', `/api/machines/mill-3/scene?${setup ? 'setup=now' : ''}${at ? `&at=${at}` : ''}`)).body
const X = 'work/G54/X/geometry'

describe('the scene of a machine', () => {
  it('is what it was at every moment at which something changed, all of it', async () => {
    const seen: [string, Scene][] = []
    const look = async () => {
      seen.push([now, await sceneAt()])
      now = new Date(Date.parse(now) + 600_000).toISOString()
    }
    const done = async (answer: Promise<{ status: number; body: unknown }>) => {
      const { status, body } = await answer
      expect(status, JSON.stringify(body)).toBe(200)
      await look()
    }
    const basis = async () => ({ [X]: (await sceneAt()).standing[X]?.entry ?? null })
    await look()
    await done(setter.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() }))
    await done(setter.send('POST', '/api/machines/mill-3/entries', edgeEntry({ basis: await basis(), answers: {} })))
    await done(
      lead.send('POST', '/api/gauges/shim/events', {
        id: randomUUID(),
        kind: 'calibrated',
        note: 'certificate',
        size: 1_000_400,
        uncertainty: null,
      }),
    )
    const second = edgeEntry({ basis: await basis(), answers: {} }, { reading: '-318.2060' })
    await done(setter.send('POST', '/api/machines/mill-3/entries', second))
    await done(lead.send('PUT', '/api/machines/mill-3', { ...MILL, limits: { zeroMoves: 20_000 } }))
    await done(setter.send('POST', `/api/entries/${second.id}/correction`, { id: randomUUID(), reason: 'a chip lay between' }))
    await done(setter.send('POST', '/api/machines/mill-3/mounts', { id: randomUUID(), number: '4', assembly: null }))
    const tool = {
      name: 'End mill 16',
      kind: 'end-mill',
      holder: null,
      turning: 'right',
      flutes: 4,
      properties: {},
      estimate: 98_000_000,
      edges: { rule: 'longest', spread: null },
      life: null,
    }
    await done(setter.send('POST', '/api/assemblies', { id: 'em-16', ...tool }))
    const mount = {
      id: randomUUID(),
      number: '7',
      assembly: 'em-16',
      offset: '7',
      diameterOffset: '7',
      from: null,
      carry: false,
      reason: '',
    }
    await done(setter.send('POST', '/api/machines/mill-3/mounts', mount))
    await done(setter.send('PUT', '/api/assemblies/em-16', { ...tool, name: 'End mill 16, reground' }))
    await done(setter.send('POST', '/api/machines/mill-3/disturbed', { id: randomUUID(), register: X, reason: 'the vise was knocked' }))
    await done(setter.send('POST', '/api/machines/mill-3/powered', { id: randomUUID() }))

    for (const [at, then] of seen)
      expect(await sceneAt(new Date(Date.parse(at) + 1).toISOString()), at).toEqual({
        ...then,
        now: new Date(Date.parse(at) + 1).toISOString(),
      })
  })

  it('was nothing before there was anything', async () => {
    const before = await sceneAt('2027-01-02T00:00:00.000Z')
    expect(before.standing).toEqual({})
    expect(before.homedAt).toBeNull()
    const never = await setter.send('GET', '/api/machines/nowhere/scene?at=2027-01-02T00:00:00.000Z')
    expect(never.status).toBe(404)
  })

  it('counts what was seen on the control from when it was seen', async () => {
    now = '2027-01-11T06:00:00.000Z'
    await setter.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })
    const basis = { [X]: (await sceneAt()).standing[X]!.entry }
    const made = await setter.send<Entry>('POST', '/api/machines/mill-3/entries', edgeEntry({ basis, answers: {} }))
    const unseen = now
    now = '2027-01-11T07:00:00.000Z'
    const key = made.body.content.readouts[0]!.key
    expect((await setter.send('POST', `/api/entries/${made.body.content.id}/seen`, { id: randomUUID(), key })).status).toBe(200)
    now = '2027-01-11T08:00:00.000Z'
    expect((await sceneAt(unseen)).standing[X]!.seen).toBe(false)
    expect((await sceneAt('2027-01-11T07:30:00.000Z')).standing[X]!.seen).toBe(true)
  })
})

describe('what was before', () => {
  // Planned while the ledger was empty, a walk over all of it looks cheap, and stays so for as long as the connection lasts.
  it.each(['formerly', 'sizes_worn', 'stood'])(
    'is read by %s along its index, whatever the planner knew when it first planned',
    async (name) => {
      const { rows } = await running.connection.pool.query<{ settings: string[] }>(
        'SELECT proconfig AS settings FROM pg_proc WHERE proname = $1',
        [name],
      )
      for (const way of ['enable_seqscan', 'enable_bitmapscan', 'enable_sort']) expect(rows[0]!.settings).toContain(`${way}=off`)
    },
  )
})

describe('editions', () => {
  it('say from when and by whom, for everything that a setup consists of', async () => {
    const { rows } = await running.connection.pool.query<{ thing: string; key: string; person: string | null; at: Date; emptied: boolean }>(
      `SELECT thing, key, person, at, content IS NULL AS emptied FROM edition WHERE link > 1 OR person IS NOT NULL ORDER BY at, thing, link`,
    )
    expect(rows.map(({ thing, key, person, emptied }) => [thing, key, person, emptied])).toEqual([
      ['gauge', 'shim', 'oakhanger', false],
      ['machine', 'mill-3', 'oakhanger', false],
      ['mount', 'mill-3/4', 'marrow', true],
      ['assembly', 'em-16', 'marrow', false],
      ['mount', 'mill-3/7', 'marrow', false],
      ['assembly', 'em-16', 'marrow', false],
    ])
  })

  it('are not made by what changes nothing', async () => {
    const before = await running.connection.pool.query('SELECT 1 FROM edition')
    await lead.send('PUT', '/api/machines/mill-3', { ...MILL, limits: { zeroMoves: 20_000 } })
    expect((await running.connection.pool.query('SELECT 1 FROM edition')).rowCount).toBe(before.rowCount)
  })
})

describe('the floor', () => {
  const floor = async (browser = setter) => (await browser.send<FloorMachine[]>('GET', '/api/floor')).body
  const mill = async () => (await floor()).find(({ machine }) => machine.id === 'mill-3')!

  it('is never older than what was recorded before it was asked for, here or in another process', async () => {
    const other = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0, clock: () => now })
    const there = await new Browser(other.url).signIn('tansley')
    for (let turn = 0; turn < 10; turn++) {
      now = new Date(Date.parse(now) + 1_000).toISOString()
      const homed = await there.send<Entry>('POST', '/api/machines/mill-3/homed', { id: randomUUID() })
      expect((await mill()).last!.id).toBe(homed.body.content.id)
    }
    await other.stop()
  })

  it('says that a gauge on which something rests has failed, although nothing was recorded', async () => {
    expect((await mill()).notices.some(({ sentence }) => sentence.includes('Finder 10'))).toBe(false)
    await lead.send('POST', '/api/gauges/finder/events', { id: randomUUID(), kind: 'failed', note: '0.03 off against the pin' })
    expect((await mill()).notices.some(({ sentence }) => sentence.includes('Finder 10'))).toBe(true)
  })

  it('is asked of the database in a handful of questions, and once for all who ask together', async () => {
    const connection = connect(shop.appUrl, () => undefined)
    const asked: string[] = []
    connection.pool.on('connect', (client) => {
      const own = client.query.bind(client) as (...args: unknown[]) => unknown
      client.query = ((...args: unknown[]) => {
        asked.push(String((args[0] as { name?: string }).name ?? args[0]))
        return own(...args)
      }) as typeof client.query
    })
    const overview = new Overview(connection, new ProgramReads(new FileReaders()))
    await overview.read(now)
    // Marks, programs, begin, cards, setups, their entries, issues, parts, goes, versions, shop, gauges, commit: however many setups there are.
    expect(asked.length, asked.join('; ')).toBeLessThanOrEqual(13)
    asked.length = 0
    const floors = await Promise.all(Array.from({ length: 40 }, () => overview.read(now)))
    // One look that runs when the others come, and one that they share.
    expect(asked).toEqual(['floor-marks', 'floor-marks'])
    expect(new Set(floors.slice(1)).size).toBe(1)
    await connection.pool.end()
  })

  it('is whole where the text of a program has been read just while its card is made, and says so the next time', async () => {
    await keepProgram(setter, 'now')
    const connection = connect(shop.appUrl, () => undefined)
    let [read, isRead] = [() => undefined as void, false]
    const reading = new Promise<ProgramRead>((done) => (read = () => done({} as ProgramRead)))
    class Late extends ProgramReads {
      override of = () => reading
      override atHand = (...text: Parameters<ProgramReads['atHand']>) => (isRead ? reads.atHand(...text) : null)
    }
    const reads = new ProgramReads(new FileReaders())
    connection.pool.on('connect', (client) => {
      const own = client.query.bind(client) as (...args: unknown[]) => unknown
      client.query = ((...args: unknown[]) => {
        // The cards are made, and nobody has been told of them yet.
        if (/^commit$/i.test(String(args[0]))) read()
        return own(...args)
      }) as typeof client.query
    })
    const overview = new Overview(connection, new Late(new FileReaders()))
    const first = await overview.read(now)
    expect(first.map(({ machine }) => machine.id)).toEqual(['mill-3', 'lathe-2'])
    isRead = true
    const second = await overview.read(now)
    expect(second[0]).not.toBe(first[0])
    expect(second[1]).toBe(first[1])
    await connection.pool.end()
  })
})
