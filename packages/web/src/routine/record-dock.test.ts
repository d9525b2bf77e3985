import type { Finding, Verdict } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { put, textOf } from '../../test/mounting.ts'
import RecordDock from './RecordDock.vue'
import { whatIsOpen, type Grounds } from './what-is-open.ts'

const NOTHING: Grounds = {
  trouble: null,
  refusal: null,
  waitingFor: null,
  moved: null,
  stops: [],
  unanswered: [],
  clear: 7,
  answered: 0,
}
const found = (verdict: Verdict, sentence: string): Finding => ({ check: 'c', name: 'c', verdict, sentence, figures: [] })
const stop = found('stop', 'Shim 1.000 was not taken off.')
const query = found('query', 'G54 Y moves further than usual.')

describe('what stands beside the button while the checks are out of sight', () => {
  it('says the gravest first, and how many more there are', () => {
    expect(whatIsOpen({ ...NOTHING, stops: [stop], unanswered: [query, query] })).toEqual({
      mark: 'stop',
      sentence: stop.sentence,
      more: 2,
    })
    expect(whatIsOpen({ ...NOTHING, unanswered: [query] })).toEqual({ mark: 'query', sentence: query.sentence, more: 0 })
  })

  it('asks for a figure before it judges, and for what came between before that which was found', () => {
    const all = { ...NOTHING, waitingFor: 'Second touch', moved: 'G54 Y', stops: [stop] }
    expect(whatIsOpen(all).sentence).toBe('Next: Second touch')
    expect(whatIsOpen({ ...all, waitingFor: null })).toMatchObject({ mark: 'query', sentence: expect.stringContaining('G54 Y') as string })
  })

  it('does not hide that it could not be worked out, nor that the server refused it', () => {
    expect(whatIsOpen({ ...NOTHING, refusal: { input: null, sentence: 'The touches lie on one line.' } })).toMatchObject({
      mark: 'stop',
      more: 0,
    })
    expect(whatIsOpen({ ...NOTHING, trouble: 'The setup is finished.', refusal: { input: null, sentence: 'x' } }).sentence).toBe(
      'The setup is finished.',
    )
  })

  it('counts what is clear, and what was answered', () => {
    expect(whatIsOpen(NOTHING)).toEqual({ mark: 'clear', sentence: '7 clear', more: 0 })
    expect(whatIsOpen({ ...NOTHING, answered: 2 }).sentence).toBe('7 clear, 2 with a reason')
  })

  it('offers to record only what can be recorded as it is; else it leads to the checks', async () => {
    const dock = (ready: boolean, open = whatIsOpen(NOTHING)) =>
      put(RecordDock, { open, ready, target: 'G54 Y', result: 'G54 Y \u2212169.7050' })
    const free = dock(true)
    await free.get('.ant-btn-primary').trigger('click')
    expect(free.emitted('record')).toHaveLength(1)
    expect(textOf(free)).toContain('G54 Y \u2212169.7050')
    const held = dock(false, whatIsOpen({ ...NOTHING, stops: [stop], unanswered: [query] }))
    expect(held.find('.ant-btn-primary').exists()).toBe(false)
    expect(textOf(held)).toContain('Shim 1.000 was not taken off. and 1 more')
    await held.get('.ant-btn-default').trigger('click')
    await held.get('.sentence').trigger('click')
    expect(held.emitted('look')).toHaveLength(2)
    expect(held.emitted('record')).toBeUndefined()
  })
})
