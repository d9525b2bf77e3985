import type { Finding } from '@rook/core'
import { type Entry } from '@rook/contract'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL } from '@rook/testing'
import { ok, refused, serverThat } from '../../test/answers.ts'
import { put, textOf } from '../../test/mounting.ts'
import RecordSeveral from './RecordSeveral.vue'
import { useSend } from '../client/use-send.ts'

const entry = {
  content: {
    id: 'e',
    machine: 'mill',
    seq: 7,
    kind: 'edited',
    title: 'H4 length typed into the tools table',
    person: { name: 'I. Marrow' },
    setup: null,
    writes: [],
    gauges: [],
    refers: null,
  },
  seen: [],
  correctedBy: null,
  previousHash: '0',
} as unknown as Entry

const TOOLS = 'POST /api/machines/mill/tools'
const SETTLE = 'POST /api/sendings/'
const settled = (found: Entry | null) => ok({ recorded: found !== null, entry: found })

beforeEach(() => {
  localStorage.clear()
  setActivePinia(createPinia())
  vi.useFakeTimers({ shouldAdvanceTime: true })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
  document.body.innerHTML = ''
})

function sender(options: Parameters<typeof useSend>[0] = {}) {
  let held!: ReturnType<typeof useSend>
  const wrapper = mount(
    { setup: () => ((held = useSend(options)), () => null) },
    { global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] } },
  )
  return { ...held, gone: () => wrapper.unmount() }
}
const edits = (text = '1') => ({
  params: { id: 'mill' },
  body: { edits: [{ register: 'x', text }], worth: 'measured' as const, reason: 'bench', setup: null, basis: {} },
})
const ids = (sent: ReturnType<typeof serverThat>) => sent.filter(({ path }) => path.endsWith('/tools')).map(({ body }) => body!.id)

describe('what is sent', () => {
  it('is recorded under an id of its own, and the next thing under another', async () => {
    const sent = serverThat({ [TOOLS]: ok(entry) })
    const { send, outcome } = sender()
    expect(await send('editTools', edits())).toEqual(entry)
    expect(outcome.value).toEqual({ kind: 'recorded', entry })
    await send('editTools', edits())
    expect(new Set(ids(sent)).size).toBe(2)
  })

  it('keeps its id when it is refused and sent again, with every field\u2019s sentence; another figure gets another', async () => {
    const fields = { 'tool/4/length/geometry': 'H4 length: two decimal points.' }
    const sent = serverThat({ [TOOLS]: refused(422, 'H4 length: two decimal points. Nothing was recorded.', { fields }) })
    const { send, outcome, trouble } = sender()
    expect(await send('editTools', edits())).toBeNull()
    expect(outcome.value).toMatchObject({ kind: 'refused', fields })
    expect(trouble.value).toBe('H4 length: two decimal points. Nothing was recorded.')
    await send('editTools', edits())
    await send('editTools', edits('2'))
    const [first, again, other] = ids(sent)
    expect(again).toBe(first)
    expect(other).not.toBe(first)
  })

  it('is asked after when no answer came, until it is known what became of it', async () => {
    let there = false
    const sent = serverThat({ [TOOLS]: 'no answer', [SETTLE]: () => (there ? settled(entry) : 'no answer') })
    const done = vi.fn()
    const { send, outcome, busy, gone } = sender({ done })
    await send('editTools', edits())
    expect(outcome.value.kind).toBe('unsure')
    expect(busy.value).toBe(true)
    await vi.advanceTimersByTimeAsync(1_600)
    expect(outcome.value.kind).toBe('unsure')
    there = true
    await vi.advanceTimersByTimeAsync(1_600)
    expect(outcome.value).toEqual({ kind: 'recorded', entry })
    expect(done).toHaveBeenCalledExactlyOnceWith(entry)
    expect(ids(sent)).toHaveLength(1)
    gone()
  })

  it('is said not to be there only when its id is closed, and goes under another then', async () => {
    const sent = serverThat({ [TOOLS]: 'no answer', [SETTLE]: settled(null) })
    const { send, outcome, gone } = sender()
    await send('editTools', edits())
    await vi.advanceTimersByTimeAsync(1_600)
    expect(outcome.value.kind).toBe('not-recorded')
    await send('editTools', edits())
    expect(new Set(ids(sent)).size).toBe(2)
    gone()
  })

  it('is asked after by its name when the page was loaded anew meanwhile', async () => {
    const sent = serverThat({ [TOOLS]: 'no answer', [SETTLE]: 'no answer' })
    const first = sender({ name: 'edits:mill' })
    await first.send('editTools', edits())
    first.gone()
    const again = sender({ name: 'edits:mill' })
    expect(again.outcome.value.kind).toBe('unsure')
    await vi.advanceTimersByTimeAsync(1_600)
    expect(sent.at(-1)!.path).toBe(`/api/sendings/${ids(sent)[0] as string}`)
    again.gone()
    expect(sender({ name: 'edits:lathe' }).outcome.value.kind).toBe('idle')
  })

  it('keeps no PIN in the browser', async () => {
    serverThat({ [TOOLS]: refused(422, 'stopped') })
    const { send } = sender({ name: 'edits:mill' })
    const release = { person: 'oakhanger', pin: '86428642', reason: 'seen' }
    await send('editTools', { ...edits(), body: { ...edits().body, release } })
    expect(JSON.stringify({ ...localStorage })).not.toContain('86428642')
  })

  it('without an id, nobody can ask what became of it, and that is said', async () => {
    serverThat({ 'POST /api/people': 'no answer' })
    const { send, trouble, busy } = sender()
    expect(await send('addPerson', { body: { name: 'P. Newcome', role: 'setter', pin: '1234' } })).toBeNull()
    expect(trouble.value).toBe('The server does not answer. Look whether it got through before you try again.')
    expect(busy.value).toBe(false)
  })

  it('makes old what it has changed, and nothing else', async () => {
    serverThat({ [TOOLS]: ok(entry) })
    const old = vi.spyOn(QueryClient.prototype, 'invalidateQueries')
    const { send } = sender()
    await send('editTools', edits())
    expect(old).toHaveBeenCalledOnce()
    const { predicate } = old.mock.calls[0]![0] as { predicate: (query: unknown) => boolean }
    const asked = (...queryKey: unknown[]) => predicate({ queryKey, state: { data: undefined } })
    expect(asked('scene', { params: { id: 'mill' } })).toBe(true)
    expect(asked('scene', { params: { id: 'lathe' } })).toBe(false)
    expect(asked('entry', { params: { id: 'other' } })).toBe(false)
  })

  it('does not swallow a mistake of the program', async () => {
    vi.stubGlobal('fetch', () => {
      throw new TypeError('x is not a function')
    })
    const { send, busy } = sender()
    await expect(send('editTools', edits())).rejects.toThrow('x is not a function')
    expect(busy.value).toBe(false)
  })
})

describe('what stands between a list and its record', () => {
  const finding = (verdict: Finding['verdict'], sentence: string): Finding => ({
    check: 'jump',
    about: sentence,
    name: 'near its last value',
    verdict,
    sentence,
    figures: [],
  })
  const sheet = (props: object = {}) =>
    put(RecordSeveral, {
      machine: MILL,
      findings: [],
      sent: { kind: 'idle' },
      label: 'Record 2 changes',
      hindrance: null,
      reasonLabel: 'Where they come from',
      reason: '',
      ...props,
    })
  const button = (wrapper: ReturnType<typeof sheet>) => wrapper.find<HTMLButtonElement>('button.ant-btn-primary')

  it('is a reason for the whole', async () => {
    const wrapper = sheet()
    expect(button(wrapper).element.disabled).toBe(true)
    expect(textOf(wrapper)).toContain('Say in a few words where the figures come from.')
    await wrapper.setProps({ reason: 'presetting bench' })
    await button(wrapper).trigger('click')
    expect(wrapper.emitted('send')).toEqual([[{ reason: 'presetting bench', answers: {}, release: null }]])
  })

  it('and for every query', async () => {
    const wrapper = sheet({ reason: 'bench', findings: [finding('query', 'H4 length moves')] })
    expect(textOf(wrapper)).toContain('1 question wants a reason first.')
    const both = ['H4 length moves', 'H4 length is far from its estimate'].map((words) => ({ ...finding('query', words), means: ['H4'] }))
    expect(textOf(sheet({ reason: 'bench', findings: both }))).toContain('1 question wants a reason first.')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'give a reason')!
      .trigger('click')
    await wrapper.find('input[aria-label=Reason]').setValue('holder changed')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Keep')!
      .trigger('click')
    await button(wrapper).trigger('click')
    const [[what]] = wrapper.emitted('send') as [[{ answers: Record<string, string> }]]
    expect(Object.values(what.answers)).toEqual(['holder changed'])
  })

  it('a lead for a stop', async () => {
    const wrapper = sheet({ reason: 'bench', findings: [finding('stop', 'H4 length in inches')] })
    expect(button(wrapper).text()).toBe('Release and record')
    await button(wrapper).trigger('click')
    expect(wrapper.emitted('send')).toBeUndefined()
    await vi.waitFor(() => expect(document.body.textContent).toContain('Release by a lead'))
  })

  it('what hinders it is said in place of all else, and a refusal stays in sight', () => {
    expect(textOf(sheet({ reason: 'bench', hindrance: 'Nothing is chosen yet.' }))).toContain('Nothing is chosen yet.')
    const between = [
      {
        entry: 'e',
        seq: 8,
        at: '2026-11-24T03:00:00.000Z',
        by: 'W. Tansley',
        title: 'H4 length by touch',
        register: 'r',
        name: 'H4 length',
        after: 1,
      },
    ]
    const text = textOf(
      sheet({ reason: 'bench', sent: { kind: 'refused', sentence: 'H4 length has been written since.', fields: {}, between } }),
    )
    expect(text).toContain('H4 length has been written since.')
    expect(text).toContain('W. Tansley')
    expect(textOf(sheet({ sent: { kind: 'unsure' } }))).toContain('Asking whether it is recorded; your figures are kept.')
  })
})
