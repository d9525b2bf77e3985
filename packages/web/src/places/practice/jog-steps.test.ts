import { describe, expect, it } from 'vitest'
import { displayed, distanceOf, jogSteps } from './jog-steps.ts'

describe('keys and displays of a practice machine', () => {
  it('step no finer than the machine counts, in its own unit', () => {
    expect(jogSteps('mm', 0.001).map(({ label }) => label)).toEqual(['100', '10', '1', '0.1', '0.01', '0.001'])
    const inches = jogSteps('in', 0.00254)
    expect(inches.at(-1)).toEqual({ label: '0.0001', mm: 0.00254 })
    expect(inches[0]!.mm).toBeCloseTo(101.6, 9)
  })

  it('show millimetres as the machine would', () => {
    expect(displayed(-318.204, 'mm', 0.0001)).toBe('\u2212318.2040')
    // 318.2036 ÷ 25.4 = 12.52770
    expect(displayed(-318.20358, 'in', 0.00254)).toBe('\u221212.5277')
    expect(displayed(-0.00001, 'mm', 0.001)).toBe('0.000')
  })

  it('take a distance as it is typed, and nothing for what is none', () => {
    expect(distanceOf('-12,5', 'mm')).toBe(-12.5)
    expect(distanceOf('\u22120.5', 'in')).toBeCloseTo(-12.7, 9)
    for (const text of ['', ' ', 'ten', '1 2']) expect(distanceOf(text, 'mm'), text).toBeNull()
  })
})
