import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bestFit, fitPlane, type Pair } from './index.ts'
import { invertSymmetric3 } from './solve.ts'

const slope = fc.double({ min: -0.01, max: 0.01, noNaN: true })
const height = fc.integer({ min: -5e8, max: 5e8 })
const corners = [
  [0, 0],
  [120e6, 0],
  [120e6, 80e6],
  [0, 80e6],
] as const

describe('a plane through touches', () => {
  it('gives back the plane that was touched, and no flatness error', () => {
    fc.assert(
      fc.property(slope, slope, height, (b, c, a) => {
        const plane = fitPlane(corners.map(([x, y]) => ({ x, y, z: a + b * x + c * y })))!
        expect(plane.slopeX).toBeCloseTo(b, 9)
        expect(plane.slopeY).toBeCloseTo(c, 9)
        expect(Math.abs(plane.heightAt(30e6, 50e6) - (a + b * 30e6 + c * 50e6))).toBeLessThan(1)
        expect(plane.flatness).toBeLessThan(1)
      }),
    )
  })

  it('weighs its touches so that the weights add up to one, wherever the height is taken', () => {
    const plane = fitPlane(corners.map(([x, y], at) => ({ x, y, z: at * 1_000 })))!
    for (const [x, y] of [
      [0, 0],
      [60e6, 40e6],
      [200e6, -50e6],
    ] as const) {
      const weights = plane.weightsAt(x, y)
      expect(weights.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 9)
      const byWeights = weights.reduce((sum, weight, at) => sum + weight * at * 1_000, 0)
      expect(byWeights).toBeCloseTo(plane.heightAt(x, y), 3)
    }
  })

  it('is surest in the middle of its touches', () => {
    const plane = fitPlane(corners.map(([x, y]) => ({ x, y, z: 0 })))!
    const doubt = (x: number, y: number) => Math.hypot(...plane.weightsAt(x, y))
    expect(doubt(60e6, 40e6)).toBeCloseTo(0.5, 9)
    expect(doubt(0, 0)).toBeGreaterThan(doubt(60e6, 40e6))
    expect(doubt(300e6, 40e6)).toBeGreaterThan(doubt(0, 0))
  })

  it('cannot be told from touches on a line, or from two', () => {
    expect(fitPlane([0, 1, 2].map((x) => ({ x: x * 1e6, y: x * 2e6, z: 0 })))).toBeNull()
    expect(fitPlane(corners.slice(0, 2).map(([x, y]) => ({ x, y, z: 0 })))).toBeNull()
  })
})

const nominal = [
  { x: 18e6, y: 22e6 },
  { x: 92e6, y: 22e6 },
  { x: 92e6, y: 58e6 },
  { x: 18e6, y: 58e6 },
]
const placed = (angle: number, dx: number, dy: number): Pair[] =>
  nominal.map((n) => ({
    nominal: n,
    measured: { x: Math.cos(angle) * n.x - Math.sin(angle) * n.y + dx, y: Math.sin(angle) * n.x + Math.cos(angle) * n.y + dy },
  }))

describe('a best fit of known features', () => {
  it('gives back shift and rotation, and leaves nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), height, height, (angle, dx, dy) => {
        const fit = bestFit(placed(angle, dx, dy), true)!
        expect(fit.rotation).toBeCloseTo(angle, 8)
        expect(Math.abs(fit.x - dx)).toBeLessThan(1)
        expect(Math.abs(fit.y - dy)).toBeLessThan(1)
        for (const { x, y } of fit.residuals) expect(Math.hypot(x, y)).toBeLessThan(1)
      }),
    )
  })

  it('shares out what is left so that it adds up to nothing', () => {
    const pairs = placed(0.002, 5_000, -3_000).map((pair, at) => ({
      ...pair,
      measured: { x: pair.measured.x + 4_000 * Math.sin(9 * at), y: pair.measured.y + 4_000 * Math.cos(7 * at) },
    }))
    for (const turning of [true, false]) {
      const { residuals } = bestFit(pairs, turning)!
      expect(residuals.reduce((sum, { x }) => sum + x, 0)).toBeCloseTo(0, 2)
      expect(residuals.reduce((sum, { y }) => sum + y, 0)).toBeCloseTo(0, 2)
    }
  })

  it('leaves less when it may turn', () => {
    const pairs = placed(0.001, 0, 0)
    const left = (turning: boolean) => Math.hypot(...bestFit(pairs, turning)!.residuals.flatMap(({ x, y }) => [x, y]))
    expect(left(true)).toBeLessThan(1)
    expect(left(false)).toBeGreaterThan(50_000)
  })

  it('says by its sensitivities what happens when a feature was found elsewhere', () => {
    const pairs = placed(0.001, 20_000, 40_000)
    const fit = bestFit(pairs, true)!
    pairs.forEach((_, at) => {
      for (const axis of ['x', 'y'] as const) {
        const moved = pairs.map((pair, index) =>
          index === at ? { ...pair, measured: { ...pair.measured, [axis]: pair.measured[axis] + 1_000 } } : pair,
        )
        const next = bestFit(moved, true)!
        expect((next.x - fit.x) / 1_000).toBeCloseTo(fit.sensitivity[at]!.x[axis], 3)
        expect((next.y - fit.y) / 1_000).toBeCloseTo(fit.sensitivity[at]!.y[axis], 3)
        expect((next.rotation - fit.rotation) / 1_000).toBeCloseTo(fit.sensitivity[at]!.rotation[axis], 12)
      }
    })
  })

  it('needs one feature to shift, two in different places to turn', () => {
    expect(bestFit([], false)).toBeNull()
    expect(bestFit(placed(0, 0, 0).slice(0, 1), false)).not.toBeNull()
    expect(bestFit(placed(0, 0, 0).slice(0, 1), true)).toBeNull()
    const [first] = placed(0, 0, 0)
    expect(bestFit([first!, first!], true)).toBeNull()
  })
})

describe('a symmetric 3 by 3 matrix', () => {
  it('times its inverse is one', () => {
    const [a, b, c, d, e, f] = [4, 1, 0.5, 3, 0.2, 2]
    const [ia, ib, ic, id, ie, jf] = invertSymmetric3([a, b, c, d, e, f])!
    expect(a * ia + b * ib + c * ic).toBeCloseTo(1, 12)
    expect(a * ib + b * id + c * ie).toBeCloseTo(0, 12)
    expect(c * ic + e * ie + f * jf).toBeCloseTo(1, 12)
  })

  it('that is singular has none', () => {
    expect(invertSymmetric3([1, 2, 3, 4, 6, 9])).toBeNull()
  })
})
