import { describe, expect, it } from 'vitest'
import { assess } from '../../assessment/index.ts'
import { inch, mm } from '../../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../../register/index.ts'
import { sumOf } from '../../working/index.ts'
import { INCH_MILL, LATHE, scene, stands } from '@rook/testing'
import { turnedDiameter } from '../lathe-tool/index.ts'
import { setterConstantRoutine } from '../calibrate/index.ts'
import { toolLength } from './index.ts'

const K = [setterRegister('setter'), stands(mm(-502.118))] as const
const zero = [workRegister('G54', 'Z'), stands(mm(-476.5655))] as const

describe('tool length', () => {
  it('on a setter: the reading less the setter\u2019s constant', () => {
    const at = scene([[...K], [...zero]])
    const { sheet } = assess(toolLength, { tool: '4', method: 'setter', setter: 'setter', reading: '-398.6425' }, at)
    expect(sheet.result?.writes[0]).toMatchObject({ value: mm(103.4755), assembly: 'em-12' })
    expect(sheet.result?.readouts[0]).toMatchObject({ value: mm(-25.5525) })
    expect(sumOf(sheet.working.lines)).toBe(mm(103.4755))
  })

  it('on the part, over a shim', () => {
    const { sheet } = assess(
      toolLength,
      { tool: '4', method: 'part', slot: 'G54', between: 'shim', reading: '-371.29', place: '0.8' },
      scene([[...zero]]),
    )
    expect(sheet.result?.writes[0]?.value).toBe(mm(103.4755))
    expect(sheet.result?.readouts[0]?.value).toBe(mm(1.8))
    expect(sumOf(sheet.working.lines)).toBe(mm(103.4755))
  })

  it('on a gauge block, which has to be picked', () => {
    const block = { tool: '4', method: 'block', slot: 'G54', reading: '-322.29', place: '0.8' }
    expect(assess(toolLength, block, scene([[...zero]])).values.missing).toEqual(['between'])
    expect(assess(toolLength, { ...block, between: 'block' }, scene([[...zero]])).sheet.result?.writes[0]?.value).toBe(mm(103.4755))
  })

  it('as a touch-off length on a machine that counts from part zero', () => {
    const at = scene([[workRegister('G54', 'Z'), stands(mm(0), { state: 'deliberately-zero' })]], { machine: INCH_MILL })
    const raw = { tool: '4', method: 'part', slot: 'G54', between: 'typed', thickness: '.010', reading: '-12.8587', place: '.030' }
    expect(assess(toolLength, raw, at).sheet.result?.writes[0]?.value).toBe(inch(-12.8987))
    expect(toolLength.inputs(at, raw).find(({ id }) => id === 'method')).toMatchObject({
      options: [{ value: 'part' }, { value: 'block' }, { value: 'setter' }, { value: 'datum' }],
    })
  })

  it('writes the offset number of the tool, which need not be its T', () => {
    const { sheet } = assess(toolLength, { tool: '7', method: 'setter', setter: 'setter', reading: '-400' }, scene([[...K]]))
    expect(sheet.targets).toEqual([lengthRegister('17')])
  })

  it('refuses without a constant, and without a zero', () => {
    expect(
      assess(toolLength, { tool: '4', method: 'setter', setter: 'setter', reading: '-398' }, scene()).sheet.refusal?.sentence,
    ).toContain('no constant K')
    expect(assess(toolLength, { tool: '4', method: 'part', slot: 'G54' }, scene()).sheet.refusal?.sentence).toContain('G54 Z is unset')
  })
})

describe('setter constant', () => {
  it('comes from a master of known length, or from a tool whose length stands', () => {
    const raw = { setter: 'setter', master: 'gauge:master', reading: '-352.1180' }
    expect(assess(setterConstantRoutine, raw, scene()).sheet.result?.writes[0]?.value).toBe(mm(-502.118))
    const at = scene([[lengthRegister('4'), stands(mm(103.4755))]])
    expect(assess(setterConstantRoutine, { ...raw, master: 'tool:4', reading: '-398.6425' }, at).sheet.result?.writes[0]?.value).toBe(
      mm(-502.118),
    )
  })

  it('where lengths are counted from part zero comes from a tool whose length stands, and goes stale with it', () => {
    const raw = { setter: 'setter', master: 'tool:4', reading: '-10.5' }
    const at = scene([[lengthRegister('4'), stands(inch(-12.8987), { assembly: 'em-12' })]], { machine: INCH_MILL })
    const { sheet, inputs } = assess(setterConstantRoutine, raw, at)
    expect(sheet.result?.writes[0]).toMatchObject({ value: inch(2.3987), rests: ['tool/4/length/geometry'] })
    // A master's own length says nothing of part zero.
    expect(inputs.find(({ id }) => id === 'master')).toMatchObject({ options: [{ value: 'tool:4' }] })
    const tied = scene([[setterRegister('setter'), stands(inch(2.3987))]], { machine: INCH_MILL })
    const other = assess(toolLength, { tool: '7', method: 'setter', setter: 'setter', reading: '-9.14' }, tied)
    expect(other.sheet.result?.writes[0]?.value).toBe(inch(-11.5387))
  })
})

describe('tool X from a turned diameter', () => {
  const raw = { tool: '4', slot: 'G54', reading: '-187.35', place: '61.482' }
  const axis = [workRegister('G54', 'X'), stands(mm(0), { state: 'deliberately-zero' })] as const

  it('takes the diameter off the reading', () => {
    const { sheet } = assess(turnedDiameter, raw, scene([[...axis]], { machine: LATHE }))
    expect(sheet.result?.writes[0]).toMatchObject({ value: mm(-248.832), register: { property: 'X' } })
  })

  it('takes half of it off where the machine reads radii, and shows the halving', () => {
    const at = scene([[...axis]], { machine: { ...LATHE, xReads: 'radius' } })
    const { sheet } = assess(turnedDiameter, raw, at)
    expect(sheet.result?.writes[0]?.value).toBe(mm(-218.091))
    expect(sheet.working.lines.map(({ operation }) => operation)).toEqual(['start', 'aside', 'less', 'aside', 'less', 'aside'])
    expect(sumOf(sheet.working.lines)).toBe(mm(-218.091))
  })

  it('refuses a diameter that is none, and an axis that was never set', () => {
    expect(assess(turnedDiameter, { ...raw, place: '-61' }, scene([[...axis]], { machine: LATHE })).sheet.refusal?.input).toBe('place')
    expect(assess(turnedDiameter, raw, scene([], { machine: LATHE })).sheet.refusal?.sentence).toContain('unset is not zero')
  })
})
