import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { centreByRadius, extremesOf, sweepOf, type Arc } from './arc.ts'

const mm = (value: number) => value * 1e6
const quarter: Arc = { start: { u: mm(10), v: 0 }, end: { u: 0, v: mm(10) }, centre: { u: 0, v: 0 }, turns: 1 }
const spanOf = (arc: Arc) => {
  const points = extremesOf(arc)
  return [
    Math.min(...points.map(({ u }) => u)),
    Math.max(...points.map(({ u }) => u)),
    Math.min(...points.map(({ v }) => v)),
    Math.max(...points.map(({ v }) => v)),
  ]
}

describe('an arc', () => {
  it('goes the way that it turns', () => {
    expect(sweepOf(quarter)).toBeCloseTo(Math.PI / 2, 9)
    expect(sweepOf({ ...quarter, turns: -1 })).toBeCloseTo((3 * Math.PI) / 2, 9)
    // An end that is its start is a whole circle.
    expect(sweepOf({ ...quarter, end: quarter.start })).toBeCloseTo(2 * Math.PI, 9)
  })

  it('reaches beyond its ends where it crosses an axis', () => {
    expect(spanOf(quarter)).toEqual([0, mm(10), 0, mm(10)])
    expect(spanOf({ ...quarter, turns: -1 }).map((value) => Math.round(value))).toEqual([mm(-10), mm(10), mm(-10), mm(10)])
  })

  it('reaches as far as many points along it do', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 1, max: 359, noNaN: true }),
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        fc.constantFrom(1 as const, -1 as const),
        (from, sweep, radius, turns) => {
          const point = (degrees: number) => ({
            u: mm(radius) * Math.cos((degrees * Math.PI) / 180),
            v: mm(radius) * Math.sin((degrees * Math.PI) / 180),
          })
          const arc: Arc = { start: point(from), end: point(from + turns * sweep), centre: { u: 0, v: 0 }, turns }
          const along = Array.from({ length: 721 }, (_, at) => point(from + (turns * sweep * at) / 720))
          const [lowU, highU, lowV, highV] = spanOf(arc)
          // Between two of the points the arc rises by no more than the sagitta.
          const near = mm(radius) * (1 - Math.cos(Math.PI / 720)) + 2
          for (const [found, sampled] of [
            [lowU, Math.min(...along.map(({ u }) => u))],
            [highU, Math.max(...along.map(({ u }) => u))],
            [lowV, Math.min(...along.map(({ v }) => v))],
            [highV, Math.max(...along.map(({ v }) => v))],
          ] as const)
            expect(Math.abs(found! - sampled)).toBeLessThanOrEqual(near)
        },
      ),
    )
  })

  it('has its centre by the radius: the shorter one above zero, the longer one below', () => {
    const [start, end] = [
      { u: mm(10), v: 0 },
      { u: 0, v: mm(10) },
    ]
    expect(centreByRadius(start, end, mm(10), 1)).toEqual({ u: expect.closeTo(0, 0) as number, v: expect.closeTo(0, 0) as number })
    const far = centreByRadius(start, end, mm(-10), 1)!
    expect([far.u, far.v].map((value) => Math.round(value))).toEqual([mm(10), mm(10)])
    expect(sweepOf({ start, end, centre: far, turns: 1 })).toBeCloseTo((3 * Math.PI) / 2, 6)
    expect(centreByRadius(start, end, mm(5), 1)).toBeNull()
    expect(centreByRadius(start, start, mm(5), 1)).toBeNull()
  })
})
