import { describe, expect, it } from 'vitest'
import { assess } from '../../assessment/index.ts'
import { inch, mm } from '../../length/index.ts'
import { workRegister } from '../../register/index.ts'
import { sumOf } from '../../working/index.ts'
import { INCH_MILL, scene, stands } from '@rook/testing'
import { edge } from './edge.ts'

const inputs = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const value = (raw: Record<string, string>, at = scene()) => assess(edge, raw, at).sheet.result?.writes[0]?.value

describe('edge', () => {
  it('finds part zero as worked by hand', () => {
    expect(value(inputs)).toBe(mm(-313.204))
    expect(value({ ...inputs, place: '-12.5' })).toBe(mm(-300.704))
  })

  it('comes from either side, over a shim or bare', () => {
    expect(value({ ...inputs, direction: '-' })).toBe(mm(-323.204))
    expect(value({ ...inputs, between: 'shim' })).toBe(mm(-312.204))
    expect(value({ ...inputs, direction: '-', between: 'typed', thickness: '0.1' })).toBe(mm(-323.304))
  })

  it('takes a probe\u2019s own radius for the direction it moved in', () => {
    expect(value({ ...inputs, finder: 'probe' })).toBe(mm(-315.22))
    expect(value({ ...inputs, finder: 'probe', direction: '-' })).toBe(mm(-321.194))
    expect(value({ ...inputs, finder: 'probe', axis: 'Y' })).toBe(mm(-315.218))
  })

  it('rounds once, to the register, when a millimetre finder is used on an inch machine', () => {
    const at = scene([], { machine: INCH_MILL, plan: null })
    expect(value({ ...inputs, reading: '-12.5000' }, at)).toBe(inch(-12.3031))
  })

  it('shows lines that add up to the result', () => {
    const ways: Record<string, string>[] = [
      {},
      { direction: '-' },
      { between: 'shim', direction: '-' },
      { between: 'typed', thickness: '0.25' },
      { place: '12.5' },
    ]
    for (const more of ways) {
      const { sheet } = assess(edge, { ...inputs, ...more }, scene())
      expect(sumOf(sheet.working.lines)).toBe(sheet.working.results[0]?.cells[0]?.figure)
    }
  })

  it('says what the control must read at the touch', () => {
    expect(assess(edge, inputs, scene()).sheet.result?.readouts).toMatchObject([{ axis: 'X', value: mm(-5) }])
  })

  it('shows the working, without a result, while a figure is missing', () => {
    const { sheet, values, findings } = assess(edge, { ...inputs, reading: '' }, scene())
    expect(sheet.result).toBeNull()
    expect(values.missing).toEqual(['reading'])
    expect(sheet.working.lines[0]).toMatchObject({ cells: [{ input: 'reading', figure: null }] })
    expect(findings).toEqual([])
  })

  it('asks whether anything lay between: nothing is never taken for granted', () => {
    expect(assess(edge, { ...inputs, between: '' }, scene()).values.missing).toEqual(['between'])
  })

  it('does not offer a withdrawn gauge, and refuses one that is sent all the same', () => {
    const { values, inputs: specs } = assess(edge, { ...inputs, finder: 'gone' }, scene())
    expect(values.problems[0]?.sentence).toBe('What touches: “gone” is not one of the choices here; pick one from the list.')
    expect(specs.find(({ id }) => id === 'finder')).not.toMatchObject({ options: expect.arrayContaining([{ value: 'gone' }]) })
  })

  it('draws the touch where it was, and the former zero where it lies', () => {
    const at = scene([[workRegister('G54', 'X'), stands(mm(-313.191))]])
    const { drawing } = assess(edge, inputs, at).sheet
    expect(drawing.touches[0]).toMatchObject({ at: { x: mm(-5) }, contact: { x: 0 }, toward: { x: 1, y: 0 }, radius: mm(5), lit: false })
    expect(drawing.formerZero).toEqual({ x: mm(0.013), y: 0 })
    expect(drawing.surfaces).toMatchObject([{ axis: 'X', at: 0 }])
  })

  it('names the slots of the operation first', () => {
    const at = scene([], { plan: { ...scene().plan!, slots: ['G55'] } })
    const [slot] = edge.inputs(at, {})
    expect(slot?.kind === 'choice' && slot.options.map(({ value: code }) => code)).toEqual(['G55', 'G54', 'common', 'plain'])
  })

  it('is uncertain by the finder, mostly', () => {
    const [write] = assess(edge, inputs, scene()).sheet.result!.writes
    expect(write!.uncertainty!.expanded).toBe(mm(0.0101))
    expect(write!.uncertainty!.contributors[0]).toMatchObject({ label: 'Finder 10' })
  })
})
