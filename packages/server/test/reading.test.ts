import { randomUUID } from 'node:crypto'
import { mm, type Scene } from '@rook/core'
import type { Entry, EntryLine, FloorMachine, Setup } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let tansley: Browser
const ENTRIES = '/api/machines/mill-3/entries'
const list = async (query: string) =>
  (await marrow.send<{ entries: EntryLine[]; next: string | null }>('GET', `/api/entries?${query}`)).body
const ids: string[] = []

/** Records edges one after the other, each knowing the one before. */
async function record(browser: Browser, readings: string[], slot = 'G54', more: object = {}): Promise<void> {
  for (const reading of readings) {
    const { body: scene } = await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')
    const basis = { [`work/${slot}/X/geometry`]: scene.standing[`work/${slot}/X/geometry`]?.entry ?? null }
    const answer = await browser.send<Entry>('POST', ENTRIES, edgeEntry({ basis, ...more }, { reading, slot }))
    expect(answer.status).toBe(200)
    ids.push(answer.body.content.id)
  }
}

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  tansley = await new Browser(shop.url).signIn('tansley')
  await marrow.send('POST', '/api/setups/now/steps/homed/confirmed', { id: randomUUID() })
  await record(marrow, ['-318.2040', '-318.2043', '-318.2037'], 'G54', { answers: {} })
  await record(tansley, ['-318.2041', '-318.2044'], 'G54', { answers: {} })
})
afterAll(() => shop.stop())

describe('the ledger as a list', () => {
  it('is newest first, a page at a time, and every entry stands on exactly one page', async () => {
    const seen: string[] = []
    let before = ''
    for (let pages = 0; pages < 10; pages++) {
      const page = await list(`machine=mill-3&limit=2${before && `&before=${encodeURIComponent(before)}`}`)
      seen.push(...page.entries.map(({ id }) => id))
      if (!page.next) break
      expect(page.entries).toHaveLength(2)
      before = page.next
    }
    expect(seen.slice(0, 5)).toEqual([...ids].reverse())
    expect(new Set(seen).size).toBe(6)
  })

  it('is narrowed by machine, register, person and setup', async () => {
    expect((await list('machine=lathe-2')).entries).toEqual([])
    expect((await list('register=work/G54/X/geometry')).entries).toHaveLength(5)
    expect((await list('register=work/G55/X/geometry')).entries).toEqual([])
    expect((await list('person=tansley')).entries.every(({ by }) => by === 'Tansley')).toBe(true)
    expect((await list('setup=now')).entries).toHaveLength(6)
    expect((await list('kind=homed')).entries.map(({ kind }) => kind)).toEqual(['homed'])
    expect((await list('kind=pick-up&register=work/G54/X/geometry')).entries).toHaveLength(5)
    expect((await list('kind=wear&machine=mill-3')).entries).toEqual([])
    expect((await list('job=0417')).entries.map(({ id }) => id)).toEqual((await list('setup=now')).entries.map(({ id }) => id))
    expect((await list('job=0417&register=work/G54/X/geometry&machine=mill-3')).entries).toHaveLength(5)
    expect((await list('job=0417&person=tansley')).entries).toHaveLength(2)
    expect((await list('job=0999')).entries).toEqual([])
    expect((await list('job=0999&setup=now')).entries).toEqual([])
    expect((await list('job=0417&setup=now')).entries).toHaveLength(6)
    expect((await marrow.send('GET', '/api/entries?kind=magic')).status).toBe(400)
  })

  it('of a job, and of a register in a job, comes a page at a time too', async () => {
    for (const query of ['job=0417', 'job=0417&register=work/G54/X/geometry']) {
      const seen: string[] = []
      for (let before = ''; ;) {
        const page = await list(`${query}&limit=2${before && `&before=${encodeURIComponent(before)}`}`)
        seen.push(...page.entries.map(({ id }) => id))
        if (!page.next) break
        before = page.next
      }
      expect(seen.slice(0, 5)).toEqual([...ids].reverse())
      expect(new Set(seen).size).toBe(seen.length)
    }
  })

  it('lies between two moments, each of which belongs to it', async () => {
    const all = (await list('machine=mill-3')).entries
    const [newest, oldest] = [all[1]!, all.at(-2)!]
    const within = (await list(`machine=mill-3&since=${oldest.at}&until=${newest.at}`)).entries
    expect(within.map(({ id }) => id)).toEqual(all.slice(1, -1).map(({ id }) => id))
  })

  it('says in which setup each was recorded', async () => {
    const [newest] = (await list('machine=mill-3&limit=1')).entries
    expect(newest!.setup).toEqual({ id: 'now', job: '0417', operation: 'Op 20, rev C', part: 'Flange, rev C' })
  })

  it('shows with each entry what it wrote, from what to what', async () => {
    const [newest] = (await list('machine=mill-3&limit=1')).entries
    expect(newest).toMatchObject({ title: 'G54 X from an edge', writes: [{ name: 'G54 X', before: mm(-313.2041), after: mm(-313.2044) }] })
  })

  it.each(['limit=0', 'limit=201', 'limit=x', 'before=yesterday', 'before=2026-01-01T00:00:00.000Z|x'])('refuses %s', async (query) => {
    expect((await marrow.send('GET', `/api/entries?${query}`)).status).toBe(400)
  })
})

describe('an entry', () => {
  it('has its evidence: what was typed, the working, the checks, the gauges as they were then', async () => {
    const { body } = await marrow.send<Entry>('GET', `/api/entries/${ids[0]}`)
    expect(body.content).toMatchObject({
      seq: 2,
      routine: 'edge',
      inputs: { reading: '-318.2040', finder: 'finder' },
      working: { results: [{ label: 'G54 X', cells: [{ figure: mm(-313.204) }] }] },
      gauges: [{ id: 'finder', size: mm(10), state: 'in-use' }],
      writes: [{ origin: ids[0], rests: [], gauges: ['finder'], byEye: false }],
    })
    expect(body.content.findings.map(({ finding }) => finding.check)).toEqual(
      expect.arrayContaining(['travel', 'planned-slot', 'homed', 'gauge-fit']),
    )
    expect(body.hash).toMatch(/^[0-9a-f]{64}$/)
  })

  it('names the shift it was made in', async () => {
    const { body } = await marrow.send<Entry>('GET', `/api/entries/${ids[0]}`)
    expect(['Early', 'Night']).toContain(body.content.shift)
  })
})

describe('the floor', () => {
  const floor = async (id: string) =>
    (await marrow.send<FloorMachine[]>('GET', '/api/floor')).body.find(({ machine }) => machine.id === id)!

  it('says what is set up, who had it last, and what needs a look', async () => {
    const mill = await floor('mill-3')
    expect(mill.setup).toMatchObject({ id: 'now', done: 2, of: 4 })
    expect(mill.last).toMatchObject({ by: 'Tansley', title: 'G54 X from an edge' })
    expect(mill.notices.map(({ sentence }) => sentence)).toContain('G54 Y and G54 Z unset.')
  })

  it('puts a machine that was not homed first', async () => {
    expect((await floor('lathe-2')).notices[0]).toEqual({
      verdict: 'stop',
      sentence: 'Not homed since it was switched on.',
      mendedAt: { place: 'machine' },
      setup: null,
    })
    await marrow.send('POST', '/api/machines/lathe-2/homed', { id: randomUUID() })
    expect((await floor('lathe-2')).notices).toEqual([])
    await marrow.send('POST', '/api/machines/lathe-2/powered', { id: randomUUID() })
    expect((await floor('lathe-2')).notices).toHaveLength(1)
  })
})

describe('a setup', () => {
  const setup = async () => (await marrow.send<Setup>('GET', '/api/setups/now')).body

  it('leads to the next open step, and counts what is to be seen', async () => {
    const { next, steps, toSee } = await setup()
    expect(next).toBe('seated')
    expect(steps.map(({ id, state }) => [id, state])).toEqual([
      ['homed', 'done'],
      ['seated', 'open'],
      ['zero-x', 'done'],
      ['seen', 'open'],
    ])
    expect(toSee).toMatchObject([{ key: 'touch/G54/X', axis: 'X', value: mm(-5), seen: false, before: mm(-313.2041) }])
  })

  it('asks to see a readout anew when its register is written again', async () => {
    await marrow.send('POST', `/api/entries/${ids.at(-1)}/seen`, { id: randomUUID(), key: 'touch/G54/X' })
    expect((await setup()).toSee[0]!.seen).toBe(true)
    await record(marrow, ['-318.2039'], 'G54', { answers: {} })
    expect((await setup()).toSee[0]).toMatchObject({ seen: false, entry: ids.at(-1) })
  })

  it('is listed among those at hand', async () => {
    const { body } = await marrow.send<{ id: string; machineName: string }[]>('GET', '/api/setups')
    expect(body).toMatchObject([{ id: 'now', machineName: 'Mill 3' }])
  })
})

describe('a half-typed routine on the server', () => {
  const path = `/api/drafts/${encodeURIComponent('mill-3:now:zero-x')}`
  const taken = { reading: randomUUID() }
  const draft = { routine: 'edge', inputs: { reading: '-318.2' }, agreed: [], answers: {}, taken }

  it('is there for another tablet, with the name of who typed it, until it is dropped', async () => {
    expect((await marrow.send('GET', path)).body).toBeNull()
    expect((await marrow.send('PUT', path, draft)).status).toBe(200)
    expect((await tansley.send('GET', path)).body).toMatchObject({ ...draft, by: 'Marrow' })
    // Sent again as it is, by a reload or another tablet, it is as old as it was and still who typed it's.
    const saved = async () => (await tansley.send<{ savedAt: string; by: string }>('GET', path)).body
    const { savedAt } = await saved()
    expect((await tansley.send('PUT', path, draft)).body).toMatchObject({ by: 'Marrow', savedAt })
    expect(await saved()).toMatchObject({ by: 'Marrow', savedAt })
    // Typed over there, it is no figure of the wire any more.
    await tansley.send('PUT', path, { ...draft, inputs: { reading: '-318.20' }, taken: {} })
    expect((await marrow.send('GET', path)).body).toMatchObject({ inputs: { reading: '-318.20' }, taken: {}, by: 'Tansley' })
    await marrow.send('DELETE', path)
    expect((await tansley.send('GET', path)).body).toBeNull()
  })

  it('is no larger than a routine can be', async () => {
    const tooLong = { ...draft, inputs: { reading: 'x'.repeat(201) } }
    expect((await marrow.send('PUT', path, tooLong)).status).toBe(400)
  })
})

describe('the scene', () => {
  it('has what the operation says and what stood in earlier setups of it', async () => {
    const { body } = await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')
    expect(body.plan).toMatchObject({ setup: 'now', operationName: 'Op 20, rev C', slots: ['G54'], tolerance: null, features: [] })
    expect(body.formerly['work/G54/X/geometry']?.value).toBe(mm(-313.2039))
    expect(body.tools).toMatchObject([{ number: '4', estimate: mm(103.5) }])
  })

  it('has no plan without a setup, and none of another machine\u2019s', async () => {
    expect((await marrow.send<Scene>('GET', '/api/machines/mill-3/scene')).body.plan).toBeNull()
    expect((await marrow.send('GET', '/api/machines/lathe-2/scene?setup=now')).status).toBe(422)
  })
})
