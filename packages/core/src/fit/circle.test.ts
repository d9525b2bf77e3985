import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { radiusToward } from '../gauge/index.ts'
import { mm } from '../length/index.ts'
import { fitCircle, type FittedCircle } from './index.ts'

const bare = () => 0
const around = (count: number, radius: number, centre = { x: 0, y: 0 }, from = 0, arc = 2 * Math.PI) =>
  Array.from({ length: count }, (_, at) => {
    const angle = from + (arc * at) / (arc === 2 * Math.PI ? count : count - 1)
    return { x: centre.x + radius * Math.cos(angle), y: centre.y + radius * Math.sin(angle) }
  })
const fitted = (...args: Parameters<typeof fitCircle>): FittedCircle => {
  const fit = fitCircle(...args)
  if (typeof fit === 'string') throw new Error(fit)
  return fit
}

const place = fc.record({ x: fc.integer({ min: -6e8, max: 6e8 }), y: fc.integer({ min: -6e8, max: 6e8 }) })
const size = fc.integer({ min: 2_000_000, max: 200_000_000 })
const count = fc.integer({ min: 3, max: 24 })

describe('a circle through touches', () => {
  it('comes back exactly, wherever it lies and however many touches there are', () => {
    fc.assert(
      fc.property(place, size, count, (centre, radius, n) => {
        const fit = fitted(around(n, radius, centre), bare)
        expect(Math.hypot(fit.x - centre.x, fit.y - centre.y)).toBeLessThan(0.5)
        expect(Math.abs(fit.radius - radius)).toBeLessThan(0.5)
      }),
    )
  })

  it('moves with the touches, and turns with them', () => {
    fc.assert(
      fc.property(place, fc.double({ min: -3, max: 3, noNaN: true }), (shift, turn) => {
        const touches = around(5, 17e6).map(({ x, y }, at) => ({ x: x + 900 * at, y: y - 500 * at * at }))
        const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
        const first = fitted(touches, bare)
        const second = fitted(
          touches.map(({ x, y }) => ({ x: cos * x - sin * y + shift.x, y: sin * x + cos * y + shift.y })),
          bare,
        )
        expect(second.x).toBeCloseTo(cos * first.x - sin * first.y + shift.x, 0)
        expect(second.y).toBeCloseTo(sin * first.x + cos * first.y + shift.y, 0)
        expect(second.radius).toBeCloseTo(first.radius, 0)
      }),
    )
  })

  it('does not care in which order the touches were made', () => {
    const touches = around(6, 12e6).map(({ x, y }, at) => ({ x: x + 700 * Math.sin(at), y: y + 900 * Math.cos(3 * at) }))
    const fit = fitted(touches, bare)
    const other = fitted([...touches].reverse(), bare)
    expect(other.x).toBeCloseTo(fit.x, 1)
    expect(other.radius).toBeCloseTo(fit.radius, 1)
  })

  it('is the least: any step away from it makes the residuals larger', () => {
    const touches = around(7, 20e6).map(({ x, y }, at) => ({ x: x + 1_500 * Math.sin(7 * at), y: y + 1_500 * Math.cos(5 * at) }))
    const fit = fitted(touches, bare)
    const squares = (cx: number, cy: number, r: number) => touches.reduce((sum, { x, y }) => sum + (Math.hypot(x - cx, y - cy) - r) ** 2, 0)
    const least = squares(fit.x, fit.y, fit.radius)
    for (const [dx, dy, dr] of [
      [5, 0, 0],
      [-5, 0, 0],
      [0, 5, 0],
      [0, -5, 0],
      [0, 0, 5],
      [0, 0, -5],
    ] as const)
      expect(squares(fit.x + dx, fit.y + dy, fit.radius + dr)).toBeGreaterThan(least)
  })

  it('adds the stylus in a bore and takes it off a boss', () => {
    expect(fitted(around(4, 14e6), () => 3e6).radius).toBeCloseTo(17e6, 1)
    expect(fitted(around(4, 20e6), () => -3e6).radius).toBeCloseTo(17e6, 1)
  })

  it('counts a stylus that runs out for the direction it moved in', () => {
    const probe = { size: mm(6), radii: { xPlus: mm(2.984), xMinus: mm(2.99), yPlus: mm(2.986), yMinus: mm(2.988) } }
    const wall = (u: { x: number; y: number }) => radiusToward(probe, u)
    const touches = around(12, 1).map((u) => ({ x: u.x * (17e6 - wall(u)), y: u.y * (17e6 - wall(u)) }))
    const fit = fitted(touches, wall)
    expect(Math.hypot(fit.x, fit.y)).toBeLessThan(1)
    expect(fit.radius).toBeCloseTo(17e6, 0)
  })

  it('says by its sensitivities what happens when a touch moves', () => {
    const touches = around(5, 10e6, { x: 3e6, y: -2e6 }, 0.3)
    const fit = fitted(touches, bare)
    touches.forEach((touch, at) => {
      const outward = { x: (touch.x - fit.x) / fit.radius, y: (touch.y - fit.y) / fit.radius }
      const moved = touches.map((one, index) => (index === at ? { x: one.x + 1_000 * outward.x, y: one.y + 1_000 * outward.y } : one))
      const next = fitted(moved, bare)
      expect((next.x - fit.x) / 1_000).toBeCloseTo(fit.sensitivity[at]!.x, 3)
      expect((next.y - fit.y) / 1_000).toBeCloseTo(fit.sensitivity[at]!.y, 3)
      expect((next.radius - fit.radius) / 1_000).toBeCloseTo(fit.sensitivity[at]!.radius, 3)
    })
  })

  it('knows how far around the touches reach, and how sure a short arc is', () => {
    expect(fitted(around(4, 10e6), bare).coverage).toBeCloseTo(270, 6)
    const arc = fitted(around(5, 10e6, { x: 0, y: 0 }, 0, Math.PI / 2), bare)
    expect(arc.coverage).toBeCloseTo(90, 6)
    const doubt = (fit: FittedCircle) => Math.hypot(...fit.sensitivity.map(({ x }) => x))
    expect(doubt(arc)).toBeGreaterThan(4 * doubt(fitted(around(5, 10e6), bare)))
  })

  it('shows a form error from four touches on', () => {
    expect(fitted(around(3, 10e6), bare).form).toBeNull()
    const burr = around(8, 10e6).map((touch, at) => (at === 2 ? { x: touch.x, y: touch.y - 20_000 } : touch))
    expect(fitted(burr, bare).form).toBeGreaterThan(10_000)
  })

  it.each([
    ['two touches', around(2, 10e6), 'too-few'],
    ['one place touched twice', [...around(3, 10e6), around(3, 10e6)[0]!], 'same-place'],
    ['touches on a line', [0, 1, 2, 3].map((x) => ({ x: x * 1e6, y: 2e6 * x + 5 })), 'straight'],
  ])('refuses %s', (_name, touches, why) => {
    expect(fitCircle(touches, bare)).toBe(why)
  })
})
