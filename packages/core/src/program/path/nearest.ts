import { BLOCK, type Level } from './levels.ts'
import { JUMP } from './toolpath.ts'
import { placeOf, type PathView } from './views.ts'

/**
 * The line of the program whose move lies nearest to a point of a view.
 * @param right, up the point, millimetres of the view
 * @param within moves further off than this do not count, millimetres
 * @param wanted which parts of the path are looked at
 * @returns null where nothing lies that near
 */
export function nearestLine(
  { path, bounds }: Level,
  view: PathView,
  { right, up }: { right: number; up: number },
  within: number,
  wanted: (part: number) => boolean,
): number | null {
  const [r, u] = [placeOf[view.right], placeOf[view.up]]
  const { places, ways, lines, belongs } = path
  let best = within
  let line: number | null = null
  for (let block = 0; 6 * block < bounds.length; block++) {
    const off = Math.max(
      bounds[6 * block + r]! - right,
      right - bounds[6 * block + 3 + r]!,
      bounds[6 * block + u]! - up,
      up - bounds[6 * block + 3 + u]!,
    )
    if (off > best) continue
    const end = Math.min((block + 1) * BLOCK, ways.length)
    for (let at = Math.max(1, block * BLOCK); at < end; at++) {
      if (ways[at] === JUMP || !wanted(belongs[at]!)) continue
      const away = toSegment(places[3 * at - 3 + r]!, places[3 * at - 3 + u]!, places[3 * at + r]!, places[3 * at + u]!, right, up)
      // Of two that lie alike, the later one: it is drawn over the other.
      if (away <= best) [best, line] = [away, lines[at]!]
    }
  }
  return line
}

/** Distance of a point from a segment. */
function toSegment(ax: number, ay: number, bx: number, by: number, x: number, y: number): number {
  const [dx, dy] = [bx - ax, by - ay]
  const square = dx * dx + dy * dy
  const along = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square))
  return Math.hypot(x - ax - along * dx, y - ay - along * dy)
}
