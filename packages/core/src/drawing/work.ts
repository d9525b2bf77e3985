import { mm, nm, type Nm } from '../length/index.ts'
import { layoutOf } from '../register/index.ts'
import type { Scene, StockBox } from '../scene/index.ts'
import type { Drawing, Solid } from './drawing.ts'
import { drawStock } from './stock.ts'

/** A plain bar for when nothing is on record: \u00d850, 80 long, faced at Z0. */
const PLAIN_BAR = { diameter: mm(50), length: mm(80) }

/**
 * A bar on the spindle's axis, seen from the side: Z to the right, X up, the face at part Z.
 * @param diameter null where it is not on record
 */
export function drawBar(diameter: Nm | null, face: Nm): Drawing {
  const half = nm(Math.round((diameter ?? PLAIN_BAR.diameter) / 2))
  const bar: Solid = {
    kind: 'stock',
    box: { min: { x: nm(face - PLAIN_BAR.length), y: nm(0 - half) }, max: { x: face, y: half } },
    ...(diameter === null ? { nominal: true } : {}),
  }
  return onSpindle([bar])
}

/** The bar of an operation: as thick as its stock is in X, from its far end to its face. */
export function drawBarStock(stock: StockBox | null): Drawing {
  if (!stock) return drawBar(null, nm(0))
  const { X, Z } = stock
  return onSpindle([{ kind: 'stock', box: { min: { x: Z.from, y: X.from }, max: { x: Z.to, y: X.to } } }])
}

/** A picture of work on a spindle's axis, seen from the side: Z to the right, X up. */
export const onSpindle = (solids: Solid[]): Drawing => ({
  view: 'front',
  horizontal: 'Z',
  vertical: 'X',
  turns: true,
  toScale: true,
  solids,
  touches: [],
  surfaces: [],
  formerZero: null,
})

/** The work as it lies in the machine: a block on a table, or a bar on the spindle's axis. Its first solid is the stock. */
export function drawWork(view: Drawing['view'], scene: Pick<Scene, 'machine' | 'plan' | 'atHand'>): Drawing {
  const stock = stockSeen(scene)
  return layoutOf(scene.machine).stock === 'bar' ? drawBarStock(stock) : drawStock(view, stock)
}

/** The stock to be drawn: the plan's; beside a plan, that of the setup which is on the machine. No figure rests on it. */
export const stockSeen = ({ plan, atHand }: Pick<Scene, 'plan' | 'atHand'>): StockBox | null =>
  plan ? plan.stock : (atHand?.stock ?? null)
