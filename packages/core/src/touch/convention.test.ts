import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, nm, plus } from '../length/index.ts'
import { convertLengths, setterConstant, usualLengthSign } from './index.ts'

describe('a setter', () => {
  it('has a constant from a master', () => {
    const constant = setterConstant(mm(-352.118), mm(150))
    expect(constant).toBe(mm(-502.118))
  })
})

describe('the three ways of counting length', () => {
  const gauge = { workOffset: mm(-476.5655), lengths: { T4: mm(103.4755), T7: mm(138.0221) } }

  it('turns gauge lengths into touch-off lengths and differences', () => {
    expect(convertLengths(gauge, { convention: 'touch-off', shift: nm(0) })).toEqual({
      workOffset: 0,
      lengths: { T4: mm(-373.09), T7: mm(-338.5434) },
    })
    expect(convertLengths(gauge, { convention: 'reference-tool', reference: 'T4' })).toEqual({
      workOffset: mm(-373.09),
      lengths: { T4: 0, T7: mm(34.5466) },
    })
  })

  it('comes back to where it started', () => {
    const there = convertLengths(gauge, { convention: 'touch-off', shift: mm(2) })!
    expect(convertLengths(there, { convention: 'gauge-length', tool: 'T7', gaugeLength: mm(138.0221) })).toEqual(gauge)
  })

  it('has no answer without the tool that fixes it', () => {
    expect(convertLengths(gauge, { convention: 'reference-tool', reference: 'T9' })).toBeNull()
    expect(convertLengths(gauge, { convention: 'gauge-length', tool: 'T9', gaugeLength: mm(1) })).toBeNull()
  })

  it('keeps the machine reading of every tip at part zero', () => {
    const length = fc.integer({ min: -4e8, max: 4e8 }).map((value) => nm(value))
    fc.assert(
      fc.property(length, length, length, length, (workOffset, a, b, shift) => {
        const from = { workOffset, lengths: { a, b } }
        for (const target of [
          { convention: 'touch-off', shift },
          { convention: 'reference-tool', reference: 'b' },
          { convention: 'gauge-length', tool: 'a', gaugeLength: shift },
        ] as const) {
          const to = convertLengths(from, target)!
          for (const tool of ['a', 'b'])
            expect(plus(to.workOffset, to.lengths[tool]!)).toBe(plus(workOffset, from.lengths[tool as 'a' | 'b']))
        }
      }),
    )
  })

  it('knows the usual sign of each', () => {
    expect([usualLengthSign('gauge-length'), usualLengthSign('touch-off'), usualLengthSign('reference-tool')]).toEqual([1, -1, 0])
  })
})
