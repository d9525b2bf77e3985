import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { decimalsFor, formatExact, formatLength, inch, mm, nm, roundToIncrement } from './index.ts'

describe('writing lengths', () => {
  it('uses a true minus and a fixed number of decimals', () => {
    expect(formatLength(mm(-318.204), { unit: 'mm', decimals: 4 })).toBe('\u2212318.2040')
    expect(formatLength(inch(0.3745), { unit: 'in', decimals: 4 })).toBe('0.3745')
    expect(formatLength(mm(1.8), { unit: 'mm', decimals: 3, sign: 'always' })).toBe('+1.800')
    expect(formatLength(mm(0.0004), { unit: 'mm', decimals: 3 })).toBe('0.000')
    expect(formatLength(mm(-0.0004), { unit: 'mm', decimals: 3, sign: 'always' })).toBe('0.000')
    expect(formatLength(mm(25.4), { unit: 'in', decimals: 0 })).toBe('1')
  })

  it('rounds ties away from zero', () => {
    expect(formatLength(nm(500), { unit: 'mm', decimals: 3 })).toBe('0.001')
    expect(formatLength(nm(-500), { unit: 'mm', decimals: 3 })).toBe('\u22120.001')
  })

  it('knows the decimals of an increment', () => {
    expect(decimalsFor(mm(0.001), 'mm')).toBe(3)
    expect(decimalsFor(mm(0.0005), 'mm')).toBe(4)
    expect(decimalsFor(inch(0.0001), 'in')).toBe(4)
    expect(decimalsFor(mm(1), 'mm')).toBe(0)
  })

  it('writes sizes with the decimals they need', () => {
    expect(formatExact(mm(10), 'mm')).toBe('10')
    expect(formatExact(inch(0.5), 'mm')).toBe('12.7')
    expect(formatExact(mm(2.984), 'mm', 4)).toBe('2.9840')
  })
})

describe('rounding to an increment', () => {
  it('takes the nearest step, ties away from zero, whole and fitted numbers alike', () => {
    expect(roundToIncrement(1499, nm(1000))).toBe(1000)
    expect(roundToIncrement(1500, nm(1000))).toBe(2000)
    expect(roundToIncrement(-1500, nm(1000))).toBe(-2000)
    expect(roundToIncrement(1499.6, nm(1000))).toBe(1000)
    expect(roundToIncrement(-0.4, nm(1))).toBe(0)
  })

  it('is never further than half a step, lies on the step, and is odd in its sign', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e12, max: 1e12 }), fc.constantFrom(100, 254, 1000, 2540), (value, step) => {
        const rounded = roundToIncrement(value, nm(step))
        expect(Math.abs(rounded - value)).toBeLessThanOrEqual(step / 2)
        expect(rounded % step === 0).toBe(true)
        expect(roundToIncrement(-value, nm(step))).toBe(0 - rounded)
      }),
    )
  })

  it('refuses what is no whole number of nanometres', () => {
    expect(() => nm(0.5)).toThrow(RangeError)
    expect(Object.is(nm(-0), 0)).toBe(true)
  })
})
