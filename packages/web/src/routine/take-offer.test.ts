import { mm, type InputSpec } from '@rook/core'
import type { ObservedAnswer } from '@rook/contract'
import { MILL, mounted } from '@rook/testing'
import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ok, refused, serverThat, type Sent } from '../../test/answers.ts'
import { put, textOf } from '../../test/mounting.ts'
import TakeOffer from './TakeOffer.vue'

const SEEN: ObservedAnswer = {
  machine: MILL.id,
  link: 'on',
  because: null,
  age: 300,
  still: 4_000,
  positions: [
    { axis: 'X', machine: mm(-318.204), part: mm(-5) },
    { axis: 'Y', machine: mm(-42.5), part: mm(1) },
  ],
  slot: 'G54',
  tool: '4',
  program: null,
  parts: null,
  execution: null,
  line: 'none',
  lineBecause: null,
  gauge: null,
}
const reading = (id: string, axis: 'X' | 'Y', position?: string): InputSpec => ({
  kind: 'length',
  id,
  label: id,
  axis,
  role: 'reading',
  grid: MILL.increment,
  ...(position ? { position } : {}),
})
const size: InputSpec = { kind: 'length', id: 'measured', label: 'Measured', role: 'size', grid: mm(0.001) }
const TAKEN = { id: 'a', machine: MILL.id, at: '2026-11-29T14:02:00.000Z', by: 'M', what: 'position', gauge: null, slot: null, tool: null }

const tools = [mounted('4', 'em-12', 'End mill 12')]

async function offer(
  seen: Partial<ObservedAnswer>,
  inputs: InputSpec[],
  into: string,
  raw: Record<string, string> = {},
  answer: unknown = null,
  taken: Record<string, string> = {},
) {
  const sent: Sent[] = serverThat({
    [`POST /api/machines/${MILL.id}/watched`]: ok({ ...SEEN, ...seen }),
    [`POST /api/machines/${MILL.id}/taken`]: answer as never,
    'GET /api/gauges': ok([]),
  })
  const box = put(TakeOffer, { machine: MILL, tools, inputs, into, raw, taken })
  await flushPromises()
  return { box, sent, button: () => box.find('button') }
}

describe('what can be taken over the wire', () => {
  beforeEach(() => void vi.useFakeTimers({ toFake: ['setInterval', 'setTimeout', 'performance'] }))
  afterEach(() => void vi.useRealTimers())

  it('is the position of the axis that is asked, with its age; a press takes it and types it', async () => {
    const { box, sent, button } = await offer(
      {},
      [reading('reading', 'X')],
      'reading',
      {},
      ok({ ...TAKEN, positions: [{ axis: 'X', value: mm(-318.204) }] }),
    )
    expect(textOf(box)).toContain('Take \u2212318.2040')
    expect(textOf(box)).toContain('machine coordinates, 0.3 s ago, at rest')
    await button().trigger('click')
    await flushPromises()
    expect(sent.at(-1)).toMatchObject({ path: `/api/machines/${MILL.id}/taken`, body: { what: 'position', axes: ['X'] } })
    expect(box.emitted('take')).toEqual([['a', { reading: '-318.204' }, {}]])
  })

  it('says what the sheet took for its other positions, and not what it took for this one', async () => {
    const answer = ok({ ...TAKEN, positions: [{ axis: 'X', value: mm(-318.204) }] })
    const taken = { reading: 'at-the-cut', after: 'this-one' }
    const { sent, button } = await offer({}, [reading('reading', 'X'), reading('after', 'X')], 'after', {}, answer, taken)
    await button().trigger('click')
    await flushPromises()
    expect(sent.at(-1)?.body).toMatchObject({ axes: ['X'], after: ['at-the-cut'] })
  })

  it('is said to be of the machine display, where the sheet asks', async () => {
    const display = { kind: 'choice', id: 'display', label: 'Display', shown: 'list', options: [] } as InputSpec
    const answer = ok({ ...TAKEN, positions: [{ axis: 'X', value: mm(-318.204) }] })
    const { box, button } = await offer({}, [reading('reading', 'X'), display], 'reading', {}, answer)
    await button().trigger('click')
    await flushPromises()
    expect(box.emitted('take')).toEqual([['a', { reading: '-318.204' }, { display: 'machine' }]])
  })

  it('says which tool stood in the spindle, where the sheet asks for a tool', async () => {
    const spindle = { kind: 'choice', id: 'in-spindle', label: 'Tool in the spindle', shown: 'list', options: [] } as InputSpec
    for (const [tool, said] of [
      ['4', '4'],
      ['04', '4'],
      ['0', 'none'],
      ['17', 'other'],
    ] as const) {
      const answer = ok({ ...TAKEN, tool, positions: [{ axis: 'X', value: mm(-318.204) }] })
      const { box, button } = await offer({}, [reading('reading', 'X'), spindle], 'reading', {}, answer)
      await button().trigger('click')
      await flushPromises()
      expect(box.emitted('take')![0]![2]).toEqual({ 'in-spindle': said })
    }
  })

  it('is a whole position where several axes are read at one moment, and only those', async () => {
    const inputs = [reading('readingX', 'X', 'now'), reading('readingY', 'Y', 'now'), reading('X2', 'X', 'later')]
    const { box } = await offer({}, inputs, 'readingX')
    expect(textOf(box)).toContain('Take X \u2212318.2040, Y \u221242.5000')
    const given = await offer({}, inputs, 'readingX', { readingY: '-42' })
    expect(textOf(given.box)).toContain('Take \u2212318.2040')
  })

  it.each<[string, Partial<ObservedAnswer>, string]>([
    ['moves', { still: 0 }, 'moves. Take the position when it stands still.'],
    ['has gone', { link: 'lost', because: 'Its answers have stopped.' }, 'Its answers have stopped.'],
    ['is old', { age: 5_000 }, 'is 5.0 s old'],
  ])('is not offered while the machine %s', async (_what, seen, sentence) => {
    const { box, button } = await offer(seen, [reading('reading', 'X')], 'reading')
    expect(textOf(box)).toContain(sentence)
    expect(button().attributes('disabled')).toBeDefined()
  })

  it('grows old by itself while nothing new is heard', async () => {
    const { box, button } = await offer({ age: 1_900 }, [reading('reading', 'X')], 'reading')
    expect(button().attributes('disabled')).toBeUndefined()
    await vi.advanceTimersByTimeAsync(600)
    expect(button().attributes('disabled')).toBeDefined()
    expect(textOf(box)).toContain('old')
  })

  it('is a gauge\u2019s figure for a size, as it came', async () => {
    const gauge = { gauge: 'mic-25', text: '17.979 mm', value: mm(17.979), age: 2_000 }
    const answer = ok({ ...TAKEN, what: 'gauge', positions: [], gauge: { gauge: 'mic-25', text: '17.979 mm', value: mm(17.979) } })
    const option = (value: string) => ({ value, label: value })
    const choice = (id: string, ...gauges: string[]): InputSpec => ({
      kind: 'choice',
      id,
      label: id,
      shown: 'list',
      options: gauges.map(option),
    })
    const inputs = [choice('finder', 'finder-10'), size, choice('with', 'caliper-1', 'mic-25')]
    const { box, button } = await offer({ line: 'on', gauge }, inputs, 'measured', {}, answer)
    expect(textOf(box)).toContain('Take 17.979 mm')
    await button().trigger('click')
    await flushPromises()
    // It is known with it what it was measured with.
    expect(box.emitted('take')).toEqual([['a', { measured: '17.979 mm' }, { with: 'mic-25' }]])
    // Taken once; the next field wants the next measurement.
    expect(box.find('button').exists()).toBe(false)
  })

  it('is a gauge\u2019s figure for a place that is found by measuring, and for none that the drawing gives', async () => {
    const gauge = { gauge: 'mic-25', text: '17.979 mm', value: mm(17.979), age: 2_000 }
    const place = (more: object) => ({ ...size, role: 'place', ...more }) as InputSpec
    expect(textOf((await offer({ line: 'on', gauge }, [place({ gauged: true })], 'measured')).box)).toContain('Take 17.979 mm')
    expect((await offer({ line: 'on', gauge }, [place({})], 'measured')).button().exists()).toBe(false)
  })

  it('says why the server did not take it, and types nothing', async () => {
    const { box, button } = await offer(
      {},
      [reading('reading', 'X')],
      'reading',
      {},
      refused(409, 'Mill 3 moves. Take the position when it stands still.'),
    )
    await button().trigger('click')
    await flushPromises()
    expect(textOf(box)).toContain('Mill 3 moves.')
    expect(box.emitted('take')).toBeUndefined()
  })

  it('is no machine coordinate for a reading of the part display', async () => {
    const part = { ...reading('found', 'X'), otherDisplay: true } as InputSpec
    expect((await offer({}, [part], 'found')).button().exists()).toBe(false)
  })

  it('is nothing without a connection, and no position for a size', async () => {
    expect((await offer({ link: 'none' }, [reading('reading', 'X')], 'reading')).button().exists()).toBe(false)
    expect((await offer({}, [size], 'measured')).button().exists()).toBe(false)
  })
})
