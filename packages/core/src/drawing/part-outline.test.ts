import { describe, expect, it } from 'vitest'
import { inch, mm } from '../length/index.ts'
import { boxAround, outlineIn } from './part-outline.ts'

describe('lines of a drawing file', () => {
  const lines = [{ closed: false, points: [[100, 50] as const, [196, 146] as const] }]

  it('are of the part, from its zero, in the unit that is said: a pixel is a 96th of an inch', () => {
    const end = (unit: 'mm' | 'in' | 'px') => outlineIn(lines, unit, { x: 100, y: 50 })[0]!.points
    expect(end('mm')).toEqual([
      [0, 0],
      [mm(96), mm(96)],
    ])
    expect(end('in')[1]).toEqual([inch(96), inch(96)])
    expect(end('px')[1]).toEqual([inch(1), inch(1)])
  })

  it('have a box around them', () => {
    expect(boxAround(lines)).toEqual({ min: { x: 100, y: 50 }, max: { x: 196, y: 146 } })
    expect(boxAround([])).toBeNull()
  })
})
