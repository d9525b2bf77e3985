import { randomUUID } from 'node:crypto'
import { inch, mm, type Scene } from '@rook/core'
import type { AssemblyPage, AssemblyRecord, Entry, Problem } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let lead: Browser
const PLAIN = {
  kind: 'end-mill',
  holder: null,
  turning: 'right',
  flutes: 4,
  properties: {},
  estimate: null,
  edges: { rule: 'longest', spread: null },
  life: null,
}

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  lead = await new Browser(shop.url).signIn('oakhanger')
})
afterAll(() => shop.stop())

const scene = async (machine = 'mill-3') => (await marrow.send<Scene>('GET', `/api/machines/${machine}/scene`)).body
const add = (id: string, more: object = {}) =>
  marrow.send<AssemblyRecord & Problem>('POST', '/api/assemblies', { ...PLAIN, id, name: `Tool ${id}`, ...more })
const mount = (body: object, machine = 'mill-3') =>
  marrow.send<Entry & Problem>('POST', `/api/machines/${machine}/mounts`, { id: randomUUID(), ...body })
const edit = async (edits: [string, string][], more: object = {}) => {
  const { standing } = await scene()
  return marrow.send<Entry & Problem>('POST', '/api/machines/mill-3/tools', {
    id: randomUUID(),
    edits: edits.map(([register, text]) => ({ register, text })),
    worth: 'measured',
    reason: 'from the presetting bench',
    basis: Object.fromEntries(edits.map(([register]) => [register, standing[register]?.entry ?? null])),
    ...more,
  })
}
const happen = (id: string, kind: string, more: object = {}) =>
  marrow.send<AssemblyPage & Problem>('POST', `/api/assemblies/${id}/events`, {
    id: randomUUID(),
    kind,
    note: 'seen at the machine',
    ...more,
  })

describe('the drawer', () => {
  it('is looked through by words, wherever they stand, and answers with the first that fit and how many do', async () => {
    for (const [id, more] of Object.entries({
      'look-1': { name: 'Drill 3.3', kind: 'drill', holder: 'Collet 20%' },
      'look-2': { name: 'Drill 3.4', kind: 'drill', holder: 'Shrink_3' },
      'look-3': { name: 'Slot cutter', kind: 'end-mill', holder: 'Shrink 6' },
    }))
      expect((await add(id, more)).status).toBe(200)
    const look = async (query: string) =>
      (
        await marrow.send<{ assemblies: AssemblyRecord[]; of: number; all: number; mounted: Record<string, number> }>(
          'GET',
          `/api/assemblies?${query}`,
        )
      ).body
    const ids = async (find: string) => (await look(`find=${encodeURIComponent(find)}`)).assemblies.map(({ id }) => id)
    expect(await ids('look-')).toEqual(['look-1', 'look-2', 'look-3'])
    expect(await ids('shrink LOOK')).toEqual(['look-2', 'look-3'])
    expect(await ids('look end')).toEqual(['look-3'])
    // Signs that stand for something in a search are only themselves.
    expect(await ids('20%')).toEqual(['look-1'])
    expect(await ids('k_3')).toEqual(['look-2'])
    const { assemblies, of, all, mounted } = await look('find=look-&limit=2')
    expect([assemblies.length, of]).toEqual([2, 3])
    expect(all).toBeGreaterThan(3)
    expect(mounted['mill-3']).toBeGreaterThan(0)
    const firsts = (await look('spareFirst=true&limit=300')).assemblies.map((one) => one.mounted !== null)
    expect(firsts).toEqual([...firsts].sort())
    expect((await look('where=mounted&limit=300')).assemblies.every((one) => one.mounted !== null)).toBe(true)
    expect((await marrow.send('GET', '/api/assemblies?limit=9999')).status).toBe(400)
  })
})

describe('the drawer', () => {
  it('takes a tool once, and keeps what is known of it', async () => {
    expect((await add('em-08', { properties: { DC: mm(8), RE: mm(0.2) }, life: { by: 'parts', limit: 50, warning: 40 } })).status).toBe(200)
    expect(await add('em-08')).toMatchObject({ status: 409, body: { code: 'id-taken' } })
    const { body } = await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')
    expect(body.assembly).toMatchObject({ name: 'Tool em-08', properties: { DC: mm(8) }, mounted: null, lifeUsed: 0 })
    expect(body.events.map(({ kind }) => kind)).toEqual(['added'])
  })

  it('refuses what cannot be, naming the figure', async () => {
    for (const [more, words] of [
      [{ properties: { DC: mm(6), RE: mm(6) } }, 'corner radius'],
      [{ properties: { DC: mm(-6) } }, 'more than zero'],
      [{ life: { by: 'parts', limit: 10, warning: 20 } }, 'below the limit'],
      [{ flutes: 2.5 }, 'whole number'],
      [{ name: '  ' }, 'Name'],
      [{ kind: 'hammer' }, ''],
    ] as const) {
      const { status, body } = await add(`bad-${randomUUID().slice(0, 6)}`, more)
      expect(status).toBe(400)
      expect(body.detail).toContain(words)
    }
    expect((await add('a/b')).status).toBe(400)
  })

  it('says what was changed, and by whom', async () => {
    const {
      id: _id,
      lifeUsed: _used,
      mounted: _at,
      ...record
    } = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body.assembly
    const changed = await lead.send<AssemblyRecord>('PUT', '/api/assemblies/em-08', { ...record, holder: 'Collet 8', estimate: mm(101) })
    expect(changed.status).toBe(200)
    const { events } = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body
    expect(events[0]).toMatchObject({ kind: 'changed', by: 'Oakhanger', note: 'holder, rough length' })
    expect((await marrow.send('PUT', '/api/assemblies/nowhere', record)).status).toBe(404)
  })
})

describe('a pocket', () => {
  it('takes a tool with its H and D, and the machine\u2019s chain says so', async () => {
    const { status, body } = await mount({ number: '8', assembly: 'em-08', offset: '8', diameterOffset: '58' })
    expect(status).toBe(200)
    expect(body.content).toMatchObject({ kind: 'mounted', title: 'Tool em-08 mounted in T8, H8 D58', writes: [] })
    expect((await scene()).tools.find(({ number }) => number === '8')).toMatchObject({
      assembly: 'em-08',
      offset: '8',
      diameterOffset: '58',
    })
  })

  it('does not take a tool that sits elsewhere, one that is full, or numbers that are not there', async () => {
    await add('em-09')
    expect(await mount({ number: '9', assembly: 'em-08' })).toMatchObject({
      status: 409,
      body: { code: 'mounted-elsewhere', detail: 'Tool em-08 sits in T8 on Mill 3. Take it out there, or move it from there to T9.' },
    })
    expect(await mount({ number: '8', assembly: 'em-09' })).toMatchObject({ status: 409, body: { code: 'pocket-taken' } })
    expect(await mount({ number: '9', assembly: 'em-09', offset: '412' })).toMatchObject({
      status: 422,
      body: { code: 'offset-number', detail: expect.stringContaining('offset numbers 1 to 200') as string },
    })
    expect(await mount({ number: '9', assembly: 'em-09', offset: '8' })).toMatchObject({ status: 409, body: { code: 'number-taken' } })
    expect((await mount({ number: '0', assembly: 'em-09' })).status).toBe(400)
    expect((await mount({ number: '9', assembly: 'nothing' })).status).toBe(404)
    expect(await mount({ number: '99', assembly: null })).toMatchObject({ status: 409, body: { code: 'pocket-empty' } })
  })

  it('gives its tool up to another one in one entry, and only the tool that was seen there', async () => {
    for (const id of ['em-a', 'em-b']) await add(id)
    await mount({ number: '30', assembly: 'em-a', offset: '31', diameterOffset: '32' })
    await edit([['tool/31/length/geometry', '99.5']])
    const blind = await mount({ number: '30', assembly: 'em-b', replaces: 'em-08' })
    expect(blind).toMatchObject({
      status: 409,
      body: { code: 'pocket-taken', detail: expect.stringContaining('holds Tool em-a') as string },
    })
    const { body } = await mount({ number: '30', assembly: 'em-b', replaces: 'em-a', reason: 'edge chipped' })
    expect(body.content.title).toBe('Tool em-b mounted in T30 in place of Tool em-a, H31 D32')
    const page = async (id: string) => (await marrow.send<AssemblyPage>('GET', `/api/assemblies/${id}`)).body
    const [old, now] = [await page('em-a'), await page('em-b')]
    expect(old.assembly.mounted).toBeNull()
    expect(old.events[0]).toMatchObject({ kind: 'taken-out', note: 'edge chipped', entry: body.content.id })
    expect(now.assembly.mounted).toMatchObject({ number: '30', offset: '31', diameterOffset: '32' })
    // What was measured on the old one is no figure of the new one.
    expect((await scene()).standing['tool/31/length/geometry']).toMatchObject({ assembly: 'em-a' })
    expect((await verifyLedger(shop.connection.pool)).faults).toEqual([])
    await mount({ number: '30', assembly: null })
  })

  it('two people mounting the same tool at once: one of them', async () => {
    const [a, b] = await Promise.all([mount({ number: '20', assembly: 'em-09' }), mount({ number: '21', assembly: 'em-09' })])
    expect([a.status, b.status].sort()).toEqual([200, 409])
    const at = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-09')).body.assembly.mounted
    expect(['20', '21']).toContain(at?.number)
  })

  it('a move takes the figures along within the machine, and leaves what stood there stale', async () => {
    await edit([['tool/8/length/geometry', '101.2345']])
    const moved = await mount({ number: '11', assembly: 'em-08', from: { machine: 'mill-3', number: '8' }, carry: true })
    expect(moved.body.content.writes).toMatchObject([
      { register: 'tool/11/length/geometry', after: mm(101.2345), state: 'set', assembly: 'em-08' },
    ])
    const { standing } = await scene()
    expect(standing['tool/11/length/geometry']?.origin).toBe(standing['tool/8/length/geometry']?.entry)
    expect(await mount({ number: '12', assembly: 'em-08', from: { machine: 'mill-3', number: '8' } })).toMatchObject({
      status: 409,
      body: { code: 'mounted-elsewhere' },
    })
  })

  it('is emptied, and what stands for the tool is stale on the floor', async () => {
    await edit([['tool/4/length/geometry', '103.5']])
    expect((await mount({ number: '4', assembly: null })).status).toBe(200)
    const floor = await marrow.send<{ machine: { id: string }; notices: { sentence: string }[] }[]>('GET', '/api/floor')
    const notices = floor.body.find(({ machine }) => machine.id === 'mill-3')!.notices.map(({ sentence }) => sentence)
    expect(notices.join()).toContain('H4 length: the tool it was found on has been taken out')
    expect((await mount({ number: '4', assembly: 'em-12' })).status).toBe(200)
  })
})

describe('the tools table', () => {
  it('records several figures together, as one entry with its reason', async () => {
    const { status, body } = await edit([
      ['tool/11/length/geometry', '101.2400'],
      ['tool/11/radius/geometry', '8/2'],
      ['tool/11/radius/wear', '-.005'],
    ])
    expect(status).toBe(200)
    expect(body.content).toMatchObject({ kind: 'edited', reason: 'from the presetting bench' })
    expect(body.content.writes.map(({ name, after }) => [name, after])).toEqual([
      ['H11 length', mm(101.24)],
      ['D11 radius', mm(4)],
      ['D11 radius wear', mm(-0.005)],
    ])
  })

  it('records none when one is wrong, and says which', async () => {
    const before = (await scene()).standing
    const refused = await edit([
      ['tool/11/length/geometry', '101.3'],
      ['tool/11/radius/geometry', 'eight'],
    ])
    expect(refused).toMatchObject({
      status: 422,
      body: { fields: { 'tool/11/radius/geometry': expect.stringContaining('D11 radius') as string } },
    })
    expect(refused.body.detail).toContain('Nothing was recorded')
    expect((await scene()).standing).toEqual(before)
  })

  it('stops a diameter in a radius register until a lead releases it', async () => {
    const stopped = await edit([['tool/11/radius/geometry', '8']])
    expect(stopped).toMatchObject({ status: 422, body: { code: 'stopped' } })
    expect(stopped.body.detail).toContain('had been doubled')
    const wrong = await edit([['tool/11/radius/geometry', '8']], { release: { person: 'oakhanger', pin: '0000', reason: 'it is right' } })
    expect(wrong.status).toBe(401)
  })

  it('loses cleanly to somebody who wrote in between', async () => {
    const lost = await edit([['tool/11/length/geometry', '101.25']], { basis: { 'tool/11/length/geometry': randomUUID() } })
    expect(lost).toMatchObject({ status: 409, body: { code: 'register-moved-on' } })
  })

  it('refuses what is no tool offset, no change, no reason', async () => {
    expect(await edit([['work/G54/X/geometry', '1']])).toMatchObject({ status: 422, body: { code: 'not-a-register' } })
    expect(await edit([['tool/11/length/geometry', '101.24']])).toMatchObject({ status: 422, body: { code: 'no-change' } })
    expect((await edit([['tool/11/length/geometry', '101.3']], { reason: 'x' })).status).toBe(400)
    expect((await edit([])).status).toBe(400)
    expect(await edit([['tool/412/length/geometry', '100']])).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('1 to 200') as string },
    })
    expect(await edit([['tool/11/length/geometry', '1012.4']])).toMatchObject({ status: 422, body: { code: 'stopped' } })
  })
})

describe('what happens to a tool', () => {
  it('uses up its life, with a warning in its own unit', async () => {
    expect((await happen('em-08', 'used', { amount: 42 })).body.assembly.lifeUsed).toBe(42)
    expect(await happen('em-08', 'used', { amount: -1 })).toMatchObject({ status: 422 })
    expect(await happen('em-09', 'used', { amount: 1 })).toMatchObject({ status: 409, body: { code: 'no-life' } })
  })

  it('a new insert: life begins anew, wear goes to zero, geometry is an estimate, all in one entry', async () => {
    const id = randomUUID()
    const { body } = await happen('em-08', 'insert-changed', { id })
    expect(body.assembly.lifeUsed).toBe(0)
    expect(body.events[0]).toMatchObject({ kind: 'insert-changed', amount: 42, entry: id })
    const { content } = (await marrow.send<Entry>('GET', `/api/entries/${id}`)).body
    expect(content.writes.map(({ register, state }) => `${register} ${state}`)).toEqual([
      'tool/11/length/geometry estimated',
      'tool/11/radius/geometry estimated',
      'tool/11/radius/wear deliberately-zero',
      // The number that it was called by before it was moved.
      'tool/8/length/geometry estimated',
    ])
    expect((await happen('em-08', 'insert-changed', { id })).body.events).toHaveLength(body.events.length)
  })

  it('taken back, gives the figures and the life back', async () => {
    const before = await scene()
    await happen('em-08', 'used', { amount: 7 })
    const id = randomUUID()
    await happen('em-08', 'reground', { id })
    await happen('em-08', 'used', { amount: 2 })
    const undone = await marrow.send<Entry>('POST', `/api/entries/${id}/correction`, { id: randomUUID(), reason: 'it was the other tool' })
    expect(undone.status).toBe(200)
    expect((await scene()).standing['tool/11/length/geometry']).toMatchObject({ state: before.standing['tool/11/length/geometry']!.state })
    const { assembly, events } = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body
    expect(assembly.lifeUsed).toBe(9)
    expect(events[0]!.note).toBe('taken back: reground')
  })

  it('said by several people at once is never a fault of the program', async () => {
    const id = randomUUID()
    const at = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body.assembly.mounted!
    const answers = await Promise.all([
      happen('em-08', 'reground', { id }),
      happen('em-08', 'reground', { id }),
      happen('em-08', 'insert-changed'),
      mount({ number: '33', assembly: 'em-08', from: { machine: 'mill-3', number: at.number }, carry: true }),
      mount({ number: at.number, assembly: 'em-08', from: { machine: 'mill-3', number: '33' }, carry: true }),
    ])
    for (const { status } of answers) expect(status).toBeLessThan(500)
    const now = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body.assembly.mounted!
    if (now.number !== '11') await mount({ number: '11', assembly: 'em-08', from: { machine: 'mill-3', number: now.number }, carry: true })
  })

  it('broken: the geometry must not be used', async () => {
    await happen('em-08', 'broken')
    expect((await scene()).standing['tool/11/length/geometry']?.state).toBe('disturbed')
    expect(await happen('em-08', 'broken', { note: ' ' })).toMatchObject({ status: 422, body: { code: 'reason' } })
    expect((await happen('nowhere', 'broken')).status).toBe(404)
    // The drawer says it too, until it has a new edge.
    const broken = async () => (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body.assembly.broken
    expect(await broken()).toBe(true)
    await happen('em-08', 'reground')
    expect(await broken()).toBe(false)
    await happen('em-08', 'broken')
    expect(await broken()).toBe(true)
    const { entry } = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body.events[0]!
    await marrow.send('POST', `/api/entries/${entry}/correction`, { id: randomUUID(), reason: 'the wrong tool was named' })
    expect(await broken()).toBe(false)
  })
})

describe('cutting load', () => {
  const load = (more: object = {}) =>
    marrow.send<AssemblyPage & Problem>('POST', '/api/assemblies/em-08/loads', {
      id: randomUUID(),
      section: 'pocket',
      value: 40,
      unit: '%',
      warning: 0.2,
      alarm: 0.4,
      ...more,
    })

  it('keeps a sample cut and what was seen after it, in order', async () => {
    const id = randomUUID()
    await load({ id })
    const seen = await marrow.send<AssemblyPage & Problem>('POST', `/api/loads/${id}/seen`, {
      id: randomUUID(),
      text: '1;41\n2;44,5\n3\t50',
    })
    expect(seen.body.loads[0]).toMatchObject({ section: 'pocket', value: 40 })
    expect(seen.body.loads[0]!.seen.map(({ part, value }) => [part, value])).toEqual([
      ['1', 41],
      ['2', 44.5],
      ['3', 50],
    ])
  })

  it('moves no limit over the same sample cut without a word, and keeps the word', async () => {
    await load({ section: 'slot' })
    const raised = await load({ section: 'slot', alarm: 0.8 })
    expect(raised).toMatchObject({
      status: 422,
      body: { fields: { note: expect.stringContaining('alarm 40 % to warning 20 %, alarm 80 %') as string } },
    })
    const { body } = await load({ section: 'slot', alarm: 0.8, note: 'it alarmed on every entry into the corner' })
    expect(body.loads.filter(({ section }) => section === 'slot').map(({ alarm, note }) => [alarm, note])).toEqual([
      [0.8, 'it alarmed on every entry into the corner'],
      [0.4, null],
    ])
    // A new cut has limits of its own, and none so wide that they watch nothing.
    expect((await load({ section: 'slot', value: 44 })).status).toBe(200)
    expect((await load({ section: 'slot', value: 45, alarm: 9 })).body.detail).toContain('waits for 450 %')
  })

  it('refuses an alarm below its warning, and lines that cannot be read, whole', async () => {
    expect(await load({ alarm: 0.1 })).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('above the warning') as string },
    })
    const id = randomUUID()
    await load({ id, section: 'face' })
    expect(await marrow.send('POST', `/api/loads/${id}/seen`, { id: randomUUID(), text: '1;41\n2;high' })).toMatchObject({ status: 422 })
    const { loads } = (await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')).body
    expect(loads.find(({ section }) => section === 'face')!.seen).toEqual([])
    expect((await marrow.send('POST', `/api/loads/${randomUUID()}/seen`, { id: randomUUID(), text: '1;1' })).status).toBe(404)
  })
})

describe('what is on record of a tool', () => {
  it.each(['assembly_event', 'load_baseline', 'load_seen'])(
    'is never changed in %s, not even by the owner of the database',
    async (table) => {
      const client = new pg.Client({ connectionString: shop.databaseUrl })
      await client.connect()
      try {
        const { rows } = await client.query<{ n: string }>(`SELECT count(*) AS n FROM ${table}`)
        expect(Number(rows[0]!.n)).toBeGreaterThan(0)
        for (const change of [`UPDATE ${table} SET at = now()`, `DELETE FROM ${table}`, `TRUNCATE ${table} CASCADE`])
          await expect(client.query(change)).rejects.toThrow(/append-only/)
      } finally {
        await client.end()
      }
    },
  )
})

describe('another machine', () => {
  it('gets the diameter of a moved tool as an estimate, in its own unit, and no length that means nothing there', async () => {
    await lead.send('POST', '/api/machines', {
      name: 'Mill 5',
      kind: 'mill',
      unit: 'in',
      increment: inch(0.0001),
      travels: ['X', 'Y', 'Z'].map((axis) => ({ axis, min: inch(-20), max: 0 })),
      slots: [{ code: 'G54', name: null }],
      lengthConvention: 'touch-off',
      diameterRegister: 'diameter',
      xReads: 'diameter',
    })
    await add('em-10', { properties: { DC: mm(10) } })
    await mount({ number: '30', assembly: 'em-10' })
    await edit([
      ['tool/30/length/geometry', '110'],
      ['tool/30/radius/geometry', '5'],
    ])
    const moved = await mount({ number: '3', assembly: 'em-10', from: { machine: 'mill-3', number: '30' }, carry: true }, 'mill-5')
    expect(moved.body.content.writes).toMatchObject([{ register: 'tool/3/diameter/geometry', after: inch(0.3937), state: 'estimated' }])
    const { entries } = (await marrow.send<{ entries: { title: string }[] }>('GET', '/api/entries?machine=mill-3&limit=1')).body
    expect(entries[0]!.title).toBe('Tool em-10 taken out of T30, moved to Mill 5')
  })
})
