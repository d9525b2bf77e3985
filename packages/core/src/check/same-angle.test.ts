import { FOUR_AXES, scene, stands } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import type { Microdegrees } from '../angle/index.ts'
import { assess } from '../assessment/index.ts'
import { mm } from '../length/index.ts'
import { edge } from '../find/zero/index.ts'
import { workRegister } from '../register/index.ts'

const at = (degrees: number, setup = 'now') =>
  scene([[workRegister('G54', 'Y'), stands(mm(-169.7), { angles: { A: (degrees * 1e6) as Microdegrees }, setup })]], { machine: FOUR_AXES })
const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.204', place: '0' }
const of = (degrees: number, stands: string | null, setup?: string) =>
  assess(edge, stands === null ? raw : { ...raw, 'stands-A': stands }, at(degrees, setup))
const asked = (assessment: ReturnType<typeof of>) => assessment.findings.find(({ check }) => check === 'same-angle')

describe('zeros of one slot', () => {
  it('keep the angle that they were found at, in what is written and in the working', () => {
    const { sheet } = of(90, '90')
    expect(sheet.result!.writes[0]!.angles).toEqual({ A: 90_000_000 })
    expect(sheet.working.facts).toContainEqual({ label: 'found at', text: 'A 90.000\u00b0' })
  })

  it('are asked about when they were found at other angles', () => {
    expect(asked(of(0, '90'))).toMatchObject({
      verdict: 'query',
      sentence:
        'G54 X is found at A 90.000\u00b0, G54 Y was found at A 0.000\u00b0. Zeros of one slot belong to one face: turn it back, take another slot, or say why they fit.',
    })
  })

  it('are not asked about at the same angle, where nobody said it, or when the other is only carried over', () => {
    expect(asked(of(90, '90'))).toBeUndefined()
    expect(asked(of(90, '90.04'))).toBeUndefined()
    expect(asked(of(90, '90.06'))).toBeDefined()
    expect(asked(of(0, null))).toBeUndefined()
    expect(of(0, null).sheet.result!.writes[0]!.angles).toEqual({})
    expect(asked(of(0, '90', 'another'))).toBeUndefined()
  })
})
