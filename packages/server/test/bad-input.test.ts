import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import type { Problem } from '@rook/contract'
import { problemSchema } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, edgeEntry, MILL, openShop } from './shop.ts'

const ENTRIES = '/api/machines/mill-3/entries'
let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let lead: Browser

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  lead = await new Browser(shop.url).signIn('oakhanger')
})
afterAll(() => shop.stop())

describe('figures that cannot be recorded', () => {
  it.each([
    ['', 'Machine X at the touch: nothing is given yet.'],
    ['abc', 'Machine X at the touch: “abc” is neither a figure nor a unit (mm, in, thou, µm).'],
    ['1/0', 'Machine X at the touch: it divides by zero.'],
    ['12 mm in', 'Machine X at the touch: there is a second unit, “in”.'],
    [
      '-318.20404',
      'Machine X at the touch: −318.20404 mm was typed, and the step here is 0.0001 mm. It would be kept as −318.2040. Agree to it, or type it again.',
    ],
    ['-5318.2', 'is outside the travel of X on Mill 3'],
  ])('%j', async (reading, sentence) => {
    const { status, body } = await marrow.send('POST', ENTRIES, edgeEntry({}, { reading }))
    expect(status).toBe(422)
    expect(body.detail).toContain(sentence)
  })

  it('are recorded once their rounding was agreed to', async () => {
    const { status } = await marrow.send('POST', ENTRIES, edgeEntry({ agreed: ['reading'] }, { reading: '-318.20404' }))
    expect(status).toBe(200)
  })
})

describe('a length that no machine has', () => {
  it('is not taken onto a record, so that no sum can run over', async () => {
    const gauge = { name: 'Odd shim', family: 'shim', size: Number.MAX_SAFE_INTEGER, uncertainty: 1_000, intervalDays: null }
    const { status, body } = await lead.send('POST', '/api/gauges', gauge)
    expect([status, body.detail]).toEqual([400, 'size: Length: more than a kilometre. Look for a lost decimal point.'])
  })
})

describe('requests that name what is not there', () => {
  it.each<[string, string, unknown]>([
    ['POST', '/api/machines/mill-9/entries', edgeEntry()],
    ['POST', ENTRIES, edgeEntry({ routine: 'magic' })],
    ['POST', ENTRIES, edgeEntry({ setup: 'nowhere' })],
    ['GET', '/api/machines/mill-9/scene', undefined],
    ['GET', '/api/setups/nowhere', undefined],
    ['GET', `/api/entries/${randomUUID()}`, undefined],
    ['POST', `/api/entries/${randomUUID()}/correction`, { id: randomUUID(), reason: 'not there' }],
    ['GET', '/api/nothing', undefined],
    ['PATCH', '/api/machines', {}],
  ])('%s %s: 404', async (method, path, body) => {
    const answer = await marrow.send<Problem>(method, path, body)
    expect(answer.status).toBe(404)
    expect(problemSchema.parse(answer.body).detail).not.toBe('')
  })

  it('and a lathe has no edge routine, a mill\u2019s setup is not the lathe\u2019s', async () => {
    expect(await marrow.send('POST', '/api/machines/lathe-2/entries', edgeEntry({ setup: null }))).toMatchObject({
      status: 422,
      body: { code: 'routine-unfit' },
    })
    const zero = edgeEntry({ routine: 'deliberate-zero' }, { register: 'work/G54/X/geometry' })
    expect(await marrow.send('POST', '/api/machines/lathe-2/entries', zero)).toMatchObject({ status: 422, body: { code: 'other-machine' } })
  })
})

describe('bodies that are no requests', () => {
  it.each([
    ['broken JSON', '{"id": ', 'application/json', 400],
    ['a list', '[]', 'application/json', 400],
    ['a bare word', '"x"', 'application/json', 400],
    ['text', 'reading=1', 'text/plain', 415],
    ['too much', JSON.stringify({ id: 'x'.repeat(70_000) }), 'application/json', 413],
  ])('%s', async (_name, body, type, status) => {
    const answer = await marrow.raw<Problem>('POST', ENTRIES, body, type)
    expect(answer.status).toBe(status)
    expect(answer.type).toContain('application/problem+json')
    expect(problemSchema.safeParse(answer.body).success).toBe(true)
  })

  it('an address that cannot be read', async () => {
    expect((await marrow.raw<Problem>('GET', '/api/machines/%E0%A4%A/scene')).status).toBe(400)
    expect((await marrow.send('GET', '/api/entries?limit=9999')).status).toBe(400)
    expect((await marrow.send('GET', '/api/entries?before=yesterday')).status).toBe(400)
    expect((await marrow.send('GET', '/api/entries/not-an-id')).status).toBe(400)
  })

  it('with a NUL in them are refused, wherever it stands', async () => {
    const nul = 'a\u0000b'
    for (const sent of [edgeEntry({ setup: nul }), edgeEntry({ answers: { 'homed|query|': nul } }), edgeEntry({}, { reading: nul })])
      expect((await marrow.send('POST', ENTRIES, sent)).status).toBe(400)
    expect((await marrow.send('GET', '/api/machines/mill%003/scene')).status).toBe(400)
    expect((await marrow.send('GET', '/api/entries?machine=%00')).status).toBe(400)
  })

  it('never get a 5xx, whatever they hold', async () => {
    const junk = fc.oneof(
      fc.string(),
      fc.constant(null),
      fc.integer(),
      fc.constant('\u0000'),
      fc.constant('x'.repeat(150)),
      fc.dictionary(fc.string(), fc.string()),
    )
    const body = fc.record(
      {
        id: fc.oneof(junk, fc.uuid()),
        routine: fc.oneof(junk, fc.constantFrom('edge', 'face', 'tool-length', 'deliberate-zero')),
        inputs: fc.oneof(
          junk,
          fc.dictionary(
            fc.constantFrom('slot', 'axis', 'reading', 'place', 'register', '__proto__'),
            fc.oneof(fc.string(), fc.constant('\u0000')),
          ),
          fc.constant(edgeEntry().inputs),
        ),
        setup: fc.oneof(junk, fc.constant('now')),
        step: junk,
        basis: fc.oneof(junk, fc.constant({})),
        answers: fc.oneof(junk, fc.constant(edgeEntry().answers)),
        seen: junk,
        agreed: junk,
      },
      { requiredKeys: [] },
    )
    await fc.assert(
      fc.asyncProperty(body, async (sent) => {
        const { status } = await marrow.send('POST', ENTRIES, sent)
        expect(status).toBeLessThan(500)
      }),
      { numRuns: 250 },
    )
  })
})

describe('machine records', () => {
  it('are a lead\u2019s to add and change', async () => {
    expect((await marrow.send('POST', '/api/machines', MILL)).status).toBe(403)
    expect((await lead.send('POST', '/api/machines', MILL)).body.code).toBe('name-taken')
    const added = await lead.send<{ id: string }>('POST', '/api/machines', { ...MILL, name: 'Mill 4' })
    expect(added).toMatchObject({ status: 200, body: { id: 'mill-4', increment: 100 } })
    expect((await lead.send('PUT', '/api/machines/mill-4', { ...MILL, name: 'Mill 4', unit: 'in' })).status).toBe(200)
    expect((await lead.send('PUT', '/api/machines/mill-4', { ...MILL, name: 'Mill 3' })).status).toBe(409)
  })

  it('keep the unit and conventions that figures rest on, unless somebody says why they were wrong', async () => {
    const { status, body } = await lead.send('PUT', '/api/machines/mill-3', { ...MILL, unit: 'in' })
    expect(status).toBe(409)
    expect(body.fields).toMatchObject({ unit: 'Figures rest on this.' })
    expect(
      (await lead.send('PUT', '/api/machines/mill-3', { ...MILL, slots: [...MILL.slots, { code: 'G56', name: 'new plate' }] })).status,
    ).toBe(200)
  })

  it('refuse travels that run backwards, and slots twice', async () => {
    const backwards = {
      ...MILL,
      name: 'Mill 5',
      travels: [
        { axis: 'X', min: 0, max: -1 },
        { axis: 'Z', min: -1, max: 0 },
      ],
    }
    expect((await lead.send('POST', '/api/machines', backwards)).body.detail).toContain('the lower end must lie below the upper end')
    expect(
      (
        await lead.send('POST', '/api/machines', {
          ...MILL,
          name: 'Mill 5',
          slots: [
            { code: 'G54', name: null },
            { code: 'G54', name: null },
          ],
        })
      ).body.detail,
    ).toContain('each slot once')
  })
})
