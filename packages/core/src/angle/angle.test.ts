import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { degreesOf, formatAngle, microdegrees, radiansOf, readAngle } from './index.ts'

const value = (text: string) => {
  const reading = readAngle(text, 'Turned by')
  return reading.kind === 'angle' ? degreesOf(reading.value) : reading.kind
}

describe('an angle as it is typed', () => {
  it.each([
    ['0.25', 0.25],
    ['-1/4', -0.25],
    ['0,1003\u00b0', 0.1003],
    ['12 deg', 12],
    ['1 1/2', 1.5],
    ['', 'empty'],
  ])('reads %j', (text, degrees) => {
    expect(value(text)).toBe(degrees)
  })

  it.each([
    ['0.25mm', 'write the angle in degrees'],
    ['a', 'write the angle in degrees'],
    ['1/0', 'it divides by zero'],
    ['25000', 'more than one turn'],
    ['0..1', 'has two decimal points'],
  ])('refuses %j', (text, sentence) => {
    const reading = readAngle(text, 'Turned by')
    expect(reading).toMatchObject({ kind: 'refused', sentence: expect.stringContaining(sentence) as string })
    expect((reading as { sentence: string }).sentence).toMatch(/^Turned by/)
  })
})

describe('an angle as it is written', () => {
  it.each([
    [0.1003, '0.1003\u00b0'],
    [-0.25, '\u22120.2500\u00b0'],
    [0, '0.0000\u00b0'],
    [-0.00001, '0.0000\u00b0'],
  ])('%d', (degrees, text) => {
    expect(formatAngle(microdegrees(degrees))).toBe(text)
  })

  it('comes back from its millionths, ties away from zero', () => {
    fc.assert(
      fc.property(fc.integer({ min: -360_000_000, max: 360_000_000 }), (millionths) => {
        expect(microdegrees(degreesOf(millionths as ReturnType<typeof microdegrees>))).toBe(millionths + 0)
      }),
    )
    expect(microdegrees(0.0000005)).toBe(1)
    expect(microdegrees(-0.0000005)).toBe(-1)
  })

  it('is a half turn at pi', () => {
    expect(radiansOf(microdegrees(180))).toBeCloseTo(Math.PI, 12)
  })
})
