import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { combine, ofReadout } from './index.ts'

describe('uncertainty', () => {
  it('combines in quadrature, expands with two and rounds up to the increment', () => {
    const { standard, expanded, contributors } = combine(
      [
        { label: 'a', standard: 3000 },
        { label: 'b', standard: 4000 },
        { label: 'none', standard: 0 },
      ],
      mm(0.001),
    )
    expect(standard).toBe(5000)
    expect(expanded).toBe(mm(0.01))
    expect(contributors.map(({ label }) => label)).toEqual(['b', 'a'])
    expect(combine([{ label: 'a', standard: 501 }], nm(1000)).expanded).toBe(2000)
  })

  it('counts half a step of the readout as a rectangle', () => {
    expect(ofReadout(mm(0.001)).standard).toBeCloseTo(288.675, 3)
  })
})
