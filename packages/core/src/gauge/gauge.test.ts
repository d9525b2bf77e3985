import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { GAUGES } from '@rook/testing'
import { canMeasure, doubtOf, effectiveRadius, halfOf, isOffered, radiusToward, rangeText, wrongRange } from './index.ts'

const probe = GAUGES.find(({ id }) => id === 'probe')!
const finder = GAUGES.find(({ id }) => id === 'finder')!
const AXES = [
  ['X', 1, { x: 1, y: 0 }],
  ['X', -1, { x: -1, y: 0 }],
  ['Y', 1, { x: 0, y: 1 }],
  ['Y', -1, { x: 0, y: -1 }],
] as const

describe('the radius of what touches', () => {
  it('is half the size of a finder, in every direction', () => {
    for (const [axis, direction, u] of AXES) {
      expect(effectiveRadius(finder, axis, direction)).toBe(mm(5))
      expect(radiusToward(finder, u)).toBe(mm(5))
    }
  })

  it('is a probe\u2019s own along the axes, by both ways of asking', () => {
    for (const [axis, direction, u] of AXES) expect(radiusToward(probe, u)).toBeCloseTo(effectiveRadius(probe, axis, direction), 6)
  })

  it('gives all four radii back also when pre-travel is not the same on both axes', () => {
    const radius = fc.integer({ min: 2_900_000, max: 3_000_000 })
    fc.assert(
      fc.property(radius, radius, radius, radius, (xPlus, xMinus, yPlus, yMinus) => {
        const uneven = { size: mm(6), radii: { xPlus: nm(xPlus), xMinus: nm(xMinus), yPlus: nm(yPlus), yMinus: nm(yMinus) } }
        for (const [axis, direction, u] of AXES) expect(radiusToward(uneven, u)).toBeCloseTo(effectiveRadius(uneven, axis, direction), 3)
      }),
    )
  })

  it('lies between the neighbouring ones at an angle', () => {
    const u = { x: Math.SQRT1_2, y: Math.SQRT1_2 }
    // Three terms, as the means of both pairs agree: 2.987 − 0.003·0.7071 − 0.001·0.7071
    expect(radiusToward(probe, u)).toBeCloseTo(2_987_000 - 4_000 * Math.SQRT1_2, 3)
  })

  it('is halved exactly', () => {
    expect(halfOf(mm(10))).toBe(mm(5))
    expect(halfOf(nm(5_080_001))).toBe(2_540_001)
  })
})

describe('a gauge', () => {
  it('is offered by its family while it is not withdrawn', () => {
    expect(isOffered(finder, ['edge-finder'])).toBe(true)
    expect(isOffered(finder, ['shim'])).toBe(false)
    expect(isOffered({ ...finder, state: 'withdrawn' }, ['edge-finder'])).toBe(false)
    expect(isOffered({ ...finder, state: 'disturbed' }, ['edge-finder'])).toBe(true)
  })

  it('puts what was measured in its doubtful times in doubt, and nothing else', () => {
    const doubtful = [
      { from: '2026-11-01T00:00:00.000Z', to: '2026-11-10T00:00:00.000Z', because: 'failed its check' },
      { from: '2026-11-20T00:00:00.000Z', to: null, because: 'was knocked' },
    ]
    const at = (day: string) => doubtOf({ name: 'Finder 10', doubtful }, { at: `2026-11-${day}T12:00:00.000Z` })
    expect(at('05')).toBe('Finder 10 failed its check')
    expect(at('12')).toBeNull()
    expect(at('23')).toBe('Finder 10 was knocked')
    expect(doubtOf({ name: 'Finder 10', doubtful: [{ from: null, to: null, because: 'failed its check' }] }, { at: '2020' })).not.toBeNull()
  })
})

describe('from what to what a gauge measures', () => {
  const mic = { ...finder, family: 'micrometer' as const, least: mm(25), most: mm(50) }

  it('is both ends and all between, and of a kind whose size is its own it is nothing', () => {
    expect([24.999, 25, 40, 50, 50.001, -40].map((size) => canMeasure(mic, mm(size)))).toEqual([false, true, true, true, false, true])
    expect([0, 500].map((size) => canMeasure({ ...mic, least: null, most: null }, mm(size)))).toEqual([true, true])
    expect(canMeasure({ ...mic, family: 'gauge-pin' }, mm(60))).toBe(true)
  })

  it('is said in the unit that it is marked in', () => {
    expect(rangeText(mic)).toBe('25 to 50 mm')
    expect(rangeText({ least: mm(0), most: mm(25.4) })).toBe('up to 1 in')
    expect(rangeText({ least: mm(25.4), most: mm(50.8) })).toBe('1 to 2 in')
    expect([rangeText({ least: mm(18), most: null }), rangeText({ least: null, most: null })]).toEqual(['from 18 mm', ''])
  })

  it('goes from less to more', () => {
    expect(wrongRange(mic)).toBeNull()
    expect(wrongRange({ ...mic, least: mm(50), most: mm(25) })).toContain('Greatest size')
    expect(wrongRange({ ...mic, least: mm(50), most: null })).toBeNull()
    // What was typed before another kind was chosen is no range.
    expect(wrongRange({ ...mic, family: 'gauge-pin', least: mm(50), most: mm(25) })).toBeNull()
  })
})
