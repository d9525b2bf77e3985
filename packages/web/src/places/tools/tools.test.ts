import {
  diameterRegister,
  lengthRegister,
  mm,
  noseRegister,
  registerKey,
  tipRegister,
  toolRows,
  wearOf,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { defineComponent, nextTick, ref, shallowRef } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { LATHE, MILL, mounted, scene, stands } from '@rook/testing'
import { put, textOf } from '../../../test/mounting.ts'
import EdgePicture from '../../parts/EdgePicture.vue'
import NumberField from '../../parts/NumberField.vue'
import ChangesSheet from './ChangesSheet.vue'
import LoadChart from './LoadChart.vue'
import { filterRows, sortRows, windowOf } from './table-order.ts'
import { toolFormOf, toolShape, type ToolForm } from './tool-form.ts'
import { problemsOf } from '../../ui/checked.ts'
import ToolsTable from './ToolsTable.vue'
import { useEdits } from './use-edits.ts'

const TOOLS = [
  mounted('1', 'fm-63', 'Face mill 63', { life: { by: 'minutes', limit: 100, warning: 80 }, lifeUsed: 90 }),
  mounted('4', 'em-12', 'End mill 12', {
    holder: 'Shrink 12',
    life: { by: 'parts', limit: 100, warning: 80 },
    lifeUsed: 10,
    properties: { DC: mm(12) },
  }),
  mounted('40', 'dr-66', 'Drill 6.6', { offset: '17', diameterOffset: '57' }),
]
const stood: Scene = scene(
  [
    [lengthRegister('1'), stands(mm(92.3), { assembly: 'fm-63', setup: 'now' })],
    [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', setup: 'now' })],
    [wearOf(lengthRegister('4')), stands(mm(-0.02), { assembly: 'em-12', setup: 'now' })],
    [lengthRegister('17'), stands(mm(138), { assembly: 'another', setup: 'now' })],
    [diameterRegister(MILL, '4'), stands(mm(6), { assembly: 'em-12', state: 'estimated' })],
  ],
  { tools: TOOLS },
)
const rows = toolRows(stood)
const numbers = (list: typeof rows) => list.map(({ tool }) => tool.number)

beforeEach(() => localStorage.clear())
afterEach(() => {
  document.body.innerHTML = ''
})

describe('the order of the tools table', () => {
  it.each([
    ['tool', ['1', '4', '40']],
    ['name', ['40', '4', '1']],
    ['length', ['40', '4', '1']],
    ['standing', ['40', '1', '4']],
    ['life', ['1', '4', '40']],
  ] as const)('by %s', (key, order) => {
    expect(numbers(sortRows(rows, key, false))).toEqual(order)
    expect(numbers(sortRows(rows, key, true))).toEqual([...order].reverse())
  })

  it('is narrowed down by words, by numbers in full, and by standing', () => {
    expect(numbers(filterRows(rows, 'mill', ''))).toEqual(['1', '4'])
    expect(numbers(filterRows(rows, 'mill shrink', ''))).toEqual(['4'])
    expect(numbers(filterRows(rows, 't4', ''))).toEqual(['4'])
    expect(numbers(filterRows(rows, 'H17', ''))).toEqual(['40'])
    expect(numbers(filterRows(rows, '', 'stale'))).toEqual(['40'])
    expect(numbers(filterRows(rows, '', 'estimated'))).toEqual(['4'])
  })

  it('puts only what is on the screen onto it, with a few rows beyond', () => {
    expect(windowOf(0, 580, 58, 300)).toEqual({ from: 0, to: 14 })
    expect(windowOf(5800, 580, 58, 300)).toEqual({ from: 96, to: 114 })
    expect(windowOf(99_999, 580, 58, 3)).toMatchObject({ to: 3 })
  })
})

describe('figures typed over in the table', () => {
  const edits = (at: Scene = stood) => useEdits('mill', ref(at))

  it('count in the total at once, and are read in the machine\u2019s unit', () => {
    const state = edits()
    state.type('tool/4/length/geometry', '103.5')
    expect(state.shownValue('tool/4/length/geometry')).toBe(mm(103.5))
    expect(state.read.value!.changes).toMatchObject([{ name: 'H4 length', before: mm(103.4755), after: mm(103.5) }])
    state.type('tool/4/length/geometry', '103..5')
    expect(state.shownValue('tool/4/length/geometry')).toBe(mm(103.4755))
    expect(state.read.value!.problems['tool/4/length/geometry']).toContain('two decimal points')
  })

  it('remember what stood when they were typed, until the person has seen that somebody wrote in between', () => {
    const at = shallowRef(stood)
    const state = useEdits('mill', at)
    state.type('tool/4/length/geometry', '103.5')
    const first = state.pending.value.basis['tool/4/length/geometry']
    at.value = { ...stood, standing: { ...stood.standing, 'tool/4/length/geometry': stands(mm(103.6), { entry: 'second' }) } }
    state.type('tool/4/length/geometry', '103.55')
    expect(state.pending.value.basis['tool/4/length/geometry']).toBe(first)
    state.accept('tool/4/length/geometry')
    expect(state.pending.value.basis['tool/4/length/geometry']).toBe('second')
  })

  it('survive a reload and are dropped one by one', async () => {
    edits().type('tool/4/length/geometry', '103.5')
    await nextTick()
    const again = edits()
    expect(again.edits.value).toEqual([{ register: 'tool/4/length/geometry', text: '103.5' }])
    again.drop('tool/4/length/geometry')
    expect(again.edits.value).toEqual([])
  })
})

describe('the tools table', () => {
  const table = () => {
    Object.defineProperty(HTMLElement.prototype, 'offsetHeight', { configurable: true, value: 600 })
    const state = useEdits('mill', ref(stood))
    return { state, wrapper: put(ToolsTable, { rows, scene: stood, edits: state, sorted: { key: 'tool', turned: false } }) }
  }

  it('shows geometry and wear apart, each with its standing, and the total that the control adds', async () => {
    const { wrapper } = table()
    await nextTick()
    expect(wrapper.find('[data-register="tool/4/length/geometry"]').attributes('data-standing')).toBe('measured')
    expect(wrapper.find('[data-register="tool/4/radius/geometry"]').attributes('data-standing')).toBe('estimated')
    expect(wrapper.find('[data-register="tool/17/length/geometry"]').attributes('data-standing')).toBe('stale')
    expect(wrapper.find('[data-total="tool/4/length/geometry"]').text()).toBe('103.4555')
    expect(textOf(wrapper)).toContain('H17 D57')
    expect(textOf(wrapper)).toContain('90 of 100 minutes')
  })

  it('says what a typed cell was, and forgets it at Escape', async () => {
    const { wrapper, state } = table()
    const field = wrapper.find('[data-register="tool/4/length/geometry"] input')
    await field.setValue('103.5')
    expect(textOf(wrapper.find('[data-register="tool/4/length/geometry"]'))).toBe('was 103.4755')
    expect(wrapper.find('[data-total="tool/4/length/geometry"]').text()).toBe('103.4800')
    await field.trigger('keydown', { key: 'Escape' })
    expect(state.edits.value).toEqual([])
  })

  it('spreads a pasted column downward and leaves a single figure to the field', async () => {
    const { wrapper, state } = table()
    const paste = (text: string) =>
      wrapper.find('[data-register="tool/1/length/geometry"] input').trigger('paste', { clipboardData: { getData: () => text } })
    await paste('92.4')
    expect(state.edits.value).toEqual([])
    await paste('92.4\n103.5\n138.1\n7')
    expect(state.edits.value.map(({ register }) => register)).toEqual([
      'tool/1/length/geometry',
      'tool/4/length/geometry',
      'tool/17/length/geometry',
    ])
    expect(wrapper.emitted('pasted')?.[0]?.[0]).toBe('3 cells pasted; 1 had no place below or beside, and was left out.')
  })
})

const read = (form: ToolForm, unit: 'mm' | 'in' = 'mm') => toolShape(unit, form).safeParse(form)

describe('a tool\u2019s record as a form', () => {
  it('comes back as it was, in either unit', () => {
    const { assembly: _id, number: _n, offset: _h, diameterOffset: _d, lifeUsed: _u, ...record } = TOOLS[1]!
    for (const unit of ['mm', 'in'] as const) expect(read(toolFormOf({ ...record, lifeUsed: 0 }, unit), unit).data).toEqual(record)
  })

  it('says what is wrong, all of it at once', () => {
    const form = { ...toolFormOf({ ...TOOLS[1]!, lifeUsed: 0 }, 'mm'), name: ' ', flutes: '2.5', estimate: '1..', limit: 'x' }
    const problems = problemsOf(read(form).error!.issues)
    expect(Object.entries(problems).map(([field, sentence]) => [field, sentence.split(':')[0]])).toEqual([
      ['name', 'Name'],
      ['flutes', 'Flutes, cutting edges'],
      ['estimate', 'Rough length'],
      ['limit', 'Life, limit'],
    ])
  })
})

describe('a record that cannot be', () => {
  it('is told before it is sent, in the core\u2019s own words', () => {
    const form = toolFormOf({ ...TOOLS[1]!, properties: { DC: mm(6), RE: mm(6) }, lifeUsed: 0 }, 'mm')
    expect(problemsOf(read(form).error!.issues)['properties.RE']).toContain('a diameter where a radius is due')
    const late = { ...toolFormOf({ ...TOOLS[1]!, lifeUsed: 0 }, 'mm'), warning: '100' }
    expect(problemsOf(read(late).error!.issues).warning).toContain('below the limit')
  })
})

describe('small pictures', () => {
  it('of the edges say in words what they show', () => {
    const edges = [
      { edge: 1, behind: mm(0.004), counts: false, read: true },
      { edge: 2, behind: mm(0), counts: true, read: true },
      { edge: 3, behind: null, counts: false, read: false },
    ]
    const wrapper = put(EdgePicture, { edges, machine: MILL })
    expect(wrapper.find('svg').attributes('aria-label')).toBe('edge 1 0.0040 behind; edge 2 furthest out, counts; edge 3 not read yet')
    expect(textOf(wrapper)).toContain('worst 0.0040 behind')
  })

  it('of the load mark what is over the warning by shape, and say the last', () => {
    const at = '2026-11-24T03:00:00.000Z'
    const seen = [41, 49, 62].map((value, i) => ({ at, by: 'I. Marrow', part: String(i + 1), value }))
    const load = {
      id: 'x',
      section: 'pocket',
      program: 'O1',
      value: 40,
      unit: '%',
      warning: 0.2,
      alarm: 0.5,
      at,
      by: 'I. Marrow',
      note: null,
      seen,
    }
    const wrapper = put(LoadChart, { load })
    expect(wrapper.findAll('path.query')).toHaveLength(1)
    expect(wrapper.findAll('path.stop')).toHaveLength(1)
    expect(textOf(wrapper)).toContain('Part 3: 62 %, 55 % above the sample cut, over the alarm at 50 %')
    expect(textOf(put(LoadChart, { load: { ...load, seen: [] } }))).toContain('Nothing was seen since the sample cut of 40 %')
  })

  it('and the field of a plain number says its unit and its trouble', () => {
    const input = { kind: 'number', id: 'speed', label: 'Speed', unit: 'rpm', min: 1, max: 60_000, optional: true }
    const problem = { input: 'speed', kind: 'refused', sentence: 'Speed: write a number from 1 to 60000 rpm.' }
    const text = textOf(put(NumberField, { input, machine: MILL, modelValue: 'x', asked: false, problem }))
    expect(text).toBe('Speed , if known rpm Speed: write a number from 1 to 60000 rpm.')
    vi.restoreAllMocks()
  })
})

describe('the list of what will change', () => {
  it('shows each figure as its register holds it, and the tool whose own number it is', async () => {
    const lathe = scene([], {
      machine: LATHE,
      plan: null,
      // One tool under number 1; another whose second number only is 1.
      tools: [
        mounted('2', 'bb-10', 'Boring bar', { offset: '2', diameterOffset: '1' }),
        mounted('1', 'tt-1', 'Turning tool', { kind: 'turning' }),
      ],
    })
    let edits!: ReturnType<typeof useEdits>
    put(
      defineComponent({
        setup: () => {
          edits = useEdits('lathe', lathe)
          return () => null
        },
      }),
      {},
    )
    edits.type(registerKey(tipRegister('1')), '3')
    edits.type(registerKey(noseRegister('1')), '0.4')
    await nextTick()
    const sheet = put(ChangesSheet, { scene: lathe, edits, sent: { kind: 'idle' } })
    await nextTick()
    const row = (register: RegisterRef) => textOf(sheet.find(`[data-change="${registerKey(register)}"]`))
    expect(row(tipRegister('1'))).toMatch(/Turning tool.*unset 3(?!\.)/)
    expect(row(noseRegister('1'))).toContain('0.400')
    expect(row(tipRegister('1'))).not.toContain('Boring bar')
  })

  it('asks by how much a wear was to change, keeps it, and says where the two do not agree', async () => {
    const wear = registerKey(wearOf(lengthRegister('4')))
    const edits = useEdits('mill-1', stood)
    edits.clear()
    edits.type(wear, '-0.015')
    const sheet = put(ChangesSheet, { scene: stood, edits, sent: { kind: 'idle' } })
    await nextTick()
    expect(textOf(sheet)).toContain('type by how much too')
    await sheet.find(`input[data-by="${wear}"]`).setValue('-0.015')
    await nextTick()
    expect(textOf(sheet)).toContain('the amount typed where the total belongs')
    expect(edits.edits.value).toEqual([{ register: wear, text: '-0.015', by: '-0.015' }])
    edits.type(wear, '-0.035')
    await nextTick()
    expect(textOf(sheet)).not.toContain('typed where the total belongs')
    edits.drop(wear)
    expect(edits.byOf(wear)).toBe('')
  })
})
