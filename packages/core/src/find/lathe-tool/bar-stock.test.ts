import { describe, expect, it } from 'vitest'
import { inch, mm, nm } from '../../length/index.ts'
import { planBar, type BarPlan } from './bar-stock.ts'

const PLAN: BarPlan = {
  part: mm(52),
  facing: mm(0.5),
  parting: mm(3),
  clearance: mm(4),
  diameter: mm(61),
  piece: mm(120),
  tailstock: false,
}
const sentences = (more: Partial<BarPlan>) => planBar({ ...PLAN, ...more }, 'mm').findings

describe('how far a bar stands out of the jaws', () => {
  it('is part, facing, parting and clearance together; the rest of the piece is held', () => {
    expect(planBar(PLAN, 'mm')).toEqual({ standsOut: mm(59.5), inJaws: mm(60.5), findings: [] })
    expect(planBar({ ...PLAN, piece: null }, 'mm')).toMatchObject({ standsOut: mm(59.5), inJaws: null })
  })

  it('is stopped where nothing is left in the jaws, and questioned where too little is', () => {
    expect(sentences({ piece: mm(59.5) })).toEqual([
      { verdict: 'stop', sentence: 'The piece is 59.5 mm long and has to stand out 59.5 mm: nothing is left in the jaws.' },
    ])
    // Three quarters of 61 are 45.75.
    expect(sentences({ piece: mm(105) })[0]!.sentence).toContain('45.5 mm are left in the jaws; a bar of 61 mm wants 45.75 mm')
    expect(sentences({ piece: mm(105.25) })).toEqual([])
    // A thin bar is held by no less than 15 mm.
    expect(sentences({ diameter: mm(18), part: mm(30), piece: mm(52) })[0]!.sentence).toContain('wants 15 mm')
  })

  it('is questioned where it is slender and nothing holds its end', () => {
    expect(sentences({ diameter: mm(18), piece: null })[0]!.sentence).toContain('stands out 3.3 times its diameter')
    expect(sentences({ diameter: mm(18), piece: null, tailstock: true })).toEqual([])
    // 59.5 are 2.975 times 20.
    expect(sentences({ diameter: mm(20), piece: null })).toEqual([])
  })

  it('is told in the unit of whoever reads it', () => {
    const plan = {
      part: inch(2),
      facing: nm(0),
      parting: inch(0.125),
      clearance: inch(0.125),
      diameter: inch(0.625),
      piece: inch(2.5),
      tailstock: true,
    }
    expect(planBar(plan, 'in').findings[0]!.sentence).toContain('0.25 in are left in the jaws')
  })
})
