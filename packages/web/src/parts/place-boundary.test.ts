import { defineComponent, h, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ok, serverThat } from '../../test/answers.ts'
import { put, textOf } from '../../test/mounting.ts'
import PlaceBoundary from './PlaceBoundary.vue'

const fails = ref(true)
const Place = defineComponent({
  setup() {
    return () => {
      if (fails.value) throw new Error(`no table of ${Math.random()}`)
      return h('button', { onClick: () => Promise.reject(new Error(`pressed in vain ${Math.random()}`)) }, 'Press')
    }
  },
})
const around = () =>
  put(
    defineComponent(() => () => h(PlaceBoundary, null, { default: () => h(Place) })),
    {},
  )

beforeEach(() => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('a place that fails', () => {
  it('says so, is tried again at a press, and is told to the log once', async () => {
    const sent = serverThat({ 'POST /api/faults': ok({ logged: true }) })
    fails.value = true
    const wrapper = around()
    await nextTick()
    expect(textOf(wrapper)).toContain('This place could not be shown')
    await vi.waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]!.body).toMatchObject({
      message: expect.stringContaining('no table of') as string,
      place: expect.stringMatching(/^\//) as string,
    })
    fails.value = false
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Try again')!
      .trigger('click')
    expect(textOf(wrapper)).toBe('Press')
  })

  it('in a press alone stays as it is, with a word above it', async () => {
    const sent = serverThat({ 'POST /api/faults': ok({ logged: true }) })
    fails.value = false
    const wrapper = around()
    await wrapper.find('button').trigger('click')
    await vi.waitFor(() => expect(textOf(wrapper)).toContain('That press did not do what it should'))
    expect(textOf(wrapper)).toContain('Press')
    await vi.waitFor(() => expect(sent).toHaveLength(1))
  })
})
