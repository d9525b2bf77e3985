import { describe, expect, it } from 'vitest'
import { inch, mm } from '../length/index.ts'
import { drawBarStock, drawStock } from './index.ts'
import { boxAround, outlineIn, outlineSeen } from './part-outline.ts'

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

  it('of a turned part with its front end on the left count to the left', () => {
    const [end] = outlineIn([{ closed: false, points: [[10, 0] as const, [34, 9] as const] }], 'mm', { x: 10, y: 0 }, true)
    expect(end!.points).toEqual([
      [0, 0],
      [mm(-24), mm(9)],
    ])
  })
})

describe('an outline under a drawing', () => {
  const outline = { file: 'a.dxf', lines: [{ closed: true, points: [[mm(0), mm(5)] as const, [mm(-24), mm(9)] as const] }] }
  const box = (half: number) => ({ from: mm(-half), to: mm(half) })
  const stock = { X: box(31), Y: box(31), Z: { from: mm(-150), to: mm(0) } }

  it('of a turned part is the half that the file shows and its other half, along the bar', () => {
    expect(outlineSeen(drawBarStock(stock), outline).map(({ closed, points }) => [closed, points.map(({ x, y }) => [x, y])])).toEqual([
      [
        true,
        [
          [0, mm(5)],
          [mm(-24), mm(9)],
        ],
      ],
      [
        true,
        [
          [0, mm(-5)],
          [mm(-24), mm(-9)],
        ],
      ],
    ])
    expect(outlineSeen({ ...drawBarStock(stock), view: 'along' }, outline)).toEqual([])
  })

  it('of a block lies under the stock from above, once, and under no other view', () => {
    expect(outlineSeen(drawStock('above', stock), outline)).toHaveLength(1)
    expect(outlineSeen(drawStock('front', stock), outline)).toEqual([])
    expect(outlineSeen({ ...drawStock('above', stock), solids: [] }, outline)).toEqual([])
    expect(outlineSeen(drawStock('above', stock), null)).toEqual([])
  })
})
