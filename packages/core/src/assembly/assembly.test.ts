import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { answersToWear, assemblyProblems, goesInto, type ToolKind } from './index.ts'

const problems = (properties: object, flutes: number | null = null) => assemblyProblems({ properties, flutes })

describe('a tool assembly', () => {
  it('has lengths that fit each other', () => {
    expect(problems({ DC: mm(12), RE: mm(0.5), OAL: mm(83), LPR: mm(40), APMX: mm(26) }, 4)).toEqual({})
    expect(problems({ DC: mm(12), RE: mm(6) })).toEqual({})
    expect(problems({ DC: mm(6), RE: mm(6) }).RE).toContain('a diameter where a radius is due')
    expect(problems({ OAL: mm(40), LPR: mm(60), APMX: mm(50) })).toMatchObject({
      LPR: expect.any(String) as string,
      APMX: expect.any(String) as string,
    })
    expect(problems({ DC: mm(0) }).DC).toContain('more than zero')
    expect(problems({ RE: mm(0) })).toEqual({})
    expect(problems({}, 2.5).flutes).toContain('whole number')
  })

  it('answers to wear only where a register moves its edge', () => {
    expect(answersToWear({ kind: 'end-mill' })).toBe(true)
    for (const kind of ['drill', 'reamer', 'tap', 'boring-head'] as const) expect(answersToWear({ kind })).toBe(false)
  })
})

describe('what goes into which machine', () => {
  it.each<[ToolKind, boolean, boolean]>([
    ['end-mill', true, true],
    ['drill', true, true],
    ['face-mill', true, false],
    ['boring-head', true, false],
    ['turning', false, true],
    ['boring-bar', false, true],
  ])('%s: mill %s, lathe %s', (kind, mill, lathe) => {
    expect([goesInto(kind, 'mill'), goesInto(kind, 'lathe')]).toEqual([mill, lathe])
  })
})
