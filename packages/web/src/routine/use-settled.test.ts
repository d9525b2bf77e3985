import { routineById, type RawInputs } from '@rook/core'
import { scene } from '@rook/testing'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { useSettled } from './use-settled.ts'

const typing = (routine: string, given: RawInputs) => {
  const inputs = ref(given)
  const settled = effectScope().run(() => useSettled(() => inputs.value, routineById(routine)!, ref(scene())))!
  return { settled, type: (more: RawInputs) => (inputs.value = { ...inputs.value, ...more }) }
}

describe('what was typed stands', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('at once where there are few readings', () => {
    const { settled, type } = typing('edge', { axis: 'X' })
    type({ reading: '-318.2' })
    expect(settled.value).toBe(true)
  })

  it('after a moment where there are many, counted from the last keystroke', async () => {
    const { settled, type } = typing('bore-boss', { kind: 'bore', touches: '6' })
    expect(settled.value).toBe(true)
    type({ X1: '-198' })
    expect(settled.value).toBe(false)
    await vi.advanceTimersByTimeAsync(100)
    type({ X1: '-198.4' })
    await vi.advanceTimersByTimeAsync(100)
    expect(settled.value).toBe(false)
    await vi.advanceTimersByTimeAsync(60)
    expect(settled.value).toBe(true)
  })
})
