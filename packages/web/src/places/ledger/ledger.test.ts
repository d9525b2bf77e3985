import { mm, nm, wearOf, workRegister, diameterRegister, registerKey, rotationRegister } from '@rook/core'
import type { EntryLine } from '@rook/contract'
import { ENTRY_KINDS } from '@rook/contract/entry-kind'
import { MILL } from '@rook/testing'
import { afterEach, describe, expect, it } from 'vitest'
import { put } from '../../../test/mounting.ts'
import { asCsv } from './as-csv.ts'
import { ENTRY_WORDS } from './kind-words.ts'
import { inSetups } from './in-setups.ts'
import RegisterChart from './RegisterChart.vue'

const X = registerKey(workRegister('G54', 'X'))
const line = (seq: number, writes: object[], more: object = {}): EntryLine =>
  ({
    id: `e${seq}`,
    machine: 'mill',
    machineName: 'Mill 3',
    seq,
    kind: 'pick-up',
    at: `2026-11-2${seq}T06:00:00.000Z`,
    by: 'I. Marrow',
    shift: 'early',
    title: 'G54 X from an edge',
    writes,
    more: 0,
    queries: 0,
    released: false,
    correctedBy: null,
    reason: null,
    setup: null,
    ...more,
  }) as EntryLine
const write = (register: string, before: number | null, after: number | null, name = 'G54 X') => ({ register, name, before, after })

afterEach(() => {
  document.body.innerHTML = ''
})

describe('the ledger as separated values', () => {
  const rows = (entries: EntryLine[], unit: 'mm' | 'in' = 'mm') => asCsv(entries, () => unit).split('\r\n')

  it('has a line for each register written, with figures that a program can read', () => {
    const wear = registerKey(wearOf(diameterRegister(MILL, '4')))
    const [head, first, second, last] = rows([line(1, [write(X, mm(-313.191), mm(-313.204)), write(wear, null, mm(-0.012), 'D4 wear')])])
    expect(head).toBe('time,machine,entry,kind,title,job,operation,register,before,after,unit,person,shift,reason,taken back')
    expect(first).toBe('2026-11-21T06:00:00.000Z,Mill 3,1,pick-up,G54 X from an edge,,,G54 X,-313.191,-313.204,mm,I. Marrow,early,,')
    expect(second).toContain('D4 wear,,-0.012,mm')
    expect(last).toBe('')
  })

  it('writes angles in degrees, inches in inches, and an entry without figures too', () => {
    const turned = registerKey(rotationRegister('G54'))
    expect(rows([line(1, [write(turned, 0, 250_000, 'G54 rotation')])])[1]).toContain('G54 rotation,0,0.25,deg')
    expect(rows([line(1, [write(X, null, nm(25_400_000))])], 'in')[1]).toContain('G54 X,,1,in')
    expect(rows([line(2, [], { kind: 'homed', title: 'Homed', correctedBy: 'x' })])[1]).toBe(
      '2026-11-22T06:00:00.000Z,Mill 3,2,homed,Homed,,,,,,,I. Marrow,early,,yes',
    )
  })

  it('keeps commas, quotes and line ends in their field, and lets no reason become a formula', () => {
    const reason = 'stop "B", reset\nthen checked'
    expect(asCsv([line(1, [], { reason })], () => 'mm')).toContain('"stop ""B"", reset\nthen checked"')
    expect(asCsv([line(1, [], { reason: '=1+1' })], () => 'mm')).toContain(",'=1+1,")
  })
})

describe('what a register did', () => {
  it('is a step from value to value, broken where it was unset, a hollow point where one was taken back', () => {
    const entries = [
      line(4, [write(X, null, mm(-313.3))]),
      line(3, [write(X, mm(-313.25), null)], { kind: 'correction' }),
      line(2, [write(X, mm(-313.2), mm(-313.25))], { correctedBy: 'e3' }),
      line(1, [write(X, null, mm(-313.2))]),
    ]
    const chart = put(RegisterChart, { register: X, machine: MILL, entries })
    expect(chart.findAll('circle')).toHaveLength(3)
    expect(chart.findAll('circle.back')).toHaveLength(1)
    expect(chart.find('path').attributes('d')!.match(/M/g)).toHaveLength(2)
    expect(chart.find('svg').attributes('aria-label')).toBe('G54 X, 4 times written; it stands at \u2212313.3000')
  })

  it('needs two values to be a chart', () => {
    expect(
      put(RegisterChart, { register: X, machine: MILL, entries: [line(1, [write(X, null, mm(1))])] })
        .find('svg')
        .exists(),
    ).toBe(false)
  })
})

it('every kind of entry has its words', () => {
  expect(Object.keys(ENTRY_WORDS).sort()).toEqual([...ENTRY_KINDS].sort())
})

describe('the lines of a list', () => {
  const setup = (id: string) => ({ id, job: `04${id}`, operation: 'Op 20, rev C', part: 'Flange, rev C' })
  const lines = [
    line(1, [], { setup: setup('07') }),
    line(2, [], { setup: setup('07') }),
    line(3, []),
    line(4, [], { setup: setup('07'), machine: 'other', machineName: 'Mill 1' }),
  ]

  it('stand by their setups, in the order of the list, a new group wherever machine or setup changes', () => {
    expect(inSetups(lines, true).map(({ heading, entries }) => [heading, entries.length])).toEqual([
      ['Mill 3, job 0407, Flange, rev C, Op 20, rev C', 2],
      ['Mill 3, outside a setup', 1],
      ['Mill 1, job 0407, Flange, rev C, Op 20, rev C', 1],
    ])
  })

  it('stand together where the list is not divided, and nowhere when there are none', () => {
    expect(inSetups(lines, false)).toMatchObject([{ heading: null, entries: { length: 4 } }])
    expect([...inSetups([], false), ...inSetups([], true)]).toEqual([])
  })
})
