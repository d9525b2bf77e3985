import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { put } from '../../test/mounting.ts'
import NumberPad from './NumberPad.vue'
import { useNumberPad } from './number-pad.ts'

let field: HTMLInputElement

function screenIs(kind: 'touch' | 'mouse'): void {
  vi.stubGlobal('matchMedia', (query: string) => ({
    matches: kind === 'touch' && query.includes('coarse'),
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }))
}

beforeEach(() => {
  document.body.innerHTML = ''
  field = document.createElement('input')
  document.body.append(field)
  setActivePinia(createPinia())
  screenIs('touch')
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const write = (value: string, from = value.length, to = from) => {
  field.value = value
  field.setSelectionRange(from, to)
}

describe('the number pad', () => {
  it('types at the cursor and over what is marked, as a keyboard would', () => {
    const pad = useNumberPad()
    pad.attach(field)
    const heard: string[] = []
    field.addEventListener('input', () => heard.push(field.value))
    write('-31.2', 2)
    pad.type('8')
    expect(field.value).toBe('-381.2')
    expect(field.selectionStart).toBe(3)
    write('-381.2', 0, 6)
    pad.type('7')
    expect(field.value).toBe('7')
    expect(heard).toEqual(['-381.2', '7'])
  })

  it('takes one sign back, or all that is marked, and nothing before the start', () => {
    const pad = useNumberPad()
    pad.attach(field)
    write('-318.2')
    pad.erase()
    expect(field.value).toBe('-318.')
    write('-318.2', 1, 4)
    pad.erase()
    expect(field.value).toBe('-.2')
    write('12', 0)
    pad.erase()
    expect(field.value).toBe('12')
  })

  it('turns the sign to and fro, a minus of print among them', () => {
    const pad = useNumberPad()
    pad.attach(field)
    write('318.2')
    pad.turnSign()
    expect(field.value).toBe('-318.2')
    pad.turnSign()
    expect(field.value).toBe('318.2')
    write('\u2212318.2')
    pad.turnSign()
    expect(field.value).toBe('318.2')
  })

  it('goes on with Enter', () => {
    const pad = useNumberPad()
    pad.attach(field)
    const keys: string[] = []
    field.addEventListener('keydown', ({ key }) => keys.push(key))
    pad.next()
    expect(keys).toEqual(['Enter'])
  })

  it('opens with a field on a touch screen, stays away once closed, and comes back with the next field', () => {
    const pad = useNumberPad()
    expect(pad.open).toBe(false)
    pad.attach(field)
    expect(pad.open).toBe(true)
    pad.close()
    expect(pad.open).toBe(false)
    pad.attach(field)
    expect(pad.open).toBe(false)
    pad.attach(document.createElement('input'))
    expect(pad.open).toBe(true)
  })

  it('leaves with the field, but not when the next one takes over', () => {
    vi.useFakeTimers()
    const pad = useNumberPad()
    const next = document.createElement('input')
    pad.attach(field)
    pad.detach(field)
    pad.attach(next)
    vi.advanceTimersByTime(300)
    expect(pad.open).toBe(true)
    pad.detach(next)
    vi.advanceTimersByTime(300)
    expect(pad.open).toBe(false)
  })

  it('is never in the way of a mouse', () => {
    screenIs('mouse')
    const pad = useNumberPad()
    pad.attach(field)
    expect(pad.open).toBe(false)
  })

  it('has every key that a figure needs, and does nothing without a field', async () => {
    const wrapper = put(NumberPad, {})
    const pad = useNumberPad()
    for (const act of [() => pad.type('1'), pad.erase, pad.turnSign, pad.next]) expect(act).not.toThrow()
    pad.attach(field)
    write('')
    await nextTick()
    const keys = wrapper.findAll('button').map((button) => button.text())
    for (const key of ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.']) expect(keys).toContain(key)
  })
})
