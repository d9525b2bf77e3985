import type { TouchMark } from '@rook/core'
import { LETTER, type Spot } from './place-labels.ts'

interface Picture {
  /** From nanometres to pixels. */
  at(point: Spot): Spot
  perPixel: number
  /** Radii, in pixels, of the round walls that are drawn. */
  rounds: readonly { r: number }[]
}

/** A touch whose place may have been turned by a number that is no whole nanometre. */
type Touch = Omit<TouchMark, 'at'> & { at: Spot }

const ARROW = 34
/** A stylus is drawn this large at least, in pixels. */
const SMALLEST = 5

/** Touches as circles with an arrow behind them; a short name stands in the circle where it fits. */
export function touchShapes(touches: readonly Touch[], picture: Picture) {
  // In a round wall the arrows must not meet in the middle.
  const longest = Math.min(ARROW, ...picture.rounds.map(({ r }) => Math.max(4, r * 0.5 - 6)))
  return touches.map((touch) => {
    const place = picture.at(touch.at)
    const r = touch.radius === null ? 0 : Math.max(SMALLEST, touch.radius / picture.perPixel)
    const way = { x: touch.toward.x, y: -touch.toward.y }
    const behind = (distance: number) => ({ x: place.x - way.x * distance, y: place.y - way.y * distance })
    const [tail, head] = [behind(r + longest), behind(r + 2)]
    const barb = (sign: number) => `${head.x - way.x * 9 - way.y * 5 * sign},${head.y - way.y * 9 + way.x * 5 * sign}`
    return {
      ...touch,
      place,
      r,
      way,
      tail,
      head,
      still: way.x === 0 && way.y === 0,
      tip: `${head.x},${head.y} ${barb(1)} ${barb(-1)}`,
      inside: r >= 10 && (touch.label.length <= 2 || touch.label.length * LETTER < 1.9 * r),
    }
  })
}
