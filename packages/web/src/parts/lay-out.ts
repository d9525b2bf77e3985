import { outlineSeen, type Drawing, type PartOutline } from '@rook/core'
import { textsOf } from './drawing-labels.ts'
import { joined, shapesOf, type Scale, type Sheet } from './drawing-shapes.ts'
import { fallArrow } from './fall-arrow.ts'
import type { Spot } from './place-labels.ts'

/** Everything of a drawing as shapes on the screen, with each of its texts where it hides nothing. */
export function layOut(drawing: Drawing, scale: Scale, sheet: Sheet, outline: PartOutline | null = null) {
  const shapes = shapesOf(drawing, scale, sheet)
  return {
    ...shapes,
    underlay: underlay(drawing, outline, scale),
    fall: fallArrow(drawing.tilt, shapes.stock),
    texts: textsOf(drawing, shapes, sheet),
  }
}

/** The part's own outline lies under what is seen of the stock. */
function underlay(drawing: Drawing, outline: PartOutline | null, scale: Scale) {
  return outlineSeen(drawing, outline).map(({ points, closed }) => {
    const line = points.map(({ x, y }): Spot => ({ x: scale.x(x), y: scale.y(y) }))
    return { closed, points: joined(closed ? [...line, line[0]!] : line) }
  })
}
