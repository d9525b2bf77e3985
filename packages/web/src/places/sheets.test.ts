import { assess, findingKey, mm, routineById, workRegister, type RawInputs } from '@rook/core'
import type { Entry, EntryLine, FloorMachine, Setup } from '@rook/contract'
import { nextTick } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { MILL, scene, stands } from '@rook/testing'
import { put, textOf } from '../../test/mounting.ts'
import MachineCard from './floor/MachineCard.vue'
import EntryRow from './ledger/EntryRow.vue'
import EntrySheet from './ledger/EntrySheet.vue'
import OrderOfWork from './setup/OrderOfWork.vue'
import PinPad from '../parts/PinPad.vue'

const X = 'work/G54/X/geometry'
const ID = '00000000-0000-4000-8000-00000000000a'
const DAYS_AGO = '2026-11-20T02:14:00.000Z'

afterEach(() => {
  document.body.innerHTML = ''
})

/** An entry as the server keeps it, worked out by the core from what was typed. */
function entryOf(raw: RawInputs, more: object = {}): Entry {
  const at = scene([[workRegister('G54', 'X'), stands(mm(-313.191))]])
  const { sheet, findings } = assess(routineById('edge')!, raw, at)
  const [write] = sheet.result!.writes
  return {
    content: {
      id: ID,
      kind: 'pick-up',
      at: DAYS_AGO,
      title: 'G54 X from an edge',
      inputs: raw,
      working: sheet.working,
      drawing: sheet.drawing,
      writes: [
        {
          register: X,
          name: 'G54 X',
          before: mm(-313.191),
          after: write!.value,
          expanded: write!.uncertainty!.expanded,
          state: 'set',
          rests: [{ register: 'tool/4/length/geometry', origin: ID, value: mm(103.4755), standard: null }],
        },
      ],
      findings: findings.map((finding) => ({ finding, reason: finding.verdict === 'query' ? `why ${findingKey(finding)}` : null })),
      readouts: sheet.result!.readouts,
      seen: [],
      gauges: at.gauges.filter(({ id }) => id === 'finder'),
      release: null,
      ...more,
    },
    seen: [],
    correctedBy: null,
  } as unknown as Entry
}
const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }

describe('an entry of the ledger', () => {
  const sheet = (entry: Entry) => put(EntrySheet, { entry, machine: MILL })

  it('shows the sum again as it was, with what it rests on', () => {
    const text = textOf(sheet(entryOf(raw)))
    expect(text).toContain('plus radius of Finder 10, moving X+')
    expect(text).toContain('\u2212313.2040')
    expect(text).toMatch(/Rests on Finder 10 \(10[.0]*, calibrated Mon 1 Jun/)
    expect(text).toContain('Worked out with H4 length 103.4755')
  })

  it('shows each query with the reason that was given, and the clear ones in one line', () => {
    const entry = entryOf({ ...raw, reading: '-318.2600' })
    const open = entry.content.findings.filter(({ finding }) => finding.verdict !== 'clear')
    const wrapper = sheet(entry)
    expect(open.length).toBeGreaterThan(0)
    for (const { finding, reason } of open) {
      expect(textOf(wrapper)).toContain(finding.sentence)
      if (reason) expect(textOf(wrapper)).toContain(`Reason: ${reason}`)
    }
    expect(wrapper.find('details summary').text()).toMatch(/\d+ clear$/)
  })

  it('says who let a stop pass, and why', () => {
    const release = { person: { id: 'o', name: 'T. Oakhanger' }, reason: 'new fixture plate' }
    expect(textOf(sheet(entryOf(raw, { release })))).toContain('Released by T. Oakhanger: new fixture plate')
  })

  it('says of each readout whether it was seen', () => {
    const entry = entryOf(raw)
    const [readout] = entry.content.readouts
    expect(textOf(sheet(entry))).toContain('not seen yet')
    expect(textOf(sheet({ ...entry, seen: [readout!.key] }))).not.toContain('not seen yet')
  })

  it('without a working shows from what to what, and what is disturbed', () => {
    const writes = [
      { register: X, name: 'G54 X', before: null, after: mm(-313.204), state: 'set', rests: [] },
      { register: 'work/G54/Y/geometry', name: 'G54 Y', before: mm(-169.703), after: null, state: 'unset', rests: [] },
      { register: 'work/G54/Z/geometry', name: 'G54 Z', before: mm(-400), after: mm(-400), state: 'disturbed', rests: [] },
    ]
    const rows = sheet(entryOf(raw, { working: null, drawing: null, agreed: [], writes })).findAll('tbody tr')
    expect(rows.map((row) => textOf(row))).toEqual([
      'G54 X unset \u2212313.2040',
      'G54 Y \u2212169.7030 unset',
      'G54 Z \u2212400.0000 \u2212400.0000 disturbed',
    ])
  })
})

describe('a line of the ledger', () => {
  const line = (more: Partial<EntryLine> = {}): EntryLine =>
    ({
      id: ID,
      machine: 'mill',
      machineName: 'Mill 3',
      seq: 12,
      kind: 'pick-up',
      at: DAYS_AGO,
      by: 'I. Marrow',
      shift: 'night',
      title: 'G54 X from an edge',
      writes: [{ register: X, before: mm(-313.191), after: mm(-313.204) }],
      queries: 0,
      released: false,
      correctedBy: null,
      reason: null,
      ...more,
    }) as EntryLine
  const text = (more: Partial<EntryLine> = {}) => textOf(put(EntryRow, { entry: line(more), machine: MILL }))

  it('has who, when, where, and by how much the register moved', () => {
    expect(text()).toContain('Fri 20 Nov, 02:14')
    expect(text()).toContain('Mill 3 12')
    expect(text()).toContain('\u2212313.2040 \u22120.0130')
    expect(text()).toContain('I. Marrow , night')
  })

  it('does not call a first value a move, nor a value taken back a figure', () => {
    expect(text({ writes: [{ register: X, before: null, after: mm(-313.204) }] as EntryLine['writes'] })).not.toContain('\u22120.0130')
    expect(text({ writes: [{ register: X, before: mm(-313.2), after: null }] as EntryLine['writes'], correctedBy: ID })).toContain('unset')
  })

  it('is marked where it was asked about or let pass', () => {
    const marks = (more: Partial<EntryLine>) => put(EntryRow, { entry: line(more), machine: MILL }).findAll('.marks > *').length
    expect(marks({})).toBe(0)
    expect(marks({ queries: 2 })).toBe(1)
    expect(marks({ queries: 2, released: true })).toBe(1)
  })
})

describe('a machine on the floor', () => {
  const summary = { id: 'now', partName: 'Flange, rev C', job: '0417', operationName: 'Op 20', done: 3, skipped: 1, of: 6 }
  const card = (more: Partial<FloorMachine> = {}) =>
    put(MachineCard, {
      on: {
        machine: MILL,
        setup: summary,
        others: [],
        stands: { now: 'Before the go: no go.' },
        last: null,
        homedAt: null,
        notices: [],
        ...more,
      } as FloorMachine,
    })

  it('says what is set up and how far it is', () => {
    const wrapper = card()
    expect(textOf(wrapper)).toContain('Job 0417, Op 20')
    expect(textOf(wrapper)).toContain('3 of 6 done , 1 skipped')
    expect(wrapper.findAll('.progress .done')).toHaveLength(3)
    expect(wrapper.findAll('.progress .skipped')).toHaveLength(1)
    expect(textOf(wrapper)).toContain('No entries yet.')
    expect(wrapper.get('[data-stands]').text()).toBe('Before the go: no go.')
  })

  it('says each thing that wants a look, and that nothing is set up', () => {
    const notices: FloorMachine['notices'] = [
      { verdict: 'stop', sentence: 'Not homed since it was switched on.', mendedAt: { place: 'machine' }, setup: null },
      { verdict: 'query', sentence: 'G54 Z unset.', mendedAt: { place: 'step', setup: 'now', step: 'zero' }, setup: 'now' },
    ]
    const wrapper = card({ setup: null, notices })
    expect(wrapper.findAll('li').map((one) => one.classes()[0])).toEqual(['stop', 'query'])
    expect(textOf(wrapper)).toContain('nothing set up')
  })
})

describe('the order of work', () => {
  const step = (id: string, more: object = {}) => ({
    id,
    title: `Step ${id}`,
    detail: `how ${id} is done`,
    state: 'open',
    at: null,
    reason: null,
    count: null,
    ...more,
  })

  it('says of each step what has become of it, and explains only the next', () => {
    const steps = [
      step('a', { state: 'done', at: DAYS_AGO }),
      step('b', { state: 'skipped', reason: 'made with the first part' }),
      step('c'),
      step('d', { count: { done: 1, of: 3 } }),
    ]
    const setup = { summary: { id: 'now', done: 1, skipped: 1, of: 4 }, steps, next: 'c' } as unknown as Setup
    const wrapper = put(OrderOfWork, { setup })
    const rows = wrapper.findAll('li').map((row) => textOf(row))
    expect(rows[0]).toBe('Step a done Fri 20 Nov, 02:14')
    expect(rows[1]).toBe('Step b made with the first part skipped')
    expect(rows[2]).toBe('Step c how c is done open now')
    expect(rows[3]).toContain('1 of 3')
    expect(wrapper.findAll('[data-state]').map((one) => one.attributes('data-state'))).toEqual(['done', 'skipped', 'open', 'open'])
  })
})

describe('the PIN pad', () => {
  const pad = (more = {}) => {
    const wrapper = put(PinPad, {
      modelValue: '',
      'onUpdate:modelValue': (pin: string) => wrapper.setProps({ modelValue: pin } as never),
      ...more,
    })
    return wrapper
  }
  const press = async (wrapper: ReturnType<typeof pad>, keys: string[]) => {
    for (const key of keys) {
      await wrapper
        .findAll('button')
        .find((button) => button.text() === key)!
        .trigger('click')
      await nextTick()
    }
  }

  it('takes four to eight digits, and lets none be sent that is shorter', async () => {
    const wrapper = pad()
    await press(wrapper, ['1', '3', '5', 'Enter'])
    expect(wrapper.emitted('enter')).toBeUndefined()
    await press(wrapper, ['7', 'Enter'])
    expect(wrapper.emitted('enter')).toHaveLength(1)
    await press(wrapper, ['1', '1', '1', '1', '1', '1'])
    expect(wrapper.find('.dots').attributes('aria-label')).toBe('8 digits')
    expect(wrapper.text()).not.toContain('1357')
  })

  it('takes a digit back, and nothing while it is off', async () => {
    const wrapper = pad({ modelValue: '13' })
    await press(wrapper, ['Back'])
    expect(wrapper.find('.dots').attributes('aria-label')).toBe('1 digit')
    const off = pad({ disabled: true })
    expect(off.findAll('button').every((button) => button.attributes('disabled') !== undefined)).toBe(true)
  })
})
