import { drawStock, mm, nm, type Drawing, type TouchMark } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { scene } from '@rook/testing'
import { fitDrawing } from './drawing-scale.ts'
import { fallArrow } from './fall-arrow.ts'
import { readableMagnification } from './magnify.ts'
import { touchShapes } from './touch-shapes.ts'

const STILL = { x: 0, y: 0, k: 1 }
const stock = scene().plan!.stock
const drawing = (more: Partial<Drawing> = {}): Drawing => ({ ...drawStock('above', stock), ...more })

describe('the scale of a drawing', () => {
  it('is one for both directions, with Y upward', () => {
    const { x, y, perPixel } = fitDrawing(drawing(), 400, 500, STILL)
    expect(x(mm(10)) - x(0)).toBeCloseTo(mm(10) / perPixel, 6)
    expect(y(0) - y(mm(10))).toBeCloseTo(mm(10) / perPixel, 6)
  })

  it('shows all of the stock with room around it', () => {
    for (const [width, height] of [
      [400, 500],
      [900, 260],
      [350, 350],
    ] as const) {
      const { x, y } = fitDrawing(drawing(), width, height, STILL)
      expect(x(0)).toBeGreaterThanOrEqual(22)
      expect(x(mm(92))).toBeLessThanOrEqual(width - 22)
      expect(y(mm(63))).toBeGreaterThanOrEqual(22)
      expect(y(0)).toBeLessThanOrEqual(height - 62)
    }
  })

  it('makes room for touches, round walls and outlines that stand beside the stock', () => {
    const plain = fitDrawing(drawing(), 400, 400, STILL).perPixel
    const far = { x: mm(200), y: mm(20) }
    expect(fitDrawing(drawing({ rounds: [{ kind: 'wall', centre: far, radius: mm(10) }] }), 400, 400, STILL).perPixel).toBeGreaterThan(
      plain,
    )
    expect(fitDrawing(drawing({ outlines: [{ kind: 'part', points: [far] }] }), 400, 400, STILL).perPixel).toBeGreaterThan(plain)
    const touch: TouchMark = { at: far, contact: far, toward: { x: 1, y: 0 }, radius: mm(5), label: '1', lit: false }
    expect(fitDrawing(drawing({ touches: [touch] }), 400, 400, STILL).perPixel).toBeGreaterThan(plain)
  })

  it('grows and moves as it was moved by hand', () => {
    const still = fitDrawing(drawing(), 400, 400, STILL)
    const moved = fitDrawing(drawing(), 400, 400, { x: 30, y: -20, k: 2 })
    expect(moved.x(mm(10))).toBeCloseTo(2 * still.x(mm(10)) + 30, 6)
    expect(moved.y(mm(10))).toBeCloseTo(2 * still.y(mm(10)) - 20, 6)
    expect(moved.perPixel).toBeCloseTo(still.perPixel / 2, 6)
  })

  it('stands a pane that has no size yet', () => {
    const { x, y, perPixel } = fitDrawing(drawing(), 0, 0, STILL)
    for (const value of [x(0), y(0), perPixel]) expect(Number.isFinite(value)).toBe(true)
  })
})

describe('the magnification of deviations', () => {
  const by = (x: number, y = 0) => [{ from: { x: nm(0), y: nm(0) }, by: { x, y } }]

  it.each([
    [by(1_000), 500_000, 10_000],
    [by(20_000), 500_000, 500],
    [by(3_000, 4_000), 500_000, 2_000],
    [by(mm(1)), 500_000, 10],
    [by(mm(100)), 500_000, 1],
    [by(0), 500_000, 1],
    [[], 500_000, 1],
  ])('is a round figure that makes the largest one easy to see', (deviations, perPixel, factor) => {
    expect(readableMagnification(deviations, perPixel)).toBe(factor)
  })

  it('never lets a deviation grow longer than is readable', () => {
    for (let size = 10; size < mm(5); size *= 3) {
      const factor = readableMagnification(by(size), 400_000)
      expect((size * factor) / 400_000).toBeLessThanOrEqual(28)
    }
  })
})

describe('the arrow on a tilted face', () => {
  const box = { left: 100, top: 100, width: 200, height: 100 }

  it('points down the fall, as it is seen from above', () => {
    // Higher to the right: it falls to the left.
    const fall = fallArrow({ x: 0.02, y: 0 }, box)!
    expect(fall.head.x).toBeLessThan(fall.from.x)
    expect(fall.head.y).toBeCloseTo(fall.from.y, 9)
    // Higher at the back: it falls toward the person, down the screen.
    const near = fallArrow({ x: 0, y: 0.01 }, box)!
    expect(near.head.y).toBeGreaterThan(near.from.y)
    expect(near.size).toBe(0.01)
  })

  it('is not there on a level face or without a stock', () => {
    expect(fallArrow({ x: 0, y: 0 }, box)).toBeNull()
    expect(fallArrow(undefined, box)).toBeNull()
    expect(fallArrow({ x: 1, y: 0 }, undefined)).toBeNull()
  })
})

describe('touches as they are drawn', () => {
  const at = ({ x, y }: { x: number; y: number }) => ({ x: x / 1e5, y: -y / 1e5 })
  const picture = { at, perPixel: 1e5, rounds: [] as { r: number }[] }
  const touch = (more: Partial<TouchMark> = {}): TouchMark => ({
    at: { x: mm(10), y: mm(0) },
    contact: { x: mm(15), y: mm(0) },
    toward: { x: 1, y: 0 },
    radius: mm(5),
    label: 'touch, moving X+',
    lit: true,
    ...more,
  })
  const [shape] = touchShapes([touch()], picture)

  it('stand where they are, to scale, with the arrow behind them', () => {
    expect(shape!.place).toEqual({ x: 100, y: -0 })
    expect(shape!.r).toBe(50)
    expect(shape!.tail.x).toBeLessThan(shape!.head.x)
    expect(shape!.head.x).toBeLessThan(shape!.place.x - shape!.r)
  })

  it('are never too small to be seen, and a tip has no circle', () => {
    expect(touchShapes([touch({ radius: nm(1) })], picture)[0]!.r).toBe(5)
    expect(touchShapes([touch({ radius: null })], picture)[0]!.r).toBe(0)
  })

  it('carry a short label in the stylus where it fits', () => {
    expect(touchShapes([touch({ label: '3' })], picture)[0]!.inside).toBe(true)
    expect(shape!.inside).toBe(false)
    // A cutter on a setter's stylus is large enough for its name.
    expect(touchShapes([touch({ radius: mm(10) })], picture)[0]!.inside).toBe(true)
    expect(touchShapes([touch({ label: '3', radius: mm(0.5) })], picture)[0]!.inside).toBe(false)
  })

  it('keep their arrows short inside a small bore', () => {
    const length = (r: number) => {
      const [one] = touchShapes([touch()], { ...picture, rounds: [{ r }] })
      return Math.hypot(one!.tail.x - one!.place.x, one!.tail.y - one!.place.y) - one!.r
    }
    expect(length(200)).toBe(34)
    expect(length(40)).toBe(14)
    expect(length(5)).toBe(4)
  })

  it('that came from above without a motion in the picture stand still', () => {
    expect(touchShapes([touch({ toward: { x: 0, y: 0 } })], picture)[0]).toMatchObject({ still: true })
  })
})
