import { placeOf, type Level, type PathView } from '@rook/core'
import type { Placed } from '../../../parts/zoom-behaviour.ts'
import type { Placing } from './draw-level.ts'

/** What has to fit a pane, millimetres of its view. */
export interface Fitted {
  left: number
  right: number
  low: number
  high: number
}

/** How far the path goes in a view, by its blocks; null where it has none. */
export function reachOf({ bounds }: Level, view: PathView): Fitted | null {
  const [r, u] = [placeOf[view.right], placeOf[view.up]]
  const all: Fitted = { left: Infinity, right: -Infinity, low: Infinity, high: -Infinity }
  for (let from = 0; from < bounds.length; from += 6) {
    all.left = Math.min(all.left, bounds[from + r]!)
    all.right = Math.max(all.right, bounds[from + 3 + r]!)
    all.low = Math.min(all.low, bounds[from + u]!)
    all.high = Math.max(all.high, bounds[from + 3 + u]!)
  }
  return all.left <= all.right ? all : null
}

export const joined = (all: readonly (Fitted | null)[]): Fitted =>
  all.reduce<Fitted>(
    (one, other) =>
      other
        ? {
            left: Math.min(one.left, other.left),
            right: Math.max(one.right, other.right),
            low: Math.min(one.low, other.low),
            high: Math.max(one.high, other.high),
          }
        : one,
    // Part zero is always in sight.
    { left: 0, right: 0, low: 0, high: 0 },
  )

const MARGIN = 26

/** Everything that has to fit, in the middle of the pane, then moved and grown as a person wants it. */
export function placeIn({ left, right, low, high }: Fitted, size: { width: number; height: number }, moved: Placed): Placing {
  const [wide, tall] = [Math.max(right - left, 1e-3), Math.max(high - low, 1e-3)]
  const k = Math.max(1e-6, Math.min((size.width - 2 * MARGIN) / wide, (size.height - 2 * MARGIN) / tall))
  const at = { k, right: size.width / 2 - (k * (left + right)) / 2, up: size.height / 2 + (k * (low + high)) / 2 }
  return { k: at.k * moved.k, right: at.right * moved.k + moved.x, up: at.up * moved.k + moved.y }
}
