import { describe, expect, it } from 'vitest'
import { LATHE, mounted, scene, stands } from '@rook/testing'
import { mm } from '../length/index.ts'
import { geometryRegister, lengthRegister, registerKey, wearOf } from '../register/index.ts'
import { assessEdits, type Edit } from './index.ts'

const WEAR = registerKey(wearOf(lengthRegister('4')))
const OTHER = registerKey(wearOf(lengthRegister('7')))
// −0.020 stands under T4, nothing under T7.
const AT = scene([[wearOf(lengthRegister('4')), stands(mm(-0.02), { assembly: 'em-12' })]])
const asked = (edits: Edit[], at = AT, from: 'table' | 'control' = 'table') =>
  assessEdits(edits, 'measured', at, from).findings.filter(({ check, verdict }) => check === 'wear-by' && verdict !== 'clear')

describe('by how much a typed wear was to change', () => {
  it('is asked once for all that nobody said it of, with what each changes by', () => {
    const [one, more] = asked([{ register: WEAR, text: '-0.045' }])
    expect(more).toBeUndefined()
    expect(one).toMatchObject({ verdict: 'query' })
    expect(one!.sentence).toBe('H4 length wear by −0.0250: type by how much too, or say which size it comes from.')
  })

  it('agrees with what it becomes', () => {
    expect(asked([{ register: WEAR, text: '-0.045', by: '-0.025' }])).toEqual([])
    expect(asked([{ register: WEAR, text: '-0.045', by: ' −0,025 ' }])).toEqual([])
  })

  it('shows the amount that was typed for the total, the other sign, and any other figure', () => {
    const said = (text: string, by: string) => asked([{ register: WEAR, text, by }])[0]
    expect(said('-0.025', '-0.025')).toMatchObject({ verdict: 'stop' })
    expect(said('-0.025', '-0.025')!.sentence).toContain('the total is −0.0450')
    expect(said('-0.045', '0.025')!.sentence).toContain('One of them has the other sign: +0.0050, or by −0.0250.')
    expect(said('-0.055', '-0.025')!.sentence).toContain('With that it becomes −0.0450.')
    expect(said('-0.045', 'a lot')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('cannot be read: “a lot”') as string,
    })
  })

  it('is not asked where there is no second figure: from nothing, to zero, from the control, with a plus that is asked about', () => {
    expect(asked([{ register: OTHER, text: '-0.01' }])).toEqual([])
    expect(asked([{ register: WEAR, text: '0' }])).toEqual([])
    expect(asked([{ register: WEAR, text: '-0.045' }], AT, 'control')).toEqual([])
    expect(asked([{ register: WEAR, text: '+0.01' }])).toEqual([])
    expect(asked([{ register: registerKey(lengthRegister('4')), text: '103.5' }])).toEqual([])
  })

  it('counts on a lathe as the register counts', () => {
    const X = wearOf(geometryRegister('1', 'X'))
    const lathe = scene([[X, stands(mm(0.04), { assembly: 'ct-1' })]], {
      machine: LATHE,
      tools: [mounted('1', 'ct-1', 'Turning tool')],
      plan: null,
    })
    expect(asked([{ register: registerKey(X), text: '0.06', by: '0.02' }], lathe)).toEqual([])
    expect(asked([{ register: registerKey(X), text: '0.02', by: '0.02' }], lathe)[0]!.sentence).toContain('the total is +0.060')
  })
})
