import { PracticeMachine } from '@rook/practice/machine'
import { describe, expect, it } from 'vitest'
import { MACHINES } from '../machines.ts'
import { OPERATIONS } from '../operations/index.ts'
import { PRACTICE } from '../practice/specs.ts'

const spec = (id: string) => PRACTICE.find((one) => one.id === id)!

describe('the demo shop\u2019s practice machines', () => {
  it('are its machines, with the tools that are mounted', () => {
    expect(PRACTICE.map(({ id }) => id)).toEqual(MACHINES.map(({ id }) => id))
    for (const { id, tools } of MACHINES)
      expect(
        spec(id).tools.flatMap(({ number }) => (number === null ? [] : [String(number)])),
        id,
      ).toEqual(tools.map(({ number }) => number))
  })

  it('have the part where the shop\u2019s truth says, wherever its stock is on record', () => {
    const found = MACHINES.flatMap(({ id, record }) => {
      const { stock, truth } = OPERATIONS.find(({ machine }) => machine === id)!
      if (record.kind !== 'mill' || !stock) return []
      const { section, top } = spec(id).solids[0]!
      if (section.kind !== 'box') throw new Error(`${id}: its part is no box`)
      expect(section.x[0], id).toBeCloseTo((truth.G54!.X! + stock.X.from) / 1e6, 6)
      expect(top, id).toBeCloseTo((truth.G54!.Z! + stock.Z.to) / 1e6, 6)
      return [id]
    })
    expect(found).toEqual(['mill-1', 'mill-2', 'mill-3', 'mill-4'])
  })

  it('Mill 3 is touched by hand: side, top and setter, each where it must be', () => {
    let now = 0
    const mill = new PracticeMachine({ ...spec('mill-3'), scatter: 0, backlash: {}, growth: { by: 0, minutes: 1 } }, () => now)
    const go = (axis: string, distance: number, touch = false) => {
      if (touch) mill.feedToTouch(axis, distance)
      else mill.jog(axis, distance)
      now += 600_000
      return mill.shown('machine', axis)
    }
    mill.home()
    mill.take('finder-10')
    go('Y', -140)
    go('X', -340)
    go('Z', -395)
    // Left side at \u2212313.204, radius 5.
    expect(go('X', 60, true)).toBeCloseTo(-318.204, 4)
    go('X', -5)
    go('Z', 390)
    mill.take('T4')
    // Beside the bore, which a cutter of 12 would fall into.
    go('X', 30)
    // Top 0.8 over part zero: \u2212476.5655 + 0.8 + 103.4755.
    expect(go('Z', -400, true)).toBeCloseTo(-372.29, 4)
    go('Z', 300)
    go('X', 233.204)
    go('Y', 80)
    // Setter A: its constant is \u2212502.118, so that T4 reads \u2212502.118 + 103.4755.
    expect(go('Z', -450, true)).toBeCloseTo(-398.6425, 4)
  })
})
