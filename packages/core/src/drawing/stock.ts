import { mm, minus, nm, plus, type Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import type { StockBox } from '../scene/index.ts'
import type { Drawing, Point, Solid } from './drawing.ts'

/** A plain block for when nothing is on record: 100 × 70 × 40 with the zero at its front left top. */
const PLAIN_BLOCK: StockBox = {
  X: { from: mm(0), to: mm(100) },
  Y: { from: mm(0), to: mm(70) },
  Z: { from: mm(-40), to: mm(0) },
}

export interface StockView {
  view: Drawing['view']
  horizontal: Axis
  vertical: Axis
  stock: Solid
  toScale: boolean
  /** The middle of the stock. A thing that is not placed on an axis is drawn there. */
  middle: Point
}

/** The stock as seen from above (X, Y) or from the front (X, Z), in part coordinates. */
export function stockView(view: Drawing['view'], stock: StockBox | null): StockView {
  const box = stock ?? PLAIN_BLOCK
  const vertical: Axis = view === 'above' ? 'Y' : 'Z'
  const min = { x: box.X.from, y: box[vertical].from }
  const max = { x: box.X.to, y: box[vertical].to }
  return {
    view,
    horizontal: 'X',
    vertical,
    stock: { kind: 'stock', box: { min, max }, ...(stock === null ? { nominal: true } : {}) },
    toScale: stock !== null,
    middle: { x: between(min.x, max.x), y: between(min.y, max.y) },
  }
}

function between(a: Nm, b: Nm): Nm {
  return nm(Math.round((a + b) / 2))
}

/** A solid of a given width centred over a point, from one height up to another. */
export function upright(
  kind: Solid['kind'],
  centre: Nm,
  width: Nm,
  from: Nm,
  to: Nm,
  more: Pick<Solid, 'label' | 'nominal' | 'tool'> = {},
): Solid {
  const side = nm(Math.round(width / 2))
  return {
    kind,
    box: { min: { x: minus(centre, side), y: from }, max: { x: plus(centre, side), y: to } },
    ...more,
  }
}

/** An empty drawing of the stock, for a routine to put its touches on; the stock is its first solid. */
export function drawStock(view: Drawing['view'], stock: StockBox | null): Drawing {
  const { horizontal, vertical, toScale, stock: solid } = stockView(view, stock)
  return { view, horizontal, vertical, toScale, solids: [solid], touches: [], surfaces: [], formerZero: null }
}
