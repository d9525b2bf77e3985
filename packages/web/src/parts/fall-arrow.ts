import type { Drawing } from '@rook/core'

interface Frame {
  left: number
  top: number
  width: number
  height: number
}

/** Which way a tilted face falls: an arrow on the stock from the high side to the low one; null on a level face. */
export function fallArrow(tilt: Drawing['tilt'], box: Frame | undefined) {
  const size = tilt ? Math.hypot(tilt.x, tilt.y) : 0
  if (!tilt || !box || size < 1e-6) return null
  const centre = { x: box.left + box.width / 2, y: box.top + box.height / 2 }
  const length = Math.min(box.width, box.height) * 0.34
  const way = { x: -tilt.x / size, y: tilt.y / size }
  const head = { x: centre.x + way.x * length, y: centre.y + way.y * length }
  const barb = (sign: number) => `${head.x - way.x * 11 - way.y * 6 * sign},${head.y - way.y * 11 + way.x * 6 * sign}`
  const from = { x: centre.x - way.x * length, y: centre.y - way.y * length }
  return { from, head, tip: `${head.x},${head.y} ${barb(1)} ${barb(-1)}`, size }
}
