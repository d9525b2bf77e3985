import { holdingPieces, type Drawing } from '@rook/core'

/** How the drawing was moved and sized by hand: pixels, and a factor. */
export interface Moved {
  x: number
  y: number
  k: number
}

/** Room for names around what is drawn: less of it in a small picture. */
const MARGIN = 46
const SHARE = 0.11
/** An arrow stands behind what touches, a figure over what is measured. */
const SHARE_WITH_MORE = 0.27
/** Room for the caption under the drawing. */
const FOOT = 56

/** Everything that has to be seen, in nanometres. */
function extent(drawing: Drawing) {
  const { solids, touches, rounds = [], outlines = [], dimensions = [], marks = [] } = drawing
  const xs = [0]
  const ys = [0]
  const add = (x: number, y: number) => {
    xs.push(x)
    ys.push(y)
  }
  for (const { box } of solids) {
    add(box.min.x, box.min.y)
    add(box.max.x, box.max.y)
  }
  for (const { at, radius } of touches) {
    add(at.x - (radius ?? 0), at.y - (radius ?? 0))
    add(at.x + (radius ?? 0), at.y + (radius ?? 0))
  }
  for (const { centre, radius } of rounds) {
    add(centre.x - radius, centre.y - radius)
    add(centre.x + radius, centre.y + radius)
  }
  for (const { points } of [...outlines, ...holdingPieces(drawing)]) for (const point of points) add(point.x, point.y)
  for (const { at } of marks) add(at.x, at.y)
  for (const { from, to } of dimensions) for (const point of [from, to]) add(point.x, point.y)
  return { left: Math.min(...xs), right: Math.max(...xs), low: Math.min(...ys), high: Math.max(...ys) }
}

/** One scale for both directions, so that the drawing is never stretched; then as it was moved by hand. */
export function fitDrawing(drawing: Drawing, width: number, height: number, moved: Moved) {
  const { left, right, low, high } = extent(drawing)
  const tall = height - FOOT
  const margin = Math.min(MARGIN, Math.min(width, tall) * (drawing.touches.length > 0 || drawing.dimensions ? SHARE_WITH_MORE : SHARE))
  const fitted = Math.max((right - left) / Math.max(60, width - 2 * margin), (high - low) / Math.max(60, tall - 2 * margin), 1)
  const middle = { x: (left + right) / 2, y: (low + high) / 2 }
  return {
    x: (value: number) => ((value - middle.x) / fitted + width / 2) * moved.k + moved.x,
    // On the screen y counts down.
    y: (value: number) => ((middle.y - value) / fitted + tall / 2) * moved.k + moved.y,
    /** Nanometres that one pixel stands for. */
    perPixel: fitted / moved.k,
  }
}
