import { lengthRegister, mm, registerKey, type InputSpec } from '@rook/core'
import { MILL, scene, stands } from '@rook/testing'
import { scaleLinear } from 'd3-scale'
import { describe, expect, it, vi } from 'vitest'
import { put, textOf } from '../../test/mounting.ts'
import ChartFrame from './ChartFrame.vue'
import InputField from './InputField.vue'
import Opening from './Opening.vue'
import StandingRows from './StandingRows.vue'

const field = (input: InputSpec, more: object = {}) => put(InputField, { input, machine: MILL, modelValue: '', asked: false, ...more })
const OPTIONS = [
  { value: 'a', label: 'Swept true' },
  { value: 'b', label: 'By eye' },
]

/** One of each kind of input that a routine can ask, and how its figure or choice is found on the page. */
const INPUTS: readonly { input: InputSpec; typed: string }[] = [
  { input: { kind: 'length', id: 'run', label: 'Length of the run', role: 'size', grid: mm(0.000001) }, typed: 'input' },
  { input: { kind: 'angle', id: 'turned', label: 'Turned by' }, typed: 'input' },
  { input: { kind: 'number', id: 'speed', label: 'Speed', unit: 'rpm', min: 1, max: 60_000 }, typed: 'input' },
]

describe('the field for what a routine asks', () => {
  it.each(INPUTS)('of a $input.kind hands on what is typed, under its own label', async ({ input, typed }) => {
    const wrapper = field(input)
    expect(textOf(wrapper)).toContain(input.label)
    await wrapper.find(typed).setValue('12')
    expect(wrapper.emitted('update:modelValue')).toEqual([['12']])
  })

  it.each(INPUTS)('of a $input.kind says below what is wrong, and not on a line of the working', ({ input }) => {
    const problem = { input: input.id, kind: 'wrong', sentence: `${input.label}: write a number.` }
    expect(textOf(field(input, { problem }))).toContain(`${input.label}: write a number.`)
    expect(textOf(field(input, { problem, bare: true }))).not.toContain('write a number')
  })

  it('of a choice hands on the option that is pressed', async () => {
    const wrapper = field({ kind: 'choice', id: 'by', label: 'Lined up', shown: 'row', options: OPTIONS })
    await wrapper.findAll('input[type=radio]')[1]!.setValue()
    expect(wrapper.emitted('update:modelValue')).toEqual([['b']])
  })

  it('lets an odd length be agreed to', async () => {
    const problem = { input: 'run', kind: 'ask', sentence: 'Finer than the control counts.', offered: mm(1) }
    const wrapper = field(INPUTS[0]!.input, { problem })
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('agree')).toHaveLength(1)
  })

  it('goes on with Enter and back with Shift and Enter, whatever kind of figure it is', async () => {
    for (const { input } of INPUTS) {
      const wrapper = field(input, { bare: true })
      await wrapper.find('input').trigger('keydown', { key: 'Enter' })
      await wrapper.find('input').trigger('keydown', { key: 'Enter', shiftKey: true })
      expect([input.kind, wrapper.emitted('next')?.length, wrapper.emitted('back')?.length]).toEqual([input.kind, 1, 1])
    }
  })
})

describe('a place that is not there yet', () => {
  it('is being opened, or says why it cannot be', () => {
    expect(textOf(put(Opening, { error: null }))).toBe('Opening \u2026')
    const failed = put(Opening, { error: new Error('There is no such tool.') })
    expect(textOf(failed)).toBe('There is no such tool.')
    expect(failed.attributes('role')).toBe('alert')
  })
})

describe('a table of what stands', () => {
  const length = lengthRegister('4')
  const at = scene([[length, stands(mm(103.4755))]])
  const rows = [
    { name: 'T4', detail: 'End mill 12', cells: [registerKey(length), null] },
    { name: 'T5', detail: null, cells: [registerKey(lengthRegister('5')), null] },
  ]
  const columns = [
    { heading: 'Length', unit: 'mm' },
    { heading: 'Tip', unit: '' },
  ]

  it('shows the figure that the core writes, unset where nothing stands, and an empty cell where a row has no register', () => {
    const wrapper = put(StandingRows, { heading: 'Tool', columns, rows, scene: at })
    const text = [...wrapper.findAll('tbody tr')].map((row) => [...row.findAll('td')].map((cell) => textOf(cell)))
    expect(text[0]![0]).toMatch(/^103\.4755 carried over/)
    expect(text[1]![0]).toBe('unset')
    expect(text.map(([, tip]) => tip)).toEqual(['', ''])
    expect(textOf(wrapper.find('thead'))).toBe('Tool Length mm Tip')
  })

  it('lets what stands be marked disturbed where that is offered, and only what stands', async () => {
    expect(put(StandingRows, { heading: 'Tool', columns, rows, scene: at }).find('button').exists()).toBe(false)
    const wrapper = put(StandingRows, { heading: 'Tool', columns, rows, scene: at, mayDisturb: true })
    expect(wrapper.findAll('button')).toHaveLength(1)
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('disturb')).toEqual([[registerKey(length)]])
  })
})

describe('the frame of a chart', () => {
  const y = scaleLinear([0, 40], [100, 0])
  const chart = (warn = vi.spyOn(console, 'warn')) => {
    const wrapper = put(ChartFrame, {
      width: 300,
      height: 130,
      left: 40,
      right: 20,
      y,
      written: (value: number) => `${value} %`,
      below: [{ key: 1, x: 60, words: 'part 1' }],
      label: 'one part, under the warning',
    })
    return { wrapper, warn }
  }

  it('writes its levels at their heights, the words below, and one sentence for the whole', () => {
    const { wrapper, warn } = chart()
    expect(wrapper.find('svg').attributes('aria-label')).toBe('one part, under the warning')
    const texts = wrapper.findAll('text').map((one) => [one.text(), Number(one.attributes('y'))])
    expect(texts).toEqual([...y.ticks(4).map((tick) => [`${tick} %`, y(tick) + 5]), ['part 1', 123]])
    expect(warn).not.toHaveBeenCalled()
  })
})
