import { describe, expect, it } from 'vitest'
import { Chance } from '@rook/testing'
import { doubtOfFurthest } from './index.ts'

describe('the furthest of several readings', () => {
  it('of edges that are alike lies too far out: bias and spread of a maximum of normals', () => {
    // Order statistics of the standard normal: n = 2 mean 0.5642, sd 0.8256; n = 4 mean 1.0294, sd 0.7012.
    expect(doubtOfFurthest([0, 0], 1000)).toBeCloseTo(1000 * Math.hypot(0.5642, 0.8256), -1)
    expect(doubtOfFurthest([0, 0, 0, 0], 1000)).toBeCloseTo(1000 * Math.hypot(1.0294, 0.7012), -1)
  })

  it('of edges far apart, or of one, is as good as one reading', () => {
    expect(doubtOfFurthest([0, 80_000, -90_000], 1000)).toBeCloseTo(1000, -1)
    expect(doubtOfFurthest([5], 700)).toBe(700)
  })

  it('covers what it says in 93 to 97.5 of 100 runs, with much and with little doubt beside it, edges alike or apart', () => {
    const chance = new Chance('furthest')
    for (const setter of [500, 1500, 3200])
      for (const count of [2, 4, 8])
        for (const apart of [0, 1000, 3000, 15_000]) {
          let inside = 0
          for (let run = 0; run < 1500; run++) {
            const edges = Array.from({ length: count }, () => chance.normal(apart))
            const readings = edges.map((edge) => edge + chance.normal(2000))
            const error = Math.max(...readings) - Math.max(...edges) + chance.normal(setter)
            if (Math.abs(error) <= 2 * Math.hypot(doubtOfFurthest(readings, 2000), setter)) inside++
          }
          const said = `${count} edges, ${apart} nm apart, a setter of ${setter} nm`
          expect(inside / 1500, said).toBeGreaterThanOrEqual(0.93)
          expect(inside / 1500, said).toBeLessThanOrEqual(0.98)
        }
  })
})
