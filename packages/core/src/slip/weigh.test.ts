import { describe, expect, it } from 'vitest'
import type { MistakeId } from '../mistake/index.ts'
import { likeliest, possible, type Candidate } from './weigh.ts'

const STANDARD = 6_000
const at = (off: number): ReadonlyMap<string, { off: number; standard: number }> => new Map([['x', { off, standard: STANDARD }]])
const candidate = (id: MistakeId, phrase: string, left: number): Candidate => ({ id, phrase, off: at(left) })
const named = (jump: number, candidates: Candidate[], members: Record<string, number> = {}) =>
  likeliest(candidates, new Map(Object.entries(members)), at(jump), ['x']).map(({ phrase }) => phrase)

describe('the likeliest mistake', () => {
  it('is named where it alone brings the figure home', () => {
    expect(named(1_000_000, [candidate('shim', 'the shim', 1_000), candidate('radius', 'the radius', 400_000)])).toEqual(['the shim'])
  })

  it('is said together with the one that fits as well, the commoner first', () => {
    expect(named(2_000_000, [candidate('common-shift', 'the shift', 0), candidate('finder', 'the finder', 0)])).toEqual([
      'the finder',
      'the shift',
    ])
  })

  it('is not named where many fit: none of them stands out', () => {
    const many = Array.from({ length: 6 }, (_, at) => candidate('shim', `shim ${at}`, 500 * at))
    expect(named(1_000_000, many, { shim: 6 })).toEqual([])
  })

  it('is not named for a jump so small that any of seven shims would fit by chance', () => {
    const shims = [candidate('shim', 'the strip', 9_000)]
    expect(named(40_000, shims, { shim: 7 })).toEqual([])
    // The same fit, far out, is no chance.
    expect(named(2_000_000, shims, { shim: 7 })).toEqual(['the strip'])
  })

  it('brings everything home that is off, and makes nothing else worse', () => {
    const two = (x: number, y: number) =>
      new Map([
        ['x', { off: x, standard: STANDARD }],
        ['y', { off: y, standard: STANDARD }],
      ])
    const both = (phrase: string, x: number, y: number): Candidate => ({ id: 'finder', phrase, off: two(x, y) })
    const found = (candidates: Candidate[], off: string[]) =>
      likeliest(candidates, new Map(), two(2_000_000, off.length > 1 ? 2_000_000 : 0), off).map(({ phrase }) => phrase)
    expect(found([both('one axis', 0, 2_000_000), both('both', 1_000, 2_000)], ['x', 'y'])).toEqual(['both'])
    expect(found([both('spoils y', 0, 900_000)], ['x'])).toEqual([])
  })

  it('leaves less than a quarter of what was off', () => {
    expect(named(20_000, [candidate('shim', 'the foil', 9_000)])).toEqual([])
  })
})

describe('a cause that is only possible', () => {
  // Worked by hand for a fit at its middle: (0.15 / n)·φ(0)/6000 against 0.06 / (2·|off|·ln 10⁶).
  const maybe = (jump: number, candidates: Candidate[], members: Record<string, number>) =>
    possible(candidates, new Map(Object.entries(members)), at(jump), ['x'])?.phrase ?? null

  it('is one of many gauges, too seldom to be named, that fits better than by chance', () => {
    const one = [candidate('shim', 'the strip', 0)]
    expect(named(120_000, one, { shim: 40 })).toEqual([])
    expect(maybe(120_000, one, { shim: 40 })).toBe('the strip')
  })

  it('is none of several that fit alike, nor one that fits no better than chance', () => {
    const six = Array.from({ length: 6 }, (_, nth) => candidate('shim', `shim ${nth}`, 500 * nth))
    expect(maybe(1_000_000, six, { shim: 6 })).toBeNull()
    expect(maybe(30_000, [candidate('shim', 'the strip', 7_000)], { shim: 40 })).toBeNull()
  })
})

describe('a touch along Z that a chip may have ended too soon', () => {
  const early = (off: number) => new Map([['x', { off, standard: STANDARD, early: true }]])
  const feeler = (left: number): Candidate => ({ id: 'shim', phrase: 'the feeler', off: early(left) })

  it('has no name for what is as thick as a chip, and says that a feeler may have been it', () => {
    // One of eight: (0.15 / 8)·φ(0)/6000 = 1.25e-6, against 0.06/(2·0.2e6·13.8) = 1.1e-8 of any size and 0.1/(2·0.47e6) = 1.06e-7 of chips.
    const members = new Map([['shim', 8]])
    expect(likeliest([feeler(0)], members, at(200_000), ['x'])).toHaveLength(1)
    expect(likeliest([feeler(0)], members, early(200_000), ['x'])).toEqual([])
    expect(possible([feeler(0)], members, early(200_000), ['x'])?.phrase).toBe('the feeler')
  })

  it('is named as before where no chip is so thick', () => {
    expect(likeliest([feeler(0)], new Map([['shim', 8]]), early(1_000_000), ['x'])).toHaveLength(1)
  })
})
