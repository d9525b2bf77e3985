import { randomUUID } from 'node:crypto'
import { mm, type Scene } from '@rook/core'
import type { Entry, Problem } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const ENTRIES = '/api/machines/mill-3/entries'
const [X, Y, LENGTH] = ['work/G54/X/geometry', 'work/G54/Y/geometry', 'tool/4/length/geometry']

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let tansley: Browser

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  tansley = await new Browser(shop.url).signIn('tansley')
  await marrow.send('POST', '/api/setups/now/steps/homed/confirmed', { id: randomUUID() })
})
afterAll(() => shop.stop())

const standing = async () => (await marrow.send<Scene>('GET', '/api/machines/mill-3/scene?setup=now')).body.standing
const undo = (entry: string, by = marrow, id = randomUUID()) =>
  by.send<Entry & Problem>('POST', `/api/entries/${entry}/correction`, { id, reason: 'typed from the wrong line' })

/** Records with what stands now as the basis. */
async function record(more: Record<string, unknown>, inputs: Record<string, string>, registers = [X]): Promise<Entry> {
  const now = await standing()
  const basis = Object.fromEntries(registers.map((register) => [register, now[register]?.entry ?? null]))
  const answer = await marrow.send<Entry & Problem>('POST', ENTRIES, edgeEntry({ basis, answers: {}, ...more }, inputs))
  expect(answer.body.detail ?? '').toBe('')
  return answer.body
}

const corner = {
  axes: 'XY',
  directionX: '+',
  directionY: '+',
  readingX: '-318.2040',
  readingY: '-174.7030',
  placeX: '0',
  placeY: '0',
}

describe('an entry of several registers', () => {
  it('is written at once and taken back at once', async () => {
    const both = await record({ routine: 'corner', step: null }, corner, [X, Y])
    expect(both.content.writes.map(({ register }) => register)).toEqual([X, Y])
    expect(await standing()).toMatchObject({ [X]: { value: mm(-313.204) }, [Y]: { value: mm(-169.703) } })
    const taken = await undo(both.content.id)
    expect(taken.status).toBe(200)
    expect(taken.body.content).toMatchObject({ kind: 'correction', refers: both.content.id, reason: 'typed from the wrong line' })
    const now = await standing()
    expect(now[X]).toBeUndefined()
    expect(now[Y]).toBeUndefined()
  })

  it('is not taken back in part: one register written since holds all of it', async () => {
    const both = await record({ routine: 'corner', step: null }, corner, [X, Y])
    const one = await record({}, { reading: '-318.2060' })
    const refused = await undo(both.content.id)
    expect(refused).toMatchObject({ status: 409, body: { code: 'written-since', detail: expect.stringContaining('G54 X') as string } })
    expect(await standing()).toMatchObject({ [X]: { value: mm(-313.206) }, [Y]: { value: mm(-169.703) } })
    expect((await undo(one.content.id)).status).toBe(200)
    expect((await standing())[X]).toMatchObject({ value: mm(-313.204) })
  })
})

describe('what stood before', () => {
  it('comes back with all that was known of it: its uncertainty, its gauges, when it was measured', async () => {
    await record({}, { reading: '-318.2040' })
    const before = (await standing())[X]!
    const wrong = await record({}, { reading: '-319.2020', between: 'shim' })
    expect((await standing())[X]!.gauges).toEqual(['finder', 'shim'])
    await undo(wrong.content.id)
    const after = (await standing())[X]!
    expect(after).toEqual(before)
  })

  it('comes back once, whoever asks and however often', async () => {
    const wrong = await record({}, { reading: '-318.2010' })
    const id = randomUUID()
    const twice = await Promise.all([undo(wrong.content.id, marrow, id), undo(wrong.content.id, marrow, id)])
    expect(twice.map(({ status }) => status)).toEqual([200, 200])
    expect(twice[0].body.content.seq).toBe(twice[1].body.content.seq)
    const other = await undo(wrong.content.id, tansley)
    expect(other).toMatchObject({ status: 409, body: { code: 'already-corrected', detail: expect.stringContaining('Marrow') as string } })
  })

  it('of two who take the same entry back at once, one does', async () => {
    const wrong = await record({}, { reading: '-318.2030' })
    const both = await Promise.all([undo(wrong.content.id, marrow), undo(wrong.content.id, tansley)])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it('can be written over again, and the entry that took it back stays where it is', async () => {
    const wrong = await record({}, { reading: '-318.2050' })
    const found = (await standing())[X]
    const taken = await undo(wrong.content.id)
    const fresh = await record({}, { reading: '-318.2055' })
    expect(found!.entry).toBe(wrong.content.id)
    expect(fresh.content.writes[0]).toMatchObject({
      beforeEntry: wrong.content.writes[0]!.beforeEntry,
      before: wrong.content.writes[0]!.before,
    })
    expect(await undo(taken.body.content.id)).toMatchObject({ status: 409, body: { code: 'not-correctable' } })
  })
})

describe('a register marked disturbed', () => {
  it('keeps its figure, is measured again, or was marked by mistake', async () => {
    const measured = (await standing())[X]!
    const marked = await marrow.send<Entry>('POST', '/api/machines/mill-3/disturbed', {
      id: randomUUID(),
      register: X,
      reason: 'vice was bumped',
    })
    expect(marked.status).toBe(200)
    expect((await standing())[X]).toMatchObject({ value: measured.value, state: 'disturbed' })
    await undo(marked.body.content.id)
    expect((await standing())[X]).toMatchObject({ value: measured.value, state: 'set' })
  })
})

describe('taking back', () => {
  it('wants a reason, and an entry that is there', async () => {
    const last = (await standing())[X]!.entry
    for (const reason of ['', 'no', ' '.repeat(20), 'x'.repeat(2000)])
      expect((await marrow.send('POST', `/api/entries/${last}/correction`, { id: randomUUID(), reason })).status).toBe(400)
    expect((await undo(randomUUID())).status).toBe(404)
    expect((await marrow.send('POST', '/api/entries/nonsense/correction', { id: randomUUID(), reason: 'a reason' })).status).toBe(400)
    expect((await standing())[X]!.entry).toBe(last)
  })

  it('does not touch another machine, or another register', async () => {
    const now = await standing()
    expect(Object.keys(now).sort()).toEqual([X, Y].sort())
    expect(now[LENGTH]).toBeUndefined()
    const { body: lathe } = await marrow.send<Scene>('GET', '/api/machines/lathe-2/scene')
    expect(lathe.standing).toEqual({})
  })

  it('leaves the chain whole, and every present value with its entry', async () => {
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    const { faults, entries } = await verifyLedger(pool)
    await pool.end()
    expect(faults).toEqual([])
    expect(entries).toBeGreaterThan(15)
  })
})
