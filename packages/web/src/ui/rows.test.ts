import { nextTick, type Component } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod/mini'
import { put } from '../../test/mounting.ts'
import { problemsOf, underField, useChecked } from './checked.ts'
import Rows from './Rows.vue'
import { length, lengthOrNone, pin, plainNumber, wholeOrNone, words, wordsOrNone } from './shapes.ts'
import { mm } from '@rook/core'

interface Tool {
  id: string
  name: string
  size: number
}
const TOOLS: Tool[] = [
  { id: 'b', name: 'Drill 5.0', size: 5 },
  { id: 'a', name: 'End mill 12', size: 12 },
  { id: 'c', name: 'Tap M6', size: 6 },
]
const COLUMNS = [
  { key: 'name', title: 'Tool', names: true, compare: (one: Tool, other: Tool) => one.name.localeCompare(other.name) },
  { key: 'size', title: 'Size', align: 'right', compare: (one: Tool, other: Tool) => one.size - other.size },
]
const list = (more: object = {}) =>
  put(Rows as unknown as Component, { columns: COLUMNS, rows: TOOLS, rowKey: ({ id }: Tool) => id, ...more })
const first = (wrapper: ReturnType<typeof list>) => wrapper.findAll('tbody th').map((one) => one.text())

afterEach(() => {
  document.body.innerHTML = ''
})

describe('a list of things', () => {
  it('stands in the order that it came in, each row named for a screen reader', () => {
    const wrapper = list({ rowIs: ({ id }: Tool) => ({ 'data-tool': id }) })
    expect(first(wrapper)).toEqual(['Drill 5.0', 'End mill 12', 'Tap M6'])
    expect(wrapper.find('[data-tool=a] th').attributes('scope')).toBe('row')
  })

  it('is sorted by a column, the other way round at the next press, and as it came at the third', async () => {
    const wrapper = list()
    const head = wrapper.findAll('thead th')[1]!
    await head.find('button').trigger('click')
    expect(first(wrapper)).toEqual(['Drill 5.0', 'Tap M6', 'End mill 12'])
    expect(head.attributes('aria-sort')).toBe('ascending')
    await head.find('button').trigger('click')
    expect(first(wrapper)).toEqual(['End mill 12', 'Tap M6', 'Drill 5.0'])
    expect(head.attributes('aria-sort')).toBe('descending')
    await head.find('button').trigger('click')
    expect(first(wrapper)).toEqual(['Drill 5.0', 'End mill 12', 'Tap M6'])
    expect(head.attributes('aria-sort')).toBeUndefined()
  })

  it('stands on pages where there are many, and leaves a page that is gone', async () => {
    const many = Array.from({ length: 25 }, (_, at) => ({ id: String(at), name: `T${at}`, size: at }))
    const wrapper = list({ rows: many, page: 10 })
    // A few come at a time.
    await vi.waitFor(() => expect(first(wrapper)).toHaveLength(10))
    await wrapper.find('.ant-pagination-item-3').trigger('click')
    expect(first(wrapper)).toEqual(['T20', 'T21', 'T22', 'T23', 'T24'])
    await wrapper.setProps({ rows: many.slice(0, 12) })
    expect(first(wrapper)).toEqual(['T10', 'T11'])
    await wrapper.setProps({ rows: many.slice(0, 5) })
    expect(first(wrapper)).toHaveLength(5)
  })

  it('says what stands there while there is nothing', () => {
    expect(list({ rows: [], empty: 'No tool fits these words.' }).text()).toContain('No tool fits these words.')
  })
})

describe('a form with a schema behind it', () => {
  const shape = z.object({ name: words('Name: write it.'), size: length('Size', 'mm'), days: wholeOrNone('Days: whole ones.') })
  const begin = () => {
    const form = { name: ' ', size: '1..', days: '2.5' }
    return { form, checked: useChecked(shape, () => ({ ...form })) }
  }

  it('complains of nothing before somebody wants to send it, and then of each field by itself', () => {
    const { checked } = begin()
    expect(checked.problems.value).toEqual({})
    expect(checked.take()).toBeNull()
    expect(Object.keys(checked.problems.value)).toEqual(['name', 'size', 'days'])
    expect(checked.problems.value.name).toBe('Name: write it.')
    expect(checked.sentences.value).toHaveLength(3)
    checked.begin()
    expect(checked.problems.value).toEqual({})
  })

  it('gives what is sent once every field is good', async () => {
    const { form } = begin()
    Object.assign(form, { name: ' Finder 10 ', size: '3/8 in', days: '' })
    const checked = useChecked(shape, () => ({ ...form }))
    await nextTick()
    expect(checked.take()).toEqual({ name: 'Finder 10', size: 9_525_000, days: null })
  })

  it('reads what may be left out as nothing, and a PIN as digits alone', () => {
    expect(lengthOrNone('Grip', 'mm').parse('')).toBeNull()
    expect(lengthOrNone('Grip', 'in').parse('1/2')).toBe(mm(12.7))
    expect(wordsOrNone.parse('  ')).toBeNull()
    expect(pin.safeParse('12a4').success).toBe(false)
  })

  it('reads a plain number with a point or a comma, and nothing that only begins like one', () => {
    expect(['2,5', '.5', ' \u22123 ', '40'].map((text) => plainNumber('no').parse(text))).toEqual([2.5, 0.5, -3, 40])
    for (const text of ['', '1e3', '2,5 mm', '1.2.3', 'Infinity', '5.']) expect(plainNumber('no').safeParse(text).success).toBe(false)
    expect(pin.safeParse('1234').success).toBe(true)
  })

  it('says the first thing that is wrong with a field, under it', () => {
    const problems = problemsOf([
      { path: ['slots', 0], message: 'first' },
      { path: ['slots', 0], message: 'second' },
    ])
    expect(problems).toEqual({ 'slots.0': 'first' })
    expect(underField(problems, 'slots.0')).toEqual({ validateStatus: 'error', help: 'first' })
    expect(underField(problems, 'name')).toEqual({})
  })
})
