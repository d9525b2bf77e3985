import { describe, expect, it } from 'vitest'
import { evaluate, Unreadable } from './macro.ts'

const of = (text: string, values: Record<number, number | null> = {}) =>
  evaluate(text, new Map(Object.entries(values).map(([number, value]) => [Number(number), value])))

describe('the macro language', () => {
  it.each([
    ['[1+2*3]', 7],
    ['[[1+2]*3]', 9],
    ['-[2-5]', 3],
    ['2--3', 5],
    ['7MOD4', 3],
    ['[1LT2]', 1],
    ['[1GT2]OR[2EQ2]', 1],
    ['[1NE1]XOR[0EQ0]', 1],
    ['FUP[1.2]', 2],
    ['FIX[-1.8]', -1],
    ['ROUND[-2.5]', -3],
    ['SQRT[9]+ABS[-4]', 7],
    ['#1+##2', 15],
  ])('%s is %d', (text, value) => expect(of(text, { 1: 5, 2: 3, 3: 10 })).toBe(value))

  it('counts angles in degrees', () => {
    expect(of('SIN[30]')).toBeCloseTo(0.5, 12)
    expect(of('COS[60]')).toBeCloseTo(0.5, 12)
    expect(of('TAN[45]')).toBeCloseTo(1, 12)
    expect(of('ATAN[1]/[-1]')).toBeCloseTo(135, 12)
  })

  it('does not know what a variable does not say, nor what is no number', () => {
    expect(of('#7+1')).toBeNull()
    expect(of('#[#7]')).toBeNull()
    expect(of('1/0')).toBeNull()
    expect(of('SQRT[-1]')).toBeNull()
  })

  it('says at which letter it is no expression', () => {
    const at = (text: string) => {
      try {
        of(text)
        return null
      } catch (error) {
        return error instanceof Unreadable ? error.at : 'other'
      }
    }
    expect(at('[1+2')).toBe(4)
    expect(at('1+')).toBe(2)
    expect(at('SIN30')).toBe(3)
    expect(at('1?2')).toBe(1)
    expect(at('['.repeat(100))).toBe(60)
    expect(at('#'.repeat(100))).toBe(60)
  })
})
