import { BLOCK, FEED, JUMP, placeOf, RAPID, type Level, type PathView } from '@rook/core'

/** Where the view's millimetres lie on the pane: right and up are pixels of part zero, k pixels of a millimetre. */
export interface Placing {
  k: number
  right: number
  up: number
}

export interface Colours {
  feed: string
  rapid: string
  others: string
  lit: string
}

/** What a canvas has to be able to do for it. */
export type Brush = Pick<
  CanvasRenderingContext2D,
  'beginPath' | 'moveTo' | 'lineTo' | 'stroke' | 'setLineDash' | 'strokeStyle' | 'lineWidth' | 'lineJoin'
>

/** Draws what of a level is in sight: what is not wanted faintly, rapids dashed over it, cuts over those. */
export function drawLevel(
  brush: Brush,
  level: Level,
  view: PathView,
  at: Placing,
  size: { width: number; height: number },
  wanted: (part: number) => boolean,
  colours: Colours,
): number {
  const [r, u] = [placeOf[view.right], placeOf[view.up]]
  const blocks = inSight(level, r, u, at, size)
  const { path } = level
  let drawn = 0
  const pass = (colour: string, width: number, dash: number[], takes: (way: number, part: number) => boolean): void => {
    brush.strokeStyle = colour
    brush.lineWidth = width
    brush.setLineDash(dash)
    brush.beginPath()
    for (const block of blocks) {
      const end = Math.min((block + 1) * BLOCK, path.ways.length)
      let joined = false
      for (let n = Math.max(1, block * BLOCK); n < end; n++) {
        if (path.ways[n] === JUMP || !takes(path.ways[n]!, path.belongs[n]!)) {
          joined = false
          continue
        }
        if (!joined) brush.moveTo(at.right + at.k * path.places[3 * n - 3 + r]!, at.up - at.k * path.places[3 * n - 3 + u]!)
        brush.lineTo(at.right + at.k * path.places[3 * n + r]!, at.up - at.k * path.places[3 * n + u]!)
        joined = true
        drawn++
      }
    }
    brush.stroke()
  }
  brush.lineJoin = 'round'
  pass(colours.others, 1, [], (_, part) => !wanted(part))
  pass(colours.rapid, 1, [5, 4], (way, part) => way === RAPID && wanted(part))
  pass(colours.feed, 1.4, [], (way, part) => way === FEED && wanted(part))
  return drawn
}

/** Draws the moves of one line over the rest, from the finest level: it may be a short one. */
export function drawLine(brush: Brush, { path }: Level, view: PathView, at: Placing, line: number, colours: Colours): void {
  const [r, u] = [placeOf[view.right], placeOf[view.up]]
  brush.strokeStyle = colours.lit
  brush.lineWidth = 4
  brush.setLineDash([])
  brush.beginPath()
  for (let n = path.lines.indexOf(line); n >= 0; n = path.lines.indexOf(line, n + 1)) {
    if (n === 0 || path.ways[n] === JUMP) continue
    brush.moveTo(at.right + at.k * path.places[3 * n - 3 + r]!, at.up - at.k * path.places[3 * n - 3 + u]!)
    brush.lineTo(at.right + at.k * path.places[3 * n + r]!, at.up - at.k * path.places[3 * n + u]!)
  }
  brush.stroke()
}

function inSight(
  { bounds }: Level,
  r: number,
  u: number,
  { k, right, up }: Placing,
  { width, height }: { width: number; height: number },
): number[] {
  const [left, most, low, high] = [-right / k, (width - right) / k, (up - height) / k, up / k]
  const seen: number[] = []
  for (let block = 0; 6 * block < bounds.length; block++) {
    const from = 6 * block
    if (bounds[from + r]! > most || bounds[from + 3 + r]! < left || bounds[from + u]! > high || bounds[from + 3 + u]! < low) continue
    seen.push(block)
  }
  return seen
}
