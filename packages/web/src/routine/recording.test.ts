import { assess, findingKey, mm, routineById, workRegister, type Scene } from '@rook/core'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { nextTick, ref, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL, scene, stands } from '@rook/testing'
import { put, textOf } from '../../test/mounting.ts'
import { useLive } from '../client/live.ts'
import RecordBar from './RecordBar.vue'
import { sameInputs } from './same-inputs.ts'
import { useRecording } from './use-recording.ts'
import { useRoutine } from './use-routine.ts'

const AT = { machine: 'mill', setup: 'now', step: 'zero-X', routine: 'edge', preset: { slot: 'G54', axis: 'X' } }
const X = 'work/G54/X/geometry'
const typed = { direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const standsAs = (entry: string) => scene([[workRegister('G54', 'X'), stands(mm(-313.204), { entry, setup: 'now' })]])

type Answer = { status: number; body: unknown } | 'no answer'
const sent: { method: string; path: string; body: Record<string, unknown> | null }[] = []
let answers: Record<string, Answer> = {}

beforeEach(() => {
  localStorage.clear()
  sent.length = 0
  answers = {}
  setActivePinia(createPinia())
  vi.useFakeTimers({ shouldAdvanceTime: true })
  vi.stubGlobal('fetch', (path: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    sent.push({ method, path, body: body ? (JSON.parse(body) as Record<string, unknown>) : null })
    const answer = Object.entries(answers).find(([key]) => `${method} ${path}`.startsWith(key))?.[1] ?? { status: 200, body: null }
    if (answer === 'no answer') return Promise.reject(new TypeError('failed'))
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }))
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** A page that does nothing but hold a routine and its recording. */
function atTheMachine(at: Ref<Scene> = ref(scene()) as Ref<Scene>) {
  let held!: { state: ReturnType<typeof useRoutine>; recording: ReturnType<typeof useRecording> }
  const wrapper = mount(
    {
      setup() {
        const state = useRoutine(AT, at)
        held = { state, recording: useRecording(AT, state, () => undefined) }
        return () => null
      },
    },
    { global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] } },
  )
  return { ...held, at, wrapper, done: () => wrapper.unmount() }
}

const type = (state: ReturnType<typeof useRoutine>, figures: Record<string, string>) => Object.assign(state.draft.value.inputs, figures)
const problem = (status: number, detail: string, more = {}) => ({
  status,
  body: { type: 'x', title: 'x', status, detail, code: 'x', ...more },
})
const records = () => sent.filter(({ method, path }) => method === 'POST' && path.endsWith('/entries'))

describe('a routine at the machine', () => {
  it('begins with what the plan gives, and asks for what comes next', async () => {
    const { state } = atTheMachine()
    expect(state.draft.value.inputs).toEqual({ slot: 'G54', axis: 'X' })
    expect(state.asked.value).toBe('direction')
    type(state, { direction: '+', finder: 'finder', between: 'none' })
    await nextTick()
    expect(state.asked.value).toBe('reading')
    expect(state.ready.value).toBe(false)
  })

  it('asks about what cannot be read before what is missing', async () => {
    const { state } = atTheMachine()
    type(state, { ...typed, reading: '-318,20,4', place: '' })
    await nextTick()
    expect(state.asked.value).toBe('reading')
  })

  it('is ready once every query has a reason, and not before', async () => {
    const { state } = atTheMachine(ref(scene([], { homedAt: null })) as Ref<Scene>)
    type(state, typed)
    await nextTick()
    const open = state.assessment.value.findings.filter(({ verdict }) => verdict === 'query')
    expect(open.length).toBeGreaterThan(0)
    expect(state.ready.value).toBe(false)
    for (const finding of open) state.answer(finding, 'homed and seen this morning')
    await nextTick()
    expect(state.stops.value).toEqual([])
    expect(state.ready.value).toBe(true)
  })

  it('notices that somebody wrote the register meanwhile, and goes on only when that was accepted', async () => {
    const { state, at } = atTheMachine(ref(standsAs('first')) as Ref<Scene>)
    type(state, typed)
    await nextTick()
    expect(state.draft.value.basis).toEqual({ [X]: 'first' })
    at.value = standsAs('second')
    await nextTick()
    expect(state.movedOn.value).toEqual([X])
    expect(state.ready.value).toBe(false)
    state.acceptMove()
    await nextTick()
    expect(state.movedOn.value).toEqual([])
    expect(state.draft.value.basis).toEqual({ [X]: 'second' })
  })

  it('is nobody else\u2019s writing when what was recorded from here comes back while nothing is typed', async () => {
    const { state, at } = atTheMachine(ref(standsAs('first')) as Ref<Scene>)
    type(state, typed)
    await nextTick()
    state.clear()
    await nextTick()
    at.value = standsAs('mine')
    await nextTick()
    expect(state.draft.value.basis).toEqual({ [X]: 'mine' })
    expect(state.movedOn.value).toEqual([])
  })

  it('keeps its basis over a reload: what was written in between is still noticed', async () => {
    const first = atTheMachine(ref(standsAs('first')) as Ref<Scene>)
    type(first.state, typed)
    await nextTick()
    first.done()
    setActivePinia(createPinia())
    const { state } = atTheMachine(ref(standsAs('second')) as Ref<Scene>)
    expect(state.draft.value.inputs).toMatchObject(typed)
    expect(state.movedOn.value).toEqual([X])
  })

  it('begins anew when the readings are cleared: figures go, what was chosen for them stays', async () => {
    const { state, done } = atTheMachine()
    type(state, typed)
    await nextTick()
    state.clearFigures()
    const { reading, place, ...chosen } = typed
    expect([reading, place]).not.toContain(undefined)
    expect(state.draft.value.inputs).toEqual({ ...AT.preset, ...chosen })
    done()
  })

  it('says when the figures that come back were typed, if that is a while ago', async () => {
    const first = atTheMachine()
    type(first.state, typed)
    await nextTick()
    first.done()
    const again = () => {
      // Another load of the page: nothing is left but what was kept.
      setActivePinia(createPinia())
      const { state, done } = atTheMachine()
      const said = state.typedBefore.value
      done()
      return said
    }
    expect(again()).toBeNull()
    vi.setSystemTime(Date.now() + 15 * 60_000)
    expect(again()).toMatch(/^\d{4}-/)
    // What the plan gives and what was chosen are no figures.
    localStorage.clear()
    setActivePinia(createPinia())
    const chosen = atTheMachine()
    type(chosen.state, { direction: '+', finder: 'finder' })
    await nextTick()
    chosen.done()
    vi.setSystemTime(Date.now() + 15 * 60_000)
    expect(again()).toBeNull()
  })
})

describe('recording', () => {
  const recorded = {
    content: {
      id: 'it',
      machine: 'mill',
      seq: 7,
      kind: 'pick-up',
      person: { name: 'I. Marrow' },
      setup: 'now',
      writes: [],
      gauges: [],
      refers: null,
    },
    previousHash: '0',
  }
  const SETTLE = 'POST /api/sendings/'
  const settled = (entry: object | null) => ({ status: 200, body: { recorded: entry !== null, entry } })

  it('sends what was typed, not what was worked out, and begins anew', async () => {
    answers['POST /api/machines/mill/entries'] = { status: 200, body: recorded }
    const { state, recording } = atTheMachine()
    type(state, typed)
    await nextTick()
    await recording.record(null)
    const { body } = records()[0]!
    expect(body!.id).toMatch(/^[0-9a-f-]{36}$/)
    expect(body).toMatchObject({ routine: 'edge', inputs: { ...typed, slot: 'G54' }, basis: { [X]: null }, release: null })
    expect(Object.keys(body!)).not.toContain('value')
    expect(recording.outcome.value).toMatchObject({ kind: 'recorded' })
    expect(state.draft.value.inputs).toEqual({ slot: 'G54', axis: 'X' })
  })

  it('leaves out reasons of two letters and readouts that are none', async () => {
    answers['POST /api/machines/mill/entries'] = { status: 200, body: recorded }
    const { state, recording } = atTheMachine(ref(scene([], { homedAt: null })) as Ref<Scene>)
    type(state, typed)
    await nextTick()
    const [finding] = state.assessment.value.findings.filter(({ verdict }) => verdict !== 'clear')
    state.answer(finding!, 'ok')
    state.draft.value.seen = ['touch/G59/X']
    await recording.record(null)
    expect(records()[0]!.body).toMatchObject({ answers: {}, seen: [] })
    expect(findingKey(finding!)).toContain('homed')
  })

  it('keeps every figure when it is refused, and says why and by whom', async () => {
    const between = [{ register: X, name: 'G54 X', by: 'W. Tansley', at: '2026-11-24T02:00:00.000Z', entry: 'e', title: 't', after: 1 }]
    answers['POST /api/machines/mill/entries'] = problem(409, 'G54 X has been written since.', { between })
    const { state, recording } = atTheMachine()
    type(state, typed)
    await recording.record(null)
    expect(recording.outcome.value).toEqual({
      kind: 'refused',
      code: expect.any(String) as string,
      sentence: 'G54 X has been written since.',
      fields: {},
      between,
    })
    expect(state.draft.value.inputs).toMatchObject(typed)
    expect(recording.busy.value).toBe(false)
  })

  it('asks what became of it when no answer came, and finds the entry', async () => {
    answers['POST /api/machines/mill/entries'] = 'no answer'
    answers[SETTLE] = 'no answer'
    const { state, recording } = atTheMachine()
    type(state, typed)
    await recording.record(null)
    expect(recording.outcome.value.kind).toBe('unsure')
    expect(recording.busy.value).toBe(true)
    expect(useLive().connected).toBe(false)
    await vi.advanceTimersByTimeAsync(3_200)
    expect(recording.outcome.value.kind).toBe('unsure')
    answers[SETTLE] = settled(recorded)
    await vi.advanceTimersByTimeAsync(1_600)
    const [first] = records()
    expect(sent.some(({ path }) => path === `/api/sendings/${first!.body!.id as string}`)).toBe(true)
    expect(recording.outcome.value.kind).toBe('recorded')
    expect(records()).toHaveLength(1)
    expect(state.draft.value.inputs).toEqual({ slot: 'G54', axis: 'X' })
  })

  it('says that nothing was recorded once that is sure, and sends again under another id', async () => {
    answers['POST /api/machines/mill/entries'] = 'no answer'
    answers[SETTLE] = settled(null)
    const { state, recording } = atTheMachine()
    type(state, typed)
    await recording.record(null)
    await vi.advanceTimersByTimeAsync(1_600)
    expect(recording.outcome.value.kind).toBe('not-recorded')
    expect(state.draft.value.inputs).toMatchObject(typed)
    answers['POST /api/machines/mill/entries'] = { status: 200, body: recorded }
    await recording.record(null)
    expect(new Set(records().map(({ body }) => body!.id)).size).toBe(2)
    expect(recording.outcome.value.kind).toBe('recorded')
  })

  it('sends a refused figure again under its id, and a changed one under a new id', async () => {
    answers['POST /api/machines/mill/entries'] = problem(422, 'One query wants a reason.')
    const { state, recording } = atTheMachine()
    type(state, typed)
    await recording.record(null)
    await recording.record(null)
    type(state, { reading: '-318.2050' })
    await recording.record(null)
    const [first, again, changed] = records().map(({ body }) => body!.id)
    expect(again).toBe(first)
    expect(changed).not.toBe(first)
  })

  it('that was cut off by a reload is asked about first', async () => {
    answers['POST /api/machines/mill/entries'] = 'no answer'
    answers[SETTLE] = 'no answer'
    const first = atTheMachine()
    type(first.state, typed)
    await first.recording.record(null)
    await nextTick()
    first.done()
    setActivePinia(createPinia())
    const again = atTheMachine()
    expect(again.recording.outcome.value.kind).toBe('unsure')
    answers[SETTLE] = settled(recorded)
    await vi.advanceTimersByTimeAsync(1_600)
    expect(again.recording.outcome.value.kind).toBe('recorded')
    expect(again.state.draft.value.inputs).toEqual({ slot: 'G54', axis: 'X' })
  })
})

describe('the bar under the checks', () => {
  const bar = (props: Record<string, unknown>) =>
    put(RecordBar, {
      outcome: { kind: 'idle' },
      ready: true,
      needsRelease: false,
      target: 'G54 X on Mill 3',
      machine: MILL,
      mayNot: null,
      ...props,
    })
  const pressed = (wrapper: ReturnType<typeof bar>) => wrapper.find('.record').attributes('disabled') === undefined

  it('names what will be written where, and waits until it may', () => {
    expect(textOf(bar({}))).toContain('Record G54 X on Mill 3')
    expect(pressed(bar({}))).toBe(true)
    expect(pressed(bar({ ready: false }))).toBe(false)
    expect(textOf(bar({ needsRelease: true }))).toContain('Release and record')
    expect(pressed(bar({ mayNot: 'Only a lead can do this.' }))).toBe(false)
    expect(textOf(bar({ mayNot: 'Only a lead can do this.' }))).toContain('Only a lead can do this.')
  })

  it.each([
    ['sending', false, 'Recording'],
    ['unsure', false, 'your figures are kept'],
    ['not-recorded', true, 'Press Record again'],
  ])('says what has become of it: %s', (kind, may, words) => {
    const wrapper = bar({ outcome: { kind } })
    expect(pressed(wrapper)).toBe(may)
    expect(textOf(wrapper)).toContain(words)
  })

  it('names the winner of two, with the figure that stands now', () => {
    const between = [
      { register: X, name: 'G54 X', by: 'W. Tansley', at: '2026-11-24T02:00:00.000Z', entry: 'e', title: 'edge', after: mm(-313.191) },
      { register: X, name: 'G54 X', by: 'W. Tansley', at: '2026-11-24T02:05:00.000Z', entry: 'f', title: 'undo', after: null },
    ]
    const text = textOf(bar({ outcome: { kind: 'refused', sentence: 'Written since.', between } }))
    expect(text).toContain('Written since.')
    expect(text).toContain('\u2212313.1910')
    expect(text).toContain('taken back')
  })
})

describe('an input that has not changed', () => {
  it('is the same object at the next keystroke, one that has changed is not', () => {
    const same = sameInputs()
    const inputs = (raw: Record<string, string>) => assess(routineById('edge')!, raw, scene()).inputs
    const first = same(inputs({ slot: 'G54', axis: 'X', between: 'none' }))
    const second = same(inputs({ slot: 'G54', axis: 'X', between: 'none', reading: '-3' }))
    expect(second.every((input, at) => input === first[at])).toBe(true)
    const turned = same(inputs({ slot: 'G54', axis: 'Y', between: 'none' }))
    const by = (list: typeof first, id: string) => list.find((input) => input.id === id)
    expect(by(turned, 'reading')).not.toBe(by(first, 'reading'))
    expect(by(turned, 'finder')).toBe(by(first, 'finder'))
  })
})
