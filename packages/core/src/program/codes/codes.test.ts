import { describe, expect, it } from 'vitest'
import { CODES, codesOn, inOrder } from './index.ts'

describe('the table of codes', () => {
  it('has each number once on either kind of control, with its words', () => {
    for (const foreign of ['distance letters', 'distance codes'] as const) {
      const numbers = CODES.filter(({ on }) => on !== foreign).map(({ code }) => code)
      expect(numbers.length).toBe(new Set(numbers).size)
    }
    for (const { is } of CODES) expect(is).toMatch(/\w/)
  })

  it('tells the two kinds apart where a number means two things', () => {
    const [codes, letters] = [codesOn({ codesForDistance: true }), codesOn({ codesForDistance: false })]
    expect([900, 920, 940, 730, 500].map((code) => [codes.get(code)?.is, letters.get(code)?.is])).toEqual([
      ['absolute', 'turned along'],
      ['preset', 'thread'],
      ['feed a minute', 'turned across'],
      ['drilling cycle', 'contour repeated'],
      ['scaling off', 'preset'],
    ])
  })

  it('puts the codes of a block into the order in which they act, with what is not known among the moves', () => {
    const table = codesOn({ codesForDistance: true })
    expect(inOrder([7770, 10, 910, 430, 540, 200, 170], table)).toEqual([170, 200, 430, 540, 910, 7770, 10])
    expect(inOrder([280, 910], table)).toEqual([910, 280])
  })
})
