import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { readKept } from '../client/kept.ts'
import { useDrafts } from './drafts.ts'
import { draftKey } from './use-routine.ts'

const KEY = draftKey({ machine: 'mill-3', setup: 'now', step: 'zero-X', routine: 'edge' })
const sent: { method: string; path: string; body: unknown }[] = []
let answer: unknown = null

beforeEach(() => {
  localStorage.clear()
  sent.length = 0
  answer = null
  setActivePinia(createPinia())
  vi.useFakeTimers({ shouldAdvanceTime: true })
  vi.stubGlobal('fetch', (path: string, { method, body }: { method: string; body?: string }) => {
    sent.push({ method, path, body: body ? JSON.parse(body) : null })
    return Promise.resolve(new Response(JSON.stringify(answer)))
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const SAVED = '2026-11-29T01:02:03.000Z'

describe('a half-done routine', () => {
  it('begins with what the plan gives', () => {
    expect(useDrafts().open(KEY, 'edge', { slot: 'G54' })).toMatchObject({ routine: 'edge', inputs: { slot: 'G54' } })
  })

  it('is kept at every keystroke in the browser, and a moment later on the server', async () => {
    const draft = useDrafts().open(KEY, 'edge', { slot: 'G54' })
    draft.inputs.reading = '-318.2'
    await nextTick()
    expect(readKept(`draft:${KEY}`)).toMatchObject({ inputs: { slot: 'G54', reading: '-318.2' } })
    expect(sent).toEqual([])
    await vi.advanceTimersByTimeAsync(900)
    expect(sent).toMatchObject([{ method: 'PUT', body: { routine: 'edge', inputs: { slot: 'G54', reading: '-318.2' } } }])
  })

  it('survives a reload with every figure', async () => {
    const draft = useDrafts().open(KEY, 'edge', {})
    draft.inputs.reading = '-318.2'
    await nextTick()
    setActivePinia(createPinia())
    const again = useDrafts().open(KEY, 'edge', { slot: 'G54' })
    expect(again.inputs).toEqual({ reading: '-318.2' })
  })

  it('of another routine under the same step is not mixed with it', async () => {
    const draft = useDrafts().open(KEY, 'edge', {})
    draft.inputs.reading = '-318.2'
    await nextTick()
    setActivePinia(createPinia())
    expect(useDrafts().open(KEY, 'corner', { slot: 'G54' }).inputs).toEqual({ slot: 'G54' })
  })

  it('is taken over from another tablet where this one has nothing of its own', async () => {
    answer = {
      routine: 'edge',
      inputs: { reading: '-174.70' },
      agreed: [],
      answers: {},
      taken: { reading: 'over' },
      by: 'I. Marrow',
      savedAt: SAVED,
    }
    const drafts = useDrafts()
    const draft = drafts.open(KEY, 'edge', {})
    expect(await drafts.fetchOther(KEY, draft, {})).toBe('I. Marrow')
    // As old as it was there.
    expect(draft.at).toBe(SAVED)
    expect(draft.inputs).toEqual({ reading: '-174.70' })
    // It came over the wire there, and still does here.
    expect(draft.taken).toEqual({ reading: 'over' })
    await vi.advanceTimersByTimeAsync(900)
    expect(sent.at(-1)).toMatchObject({ method: 'PUT', body: { taken: { reading: 'over' } } })
  })

  it('is not overwritten by another tablet once something was typed here', async () => {
    answer = { routine: 'edge', inputs: { reading: '-174.70' }, agreed: [], answers: {}, by: 'I. Marrow' }
    const drafts = useDrafts()
    const draft = drafts.open(KEY, 'edge', {})
    draft.inputs.reading = '-1'
    await nextTick()
    expect(await drafts.fetchOther(KEY, draft, {})).toBeNull()
    expect(draft.inputs).toEqual({ reading: '-1' })
  })

  it('begins anew when it is cleared', async () => {
    const drafts = useDrafts()
    const draft = drafts.open(KEY, 'edge', { slot: 'G54' })
    draft.inputs.reading = '-318.2'
    await nextTick()
    const fresh = drafts.drop(KEY, 'edge', { slot: 'G54' })
    expect(fresh.inputs).toEqual({ slot: 'G54' })
    await vi.waitFor(() => expect(sent.at(-1)).toMatchObject({ method: 'DELETE' }))
  })

  it('stands a browser whose memory is damaged', () => {
    localStorage.setItem(`rook:draft:${KEY}`, '{"inputs":')
    expect(useDrafts().open(KEY, 'edge', { slot: 'G54' }).inputs).toEqual({ slot: 'G54' })
  })

  it('has a name for each step, and one for each routine without a step', () => {
    expect(KEY).toBe('mill-3:now:zero-X')
    expect(draftKey({ machine: 'mill-3', setup: null, step: null, routine: 'edge' })).toBe('mill-3:-:edge')
  })
})
