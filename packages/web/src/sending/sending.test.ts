import type { Finding } from '@rook/core'
import { api, type Entry } from '@rook/contract'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL } from '@rook/testing'
import { ok, refused, serverThat } from '../../test/answers.ts'
import { put, textOf } from '../../test/mounting.ts'
import { call } from '../app/call.ts'
import TogetherSheet from './TogetherSheet.vue'
import { useSending } from './use-sending.ts'

const entry = {
  content: { id: 'e', seq: 7, title: 'H4 length typed into the tools table' },
  seen: [],
  correctedBy: null,
} as unknown as Entry

beforeEach(() => {
  setActivePinia(createPinia())
  vi.useFakeTimers({ shouldAdvanceTime: true })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

function sender() {
  let held!: ReturnType<typeof useSending>
  const wrapper = mount(
    { setup: () => ((held = useSending()), () => null) },
    { global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] } },
  )
  return { ...held, done: () => wrapper.unmount() }
}
const edits = (id: string) =>
  call(api.editTools, { params: { id: 'mill' }, body: { id, edits: [{ register: 'x', text: '1' }], worth: 'measured', reason: 'bench' } })

describe('several figures that are sent together', () => {
  it('are recorded under one id, and the next ones under another', async () => {
    const sent = serverThat({ 'POST /api/machines/mill/tools': ok(entry) })
    const { send, sent: state } = sender()
    await send(edits)
    expect(state.value).toEqual({ kind: 'recorded', entry })
    await send(edits)
    const ids = sent.filter(({ method }) => method === 'POST').map(({ body }) => body!.id)
    expect(new Set(ids).size).toBe(2)
  })

  it('keep their id when they are refused, with every field\u2019s sentence', async () => {
    const fields = { 'tool/4/length/geometry': 'H4 length: two decimal points.' }
    const sent = serverThat({
      'POST /api/machines/mill/tools': refused(422, 'H4 length: two decimal points. Nothing was recorded.', { fields }),
    })
    const { send, sent: state } = sender()
    await send(edits)
    expect(state.value).toMatchObject({ kind: 'refused', fields })
    await send(edits)
    expect(sent[0]!.body!.id).toBe(sent.at(-1)!.body!.id)
  })

  it('that got no answer are asked after until it is known what became of them', async () => {
    let there = false
    const sent = serverThat({
      'POST /api/machines/mill/tools': 'no answer',
      'GET /api/entries/': () => (there ? ok(entry) : 'no answer'),
    })
    const { send, sent: state, busy, done } = sender()
    await send(edits)
    expect(state.value.kind).toBe('unsure')
    expect(busy.value).toBe(true)
    await vi.advanceTimersByTimeAsync(1_600)
    expect(state.value.kind).toBe('unsure')
    there = true
    await vi.advanceTimersByTimeAsync(1_600)
    expect(state.value).toEqual({ kind: 'recorded', entry })
    expect(sent.filter(({ method }) => method === 'POST')).toHaveLength(1)
    done()
  })

  it('and are said not to be there when they are not', async () => {
    serverThat({ 'POST /api/machines/mill/tools': 'no answer', 'GET /api/entries/': refused(404, 'not there') })
    const { send, sent: state, done } = sender()
    await send(edits)
    await vi.advanceTimersByTimeAsync(1_600)
    expect(state.value.kind).toBe('not-recorded')
    done()
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
    put(TogetherSheet, {
      machine: MILL,
      findings: [],
      sent: { kind: 'idle' },
      label: 'Record 2 changes',
      hindrance: null,
      reasonLabel: 'Where they come from',
      reason: '',
      ...props,
    })
  const button = (wrapper: ReturnType<typeof sheet>) => wrapper.find<HTMLButtonElement>('button.go')

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
    expect(textOf(wrapper)).toContain('1 query wants a reason first.')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'give a reason')!
      .trigger('click')
    await wrapper.find('input[aria-label=Reason]').setValue('holder changed')
    await wrapper.find('form').trigger('submit')
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
