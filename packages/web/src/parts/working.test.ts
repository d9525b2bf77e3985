import { assess, lengthRegister, mm, routineById, setterRegister, workRegister, type RawInputs, type Scene } from '@rook/core'
import { describe, expect, it, vi } from 'vitest'
import { LATHE, MILL, scene, stands } from '@rook/testing'
import { put, textOf } from '../../test/mounting.ts'
import ChecksPane from './ChecksPane.vue'
import FigureField from './FigureField.vue'
import GivenStrip from './GivenStrip.vue'
import GivenSummary from './GivenSummary.vue'
import WorkingRecord from './WorkingRecord.vue'
import WorkingSheet from './WorkingSheet.vue'
import { writeFigure } from './figure.ts'
import { inOtherUnit } from './written.ts'
import { lineWords } from './line-words.ts'
import { whereItMoved } from './where-it-moved.ts'

const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const before = scene([[workRegister('G54', 'X'), stands(mm(-313.191))]])

function sheetOf(routine: string, inputs: RawInputs, at: Scene) {
  const assessment = assess(routineById(routine)!, inputs, at)
  const asked = assessment.values.problems[0]?.input ?? assessment.values.missing[0] ?? null
  return {
    assessment,
    wrapper: put(WorkingSheet, {
      inputs: assessment.inputs,
      raw: inputs,
      sheet: assessment.sheet,
      scene: at,
      problems: assessment.values.problems,
      asked,
    }),
  }
}

describe('the working', () => {
  it('is the sum, line by line, with the fields on its lines', () => {
    const { wrapper } = sheetOf('edge', raw, before)
    const fields = wrapper.findAll('input[data-input]').map((field) => (field.element as HTMLInputElement).value)
    expect(fields).toEqual(['-318.2040', '0'])
    expect(textOf(wrapper)).toContain('plus radius of Finder 10, moving X+ 5.0000')
    expect(textOf(wrapper.find('[data-result]'))).toContain('G54 X \u00b1 0.0101')
    expect(wrapper.find('.value').text()).toBe('\u2212313.2040')
  })

  it('says what it was, whose it is worth, and by how much it moves', () => {
    const text = textOf(sheetOf('edge', raw, before).wrapper)
    expect(text).toContain('I. Marrow, carried over')
    expect(text).toContain('\u2212313.1910')
    expect(text).toContain('; the part sits 0.0130 further left')
    expect(text).toContain('\u22120.0130')
    expect(text).toContain('\u00b1U comes mostly from Finder 10 and one step of the readout')
  })

  it('says that a register was unset, and shows dots for what is not known yet', () => {
    const { wrapper } = sheetOf('edge', { ...raw, reading: '' }, scene())
    expect(textOf(wrapper)).toContain('was unset')
    expect(wrapper.find('.results .value').text()).toBe('\u00b7\u00b7\u00b7')
    expect(wrapper.find('tr.now').text()).toContain('Machine X at the touch')
  })

  it('has a column for each axis, and a row for each slot', () => {
    const corner = {
      slot: 'G54',
      also: 'G55',
      axes: 'XY',
      directionX: '+',
      directionY: '-',
      finder: 'finder',
      between: 'none',
      readingX: '-318.2040',
      placeX: '0',
      readingY: '-101.7030',
      placeY: '63',
    }
    const { wrapper } = sheetOf('corner', corner, scene())
    expect(wrapper.findAll('thead th').map((head) => head.text())).toEqual(['', 'X', 'Y mm'])
    expect(wrapper.findAll('.results .value').map((value) => value.text())).toEqual([
      '\u2212313.2040',
      '\u2212169.7030',
      '\u2212313.2040',
      '\u2212169.7030',
    ])
  })

  it('shows what was found by the way, and what was expected', () => {
    const middle = {
      slot: 'G54',
      axis: 'X',
      kind: 'outside',
      finder: 'finder',
      between: 'none',
      expected: '92',
      first: '-318.204',
      second: '-216.204',
      place: '46',
    }
    const { wrapper } = sheetOf('middle', middle, scene())
    expect(textOf(wrapper.find('[data-fact=width]'))).toBe('width 92.0000 expected 92.0000')
  })

  it('puts a figure\u2019s trouble under its line, with the rounding to agree to', async () => {
    const { wrapper } = sheetOf('edge', { ...raw, reading: '-318.20404', place: 'abc' }, before)
    expect(wrapper.findAll('[role=alert]').map(textOf)).toEqual([
      expect.stringContaining('It would be kept as \u2212318.2040'),
      expect.stringContaining('is neither a figure nor a unit'),
    ])
    await wrapper.find('.agree').trigger('click')
    expect(wrapper.emitted('agree')).toEqual([['reading']])
  })

  it('goes to the next figure at Enter and back at Shift and Enter', async () => {
    const { wrapper } = sheetOf('edge', raw, before)
    const [reading, place] = wrapper.findAll('input[data-input]')
    ;(reading!.element as HTMLInputElement).focus()
    await reading!.trigger('keydown', { key: 'Enter' })
    await vi.waitFor(() => expect(document.activeElement).toBe(place!.element))
    await place!.trigger('keydown', { key: 'Enter', shiftKey: true })
    await vi.waitFor(() => expect(document.activeElement).toBe(reading!.element))
  })
})

describe('a working as it was recorded', () => {
  it('can be read but not typed in, says what was typed, and what it was', () => {
    const { sheet } = assess(routineById('edge')!, { ...raw, reading: '-318.2-0.004' }, before)
    const write = {
      register: 'work/G54/X/geometry',
      name: 'G54 X',
      before: mm(-313.191),
      beforeEntry: 'e0000000-0000-4000-8000-000000000001',
      after: mm(-313.204),
      state: 'set',
      standard: 5_000,
      expanded: mm(0.0101),
      assembly: null,
      origin: 'e',
      rests: [],
      gauges: [],
      byEye: false,
      fromHeight: false,
    }
    const wrapper = put(WorkingRecord, {
      working: sheet.working,
      machine: MILL,
      writes: [write],
      inputs: { reading: '-318.2-0.004', place: '0' },
    })
    expect(wrapper.findAll('input')).toHaveLength(0)
    expect(textOf(wrapper)).toContain('typed \u201c-318.2-0.004\u201d')
    expect(textOf(wrapper)).toContain('\u2212313.2040')
    expect(wrapper.find('.was a').text()).toBe('\u2212313.1910')
  })
})

describe('a figure field', () => {
  const field = (modelValue: string, more = {}) =>
    put(FigureField, {
      input: { kind: 'length', id: 'reading', label: 'Machine X', role: 'reading', grid: 100 },
      machine: MILL,
      modelValue,
      asked: false,
      ...more,
    })

  it.each([
    ['-175+0.295', '= \u2212174.7050 mm'],
    ['3 5/16in', '= 84.1375 mm'],
    ['4 thou', '= 0.1016 mm'],
    ['1.00001 in', '25.400254, rounded to 25.4003 mm'],
  ])('shows what %j comes to', (text, resolved) => {
    expect(field(text).find('[data-resolved]').text()).toBe(resolved)
  })

  it.each(['-318.2040', '.5', '12,7', '', 'abc', '1/0'])('has nothing to add to %j', (text) => {
    expect(field(text).find('[data-resolved]').exists()).toBe(false)
  })

  it('says that it is wrong to who cannot see it', () => {
    const wrapper = field('abc', { problem: { input: 'reading', kind: 'refused', sentence: 'no' } })
    expect(wrapper.find('input').attributes('aria-invalid')).toBe('true')
    expect(wrapper.find('input').attributes('aria-label')).toBe('Machine X')
  })

  it('agrees to a rounding at Enter', async () => {
    const wrapper = field('1.00004', { problem: { input: 'reading', kind: 'ask', sentence: 'rounded', offered: 1 } })
    await wrapper.find('input').trigger('keydown', { key: 'Enter' })
    expect(wrapper.emitted('agree')).toHaveLength(1)
    expect(wrapper.emitted('next')).toBeUndefined()
  })
})

describe('what is given before anything is touched', () => {
  const inputs = routineById('edge')!
    .inputs(before, raw)
    .filter(({ kind }) => kind !== 'length')

  it('is pressed or picked, with what each side means', async () => {
    const wrapper = put(GivenStrip, { inputs, raw, problems: [], asked: null, machine: MILL })
    // Each field is made in its turn.
    await vi.waitFor(() => expect(wrapper.findAll('.field, .choice, [data-input]').length).toBeGreaterThanOrEqual(inputs.length))
    const sides = wrapper.findAll('label.ant-radio-button-wrapper')
    expect(sides.map(textOf)).toContain('X+ onto its left side')
    const away = sides.find((side) => side.text().startsWith('X\u2212'))!.find<HTMLInputElement>('input[type=radio]')
    expect(away.element.checked).toBe(false)
    await away.setValue()
    expect(wrapper.emitted('type')).toEqual([['direction', '-']])
  })

  it('is said in one line once the plan has given it', async () => {
    const wrapper = put(GivenSummary, { inputs, raw, machine: MILL })
    expect(textOf(wrapper)).toContain('Slot G54 Axis X Moving X+, onto its left side What touches Finder 10')
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('open')).toHaveLength(1)
  })
})

describe('the checks', () => {
  const pane = (inputs: RawInputs, at: Scene, answers: Record<string, string> = {}) => {
    const { findings, sheet } = assess(routineById('edge')!, inputs, at)
    return put(ChecksPane, {
      findings,
      answers,
      readouts: sheet.result?.readouts ?? [],
      seen: [],
      machine: MILL,
      refusal: sheet.refusal,
      waitingFor: null,
    })
  }

  it('gather what is clear in one line, and say the rest each in its own', () => {
    const wrapper = pane({ ...raw, reading: '-319.5' }, before)
    expect(textOf(wrapper)).toMatch(/Inside travel, .* \d+ clear/)
    expect(wrapper.findAll('[data-verdict]').map((row) => row.attributes('data-verdict'))).toEqual(['query'])
    expect(textOf(wrapper)).toContain('the control must read X \u22125.0000')
  })

  it('keep a reason of a few words, not of two letters', async () => {
    const wrapper = pane({ ...raw, reading: '-319.5' }, before)
    await wrapper.find('[data-verdict=query] button').trigger('click')
    const reason = wrapper.find('input[aria-label=Reason]')
    await reason.setValue('ok')
    await reason.trigger('keydown', { key: 'Enter', keyCode: 13 })
    expect(wrapper.emitted('answer')).toBeUndefined()
    await reason.setValue('stop reset')
    await reason.trigger('keydown', { key: 'Enter', keyCode: 13 })
    expect(wrapper.emitted('answer')![0]![1]).toBe('stop reset')
  })

  it('offer what was said in the setup when the same was asked of the same register, and of no other', async () => {
    const { findings } = assess(routineById('edge')!, { ...raw, reading: '-319.5' }, before)
    const { check, about } = findings.find(({ verdict }) => verdict === 'query')!
    const said = { check, about: about!, reason: 'stop was reset', at: '2026-11-24T01:00:00.000Z', by: 'W. Tansley' }
    const shown = (given: readonly (typeof said)[]) =>
      put(ChecksPane, { findings, answers: {}, readouts: [], seen: [], machine: MILL, refusal: null, waitingFor: null, given })
    expect(textOf(shown([{ ...said, about: 'G55 X' }]))).not.toContain('W. Tansley')
    const wrapper = shown([said])
    const again = wrapper.findAll('[data-verdict=query] button').find((button) => button.text().includes('stop was reset'))!
    expect(again.text()).toBe('as W. Tansley said: \u201cstop was reset\u201d')
    await again.trigger('click')
    expect(wrapper.emitted('answer')![0]![1]).toBe('stop was reset')
  })

  it('give advice a line of its own', () => {
    const near = scene([[workRegister('G54', 'X'), stands(mm(-313.2), { setup: 'now' })]])
    expect(textOf(pane(raw, near))).toContain('It may as well stay.')
  })

  it('show a refusal in place of everything else', () => {
    const { sheet } = assess(routineById('face')!, { slot: 'G54', tool: '4' }, scene())
    const wrapper = put(ChecksPane, {
      findings: [],
      answers: {},
      readouts: [],
      seen: [],
      machine: MILL,
      refusal: sheet.refusal,
      waitingFor: 'Between',
    })
    expect(textOf(wrapper)).toContain('T4 has no length on Mill 3; unset is not zero.')
  })

  it('tick a readout that is seen', async () => {
    const wrapper = pane(raw, before)
    await wrapper.find('.readout button').trigger('click')
    expect(wrapper.emitted('see')).toEqual([['touch/G54/X']])
  })
})

describe('words and figures', () => {
  it('begins a line with its operation, and a field\u2019s label as running text', () => {
    expect(lineWords({ operation: 'less', label: 'Edge stands at part X', cells: [{ figure: null, input: 'place' }] })).toEqual({
      operation: 'less',
      label: 'edge stands at part X',
    })
    expect(lineWords({ operation: 'less', label: 'T4 length', cells: [{ figure: mm(1) }] }).label).toBe('T4 length')
    expect(lineWords({ operation: 'touch', label: '1  moving X+', cells: [] }).operation).toBe('')
  })

  it('says where a part sits now', () => {
    expect(whereItMoved(workRegister('G54', 'X'), mm(0.013), MILL)).toBe('the part sits 0.0130 further right')
    expect(whereItMoved(workRegister('G54', 'Y'), mm(-1), MILL)).toBe('the part sits 1.0000 nearer to you')
    expect(whereItMoved(workRegister('G54', 'Z'), mm(1), MILL)).toBe('the part sits 1.0000 higher')
    expect(whereItMoved(workRegister('G54', 'Z'), mm(0.014), LATHE)).toBe('the part sits 0.014 further from the chuck')
    for (const register of [lengthRegister('4'), setterRegister('setter')]) expect(whereItMoved(register, mm(1), MILL)).toBeNull()
    expect(whereItMoved(workRegister('G54', 'X'), mm(0), MILL)).toBeNull()
  })

  it('hangs what is finer than the machine shows behind the decimals that it does', () => {
    expect(writeFigure(mm(5), MILL)).toEqual({ main: '5.0000', extra: '' })
    expect(writeFigure((mm(2.54) + 30) as never, MILL)).toEqual({ main: '2.5400', extra: '3' })
    expect(inOtherUnit(mm(25.4), MILL)).toBe('1.00000 in')
  })
})
