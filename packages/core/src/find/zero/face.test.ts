import { describe, expect, it } from 'vitest'
import { assess } from '../../assessment/index.ts'
import { mm } from '../../length/index.ts'
import { geometryRegister, lengthRegister, workRegister } from '../../register/index.ts'
import { sumOf } from '../../working/index.ts'
import { LATHE, scene, stands } from '@rook/testing'
import { face } from './face.ts'

const inputs = { slot: 'G54', tool: '4', between: 'shim', reading: '-371.2900', place: '0.8' }
const measured = scene([[lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })]])

describe('face', () => {
  it('finds part zero as worked by hand, and what the control must read', () => {
    const { sheet } = assess(face, inputs, measured)
    expect(sheet.result?.writes[0]).toMatchObject({ value: mm(-476.5655), register: { slot: 'G54', property: 'Z' } })
    expect(sheet.result?.readouts[0]).toMatchObject({ axis: 'Z', value: mm(1.8) })
    expect(sumOf(sheet.working.lines)).toBe(mm(-476.5655))
  })

  it('takes a gauge block or a typed thickness off', () => {
    expect(assess(face, { ...inputs, between: 'block' }, measured).sheet.result?.writes[0]?.value).toBe(mm(-525.5655))
    expect(assess(face, { ...inputs, between: 'typed', thickness: '1/8in' }, measured).sheet.result?.writes[0]?.value).toBe(mm(-478.7405))
  })

  it('refuses a tool that has no length: unset is not zero', () => {
    const { sheet } = assess(face, { ...inputs, tool: '7' }, measured)
    expect(sheet.result).toBeNull()
    expect(sheet.refusal?.sentence).toContain('T7 has no length on Mill 3')
  })

  it('finds a lathe\u2019s Z zero with the master', () => {
    const at = scene([[geometryRegister('4', 'Z'), stands(mm(0), { state: 'deliberately-zero' })]], { machine: LATHE })
    const { sheet } = assess(face, { ...inputs, between: 'feeler', reading: '-455.25', place: '0' }, at)
    expect(sheet.result?.writes[0]?.value).toBe(mm(-455.3))
  })

  it('knows that another tool\u2019s length would have given another zero', () => {
    const both = scene([
      [lengthRegister('4'), stands(mm(103.4755))],
      [lengthRegister('17'), stands(mm(138.0221))],
      [workRegister('G54', 'Z'), stands(mm(-511.1121))],
    ])
    const jump = assess(face, inputs, both).findings.find(({ check }) => check === 'jump')
    expect(jump).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('It would agree if T7 had been in the spindle.') as string,
    })
  })

  it('draws the shim under the tip, to its thickness', () => {
    const shim = assess(face, inputs, measured).sheet.drawing.solids.find(({ kind }) => kind === 'shim')
    expect(shim?.box).toMatchObject({ min: { y: mm(0.8) }, max: { y: mm(1.8) } })
  })
})
