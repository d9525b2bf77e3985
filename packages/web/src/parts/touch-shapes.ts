import type { TouchMark } from '@rook/core'

interface Spot {
  x: number
  y: number
}

interface Picture {
  /** From nanometres to pixels. */
  at(point: Spot): Spot
  perPixel: number
  width: number
  /** Radii, in pixels, of the round walls that are drawn. */
  rounds: readonly { r: number }[]
}

const ARROW = 34
/** Room that a letter takes at most, in pixels. */
export const LETTER = 9
/** A stylus is drawn this large at least, in pixels. */
const SMALLEST = 5

/** Touches as circles with an arrow behind them and a label that hides nothing. */
export function touchShapes(touches: readonly TouchMark[], picture: Picture) {
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
      tail,
      head,
      still: way.x === 0 && way.y === 0,
      tip: `${head.x},${head.y} ${barb(1)} ${barb(-1)}`,
      text: labelPlace(touch.label, place, r, way, tail, picture),
    }
  })
}

type LabelPlace = Spot & { anchor: string; inside?: boolean }

/** In what touches where it fits, beyond the wall it touches, or beside the arrow. */
function labelPlace(label: string, place: Spot, r: number, way: Spot, tail: Spot, { rounds, width }: Picture): LabelPlace {
  if (way.x === 0 && way.y === 0) return { x: place.x + 12, y: place.y - 8, anchor: 'start' }
  if (r >= 10 && (label.length <= 2 || label.length * LETTER < 1.9 * r))
    return { x: place.x, y: place.y + 5, anchor: 'middle', inside: true }
  if (rounds.length > 0 || label.length <= 5) {
    const beyond = { x: place.x + way.x * (r + 12), y: place.y + way.y * (r + 14) + 5 }
    return { ...beyond, anchor: way.x > 0.5 ? 'start' : way.x < -0.5 ? 'end' : 'middle' }
  }
  if (Math.abs(way.x) <= 0.3) return { x: tail.x + 12, y: way.y > 0 ? tail.y - 4 : tail.y + 4, anchor: 'start' }
  const x = Math.min(width - 8, Math.max(8, tail.x))
  return { x, y: place.y + r + 24, anchor: place.x > width / 2 ? 'end' : 'start' }
}
