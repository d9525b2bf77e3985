import { lengthRegister, mm, nm, setterRegister, workRegister, type Scene, sizeText } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { GAUGES, LATHE, MILL, scene, stands } from '@rook/testing'
import { put, textOf } from '../../test/mounting.ts'
import StandingTable from '../parts/StandingTable.vue'
import { EVENTS, FAMILIES } from './gauges/gauge-names.ts'
import { stateOf } from './gauges/gauge-state.ts'
import { axesOfKind, blankForm, formOf, limitText, machineShape } from './machines/record-form.ts'
import ReadoutRow from './setup/ReadoutRow.vue'
import { LIMITS } from '@rook/core'

afterEach(() => {
  document.body.innerHTML = ''
  vi.unstubAllGlobals()
})

const stood: Scene = scene([
  [workRegister('G54', 'X'), stands(mm(-313.204), { setup: 'now' })],
  [workRegister('G54', 'Y'), stands(mm(-169.703))],
  [lengthRegister('4'), stands(mm(0), { state: 'deliberately-zero', setup: 'now', origin: 'second' })],
  [
    lengthRegister('17'),
    stands(mm(34.5), { setup: 'now', rests: [{ register: 'tool/4/length/geometry', origin: 'first', value: mm(0), standard: null }] }),
  ],
  [setterRegister('setter'), stands(mm(-502.118), { setup: 'now' })],
])

describe('what stands in a machine', () => {
  const table = () => put(StandingTable, { scene: stood, slots: ['G54'] })
  const standing = (register: string) => table().find(`[data-register="${register}/geometry"]`).attributes('data-standing')

  it('says of every figure what it is worth', () => {
    expect(standing('work/G54/X')).toBe('measured')
    expect(standing('work/G54/Y')).toBe('carried over')
    expect(standing('work/G54/Z')).toBe('unset')
    expect(standing('tool/4/length')).toBe('zero on purpose')
    expect(standing('tool/17/length')).toBe('stale')
  })

  it('names what has to be done again, and why', () => {
    const text = textOf(table())
    expect(text).toContain('H17 length: H4 length, the reference it rests on, was set anew by I. Marrow.')
    expect(text).toContain('What is struck through must be measured again before it is used.')
  })

  it('leaves slots out that the operation does not use', () => {
    expect(textOf(table())).not.toContain('G55')
    expect(textOf(put(StandingTable, { scene: stood }))).toContain('G55')
  })

  it('asks what happened before it marks anything disturbed', async () => {
    const wrapper = table()
    await wrapper.find('[data-register="setter/setter/K/geometry"] button').trigger('click')
    await vi.waitFor(() => expect(document.body.textContent).toContain('Disturbed: setter constant K on Mill 3'))
    const ok = [...document.body.querySelectorAll('button')].find((button) => button.textContent?.includes('Mark it disturbed'))!
    expect(ok.disabled).toBe(true)
  })
})

describe('a readout on the control', () => {
  const row = (more = {}) =>
    put(ReadoutRow, {
      sentence: 'Spindle over part zero of G54: the machine display must read',
      axis: 'X',
      value: mm(-313.204),
      seen: false,
      machine: MILL,
      scene: stood,
      wrong: { slot: 'G54', tool: null, display: 'machine', before: mm(-313.19) },
      ...more,
    })

  it('is read in both units', () => {
    const text = textOf(row())
    expect(text).toContain('X \u2212313.2040')
    expect(text).toContain('\u221212.33087 in')
  })

  it.each([
    ['-313.1900', 'the control still held the value before'],
    ['0', 'nothing had been entered into G54 X'],
    ['abc', 'is neither a figure nor a unit'],
    ['-313.2040', 'That is what it must read.'],
  ])('that reads %s leads back to what may be wrong', async (seen, sentence) => {
    const wrapper = row()
    await wrapper.findAll('button')[1]!.trigger('click')
    await wrapper.find('input').setValue(seen)
    expect(wrapper.find('[data-explained]').text()).toContain(sentence)
  })

  it('is ticked, and then asks no more', async () => {
    const wrapper = row()
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('see')).toHaveLength(1)
    expect(row({ seen: true }).findAll('button')).toHaveLength(1)
  })
})

describe('a machine\u2019s record as a form', () => {
  it('comes back as it was', () => {
    const limits = { zeroMoves: mm(0.005), turned: 20_000, questionedBeyond: 2 }
    for (const dialect of [null, { bare: 'increments', semicolon: false }] as const) {
      const machine = { ...MILL, limits, dialect }
      const read = machineShape.safeParse(formOf(machine))
      const { id: _id, ...record } = machine
      expect(read.data).toEqual(record)
    }
  })

  it('reads figures in the machine\u2019s unit', () => {
    const form = { ...blankForm(), name: 'Mill 9', unit: 'in' as const, increment: '0.0001', limits: { zeroMoves: '0.0002' } }
    for (const axis of axesOfKind('mill')) form.travels[axis] = { min: '-20', max: '1/2' }
    const read = machineShape.parse(form)
    expect(read.increment).toBe(2540)
    expect(read.travels[0]).toEqual({ axis: 'X', min: nm(-508_000_000), max: nm(12_700_000) })
    expect(read.limits).toEqual({ zeroMoves: 5080 })
  })

  it('says what is wrong, each in its sentence, and all of it at once', () => {
    const form = {
      ...blankForm(),
      slots: [
        { code: 'G54', name: '' },
        { code: 'g54', name: '' },
      ],
      limits: { zeroMoves: '1', sizeOff: 'q' },
    }
    const said = machineShape.safeParse(form).error!.issues.map(({ path, message }) => [path.join('.'), message])
    expect(said).toEqual([
      ['name', 'Name: give the machine a name.'],
      ...['X', 'Y', 'Z'].map((axis) => [`travels.${axis}.min`, `Travel ${axis}, from: nothing is given yet.`]),
      ['slots', 'Slots: each slot once.'],
      ['limits.zeroMoves', expect.stringContaining('may be tighter than the shop\u2019s 0.02, not looser')],
      ['limits.sizeOff', expect.stringContaining('\u201cq\u201d')],
      ['limits.sizeOff', expect.stringContaining('write a figure above zero')],
    ])
  })

  it('asks a lathe for a Y that it may have, and does not miss it', () => {
    expect(axesOfKind('lathe')).toEqual(['X', 'Y', 'Z'])
    expect(machineShape.parse(formOf(LATHE))).toMatchObject({ travels: [{ axis: 'X' }, { axis: 'Z' }] })
  })

  it('writes every limit as it would be typed', () => {
    const texts = Object.fromEntries(LIMITS.map((limit) => [limit.id, limitText(limit, limit.value, 'mm')]))
    expect(texts).toMatchObject({ zeroMoves: '0.02', turned: '0.05', questionedBeyond: '3', toleranceShare: '0.25' })
  })
})

describe('a gauge in words', () => {
  const record = (more: Partial<GaugeRecord>): GaugeRecord => ({ ...GAUGES[0]!, intervalDays: 365, ...more })

  it.each([
    [{}, 'in use'],
    [{ due: '2026-01-01T00:00:00.000Z' }, 'due'],
    [{ due: null }, 'in use'],
    [{ state: 'disturbed' as const, due: '2026-01-01T00:00:00.000Z' }, 'disturbed'],
    [{ state: 'withdrawn' as const }, 'withdrawn'],
  ])('%j is %s', (more, word) => {
    expect(stateOf(record(more), '2026-11-24T00:00:00.000Z')).toBe(word)
  })

  it('has its size in the unit it comes out short in', () => {
    expect(sizeText(mm(10))).toBe('10 mm')
    expect(sizeText(nm(12_700_000))).toBe('0.5 in')
    expect(sizeText(nm(5_080_000))).toBe('0.2 in')
  })

  it('of every family and every event has a word', () => {
    for (const words of [FAMILIES, EVENTS]) for (const word of Object.values(words)) expect(word).toMatch(/^[a-z]/)
    for (const { family } of GAUGES) expect(FAMILIES[family]).toBeDefined()
  })
})
