import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inch, mm, nm, plus, ZERO } from '../length/index.ts'
import { contactCorrection, readoutAtTouch, solve, type Direction } from './index.ts'

describe('the touch equation, figures worked by hand', () => {
  const c = contactCorrection({ direction: 1, radius: mm(5), gauge: ZERO })

  it('finds an edge that is X0, and one that is not', () => {
    expect(c).toBe(mm(-5))
    expect(solve('W', { M: mm(-318.204), W: ZERO, H: ZERO, P: ZERO, c })).toBe(mm(-313.204))
    expect(solve('W', { M: mm(-318.204), W: ZERO, H: ZERO, P: mm(-12.5), c })).toBe(mm(-300.704))
  })

  it('finds a face over a shim, and what the control must read there', () => {
    const onFace = contactCorrection({ direction: -1, radius: ZERO, gauge: mm(1) })
    expect(solve('W', { M: mm(-371.29), W: ZERO, H: mm(103.4755), P: mm(0.8), c: onFace })).toBe(mm(-476.5655))
    expect(readoutAtTouch({ P: mm(0.8), c: onFace })).toBe(mm(1.8))
  })

  it('finds a lathe tool from a skim cut and over a feeler', () => {
    expect(solve('H', { M: mm(-187.35), W: ZERO, H: ZERO, P: mm(61.482), c: ZERO })).toBe(mm(-248.832))
    const feeler = contactCorrection({ direction: -1, radius: ZERO, gauge: mm(0.05) })
    expect(solve('H', { M: mm(-402.118), W: mm(-455.3), H: ZERO, P: ZERO, c: feeler })).toBe(mm(53.132))
  })

  it('counts the correction twice on an axis that reads diameters', () => {
    expect(contactCorrection({ direction: -1, radius: mm(0.4), gauge: mm(0.05), diameterAxis: true })).toBe(mm(0.9))
  })
})

describe('properties', () => {
  const length = fc.integer({ min: -2e9, max: 2e9 }).map((value) => nm(value))
  const size = fc.integer({ min: 0, max: 5e7 }).map((value) => nm(value))
  const direction = fc.constantFrom<Direction>(1, -1)

  it('gives the reading back when solved for one term and put in again', () => {
    fc.assert(
      fc.property(length, length, length, size, size, direction, (M, H, P, radius, gauge, way) => {
        const correction = contactCorrection({ direction: way, radius, gauge })
        const W = solve('W', { M, W: ZERO, H, P, c: correction })
        for (const unknown of ['M', 'W', 'H', 'P'] as const)
          expect(solve(unknown, { M, W, H, P, c: correction })).toBe({ M, W, H, P }[unknown])
      }),
    )
  })

  it('puts part zero in the middle of what is touched from both sides', () => {
    fc.assert(
      fc.property(length, size, size, size, (left, width, radius, gauge) => {
        const right = plus(left, width)
        const fromLeft = solve('W', {
          W: ZERO,
          M: plus(left, nm(-radius - gauge)),
          H: ZERO,
          P: ZERO,
          c: contactCorrection({ direction: 1, radius, gauge }),
        })
        const fromRight = solve('W', {
          W: ZERO,
          M: plus(right, radius, gauge),
          H: ZERO,
          P: ZERO,
          c: contactCorrection({ direction: -1, radius, gauge }),
        })
        expect(fromLeft).toBe(left)
        expect(fromRight).toBe(right)
      }),
    )
  })

  it('does not care in which unit the figures were typed', () => {
    expect(solve('W', { M: inch(-12.5278), W: ZERO, H: ZERO, P: inch(-0.5), c: inch(-0.1) })).toBe(inch(-11.9278))
  })
})
