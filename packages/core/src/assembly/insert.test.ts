import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { assemblyProblems, insertWords, readInsert } from './index.ts'

describe('an insert’s designation', () => {
  it.each([
    ['CNMG 120408', { shape: '80\u00b0 rhombus', corner: 80, clearance: 0, edge: 12, radius: mm(0.8) }],
    ['CNMG120408-A1', { corner: 80, radius: mm(0.8) }],
    ['dcmt 11 t3 04', { shape: '55\u00b0 rhombus', corner: 55, clearance: 7, edge: 11, radius: mm(0.4) }],
    ['VBMT160402', { corner: 35, clearance: 5, edge: 16, radius: mm(0.2) }],
    ['TPGN 110300', { corner: 60, clearance: 11, radius: 0 }],
    ['RCMT 0803M0', { shape: 'round', corner: null, edge: 8, radius: null }],
    ['WNMG 080412', { shape: 'trigon', radius: mm(1.2) }],
  ])('%s is read', (text, expected) => expect(readInsert(text)).toMatchObject(expected))

  it.each([
    ['', 'four letters and six figures'],
    ['CNMG 1204', 'four letters and six figures'],
    ['XNMG 120408', 'X is no shape'],
    ['CXMG 120408', 'X is no clearance'],
    ['CNMG 1204M0', 'corner radius in tenths of a millimetre'],
  ])('%s is none', (text, sentence) => expect(readInsert(text)).toContain(sentence))

  it('is said in words', () => {
    const found = readInsert('DCMT 11T304')
    expect(typeof found === 'string' ? '' : insertWords(found)).toBe(
      '55\u00b0 rhombus, clearance 7\u00b0, edge 11 mm, corner radius 0.4 mm',
    )
  })

  it('and a corner radius that is another one are not both right', () => {
    const problems = (insert: string, RE: number) => assemblyProblems({ properties: { RE: mm(RE) }, flutes: null, insert })
    expect(problems('CNMG 120408', 0.8)).toEqual({})
    expect(problems('CNMG 120408', 0.4)).toEqual({ RE: 'RE, corner radius: CNMG 120408 has 0.8 mm. Which of the two is it?' })
    expect(problems('CNMG', 0.8)).toEqual({ insert: 'Insert: four letters and six figures, such as CNMG 120408.' })
  })
})
