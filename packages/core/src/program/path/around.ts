import { drawBarStock, drawStock, type Drawing, type Point } from '../../drawing/index.ts'
import { nm } from '../../length/index.ts'
import { holdingPieces, type Piece } from '../../picture/index.ts'
import type { Holding, Plan, StockBox, StockSide } from '../../scene/index.ts'
import type { PathView } from './views.ts'

/** What stands around a path in a view, part coordinates, nanometres. */
export interface Around {
  stock: { min: Point; max: Point }
  pieces: Piece[]
}

/** The stock and what holds it, as a view sees them; null where the operation has no stock. */
export function aroundPath(plan: Pick<Plan, 'stock' | 'holding'>, view: PathView): Around | null {
  const { stock, holding } = plan
  if (!stock) return null
  const drawing: Drawing =
    view.id === 'turned' ? drawBarStock(stock) : drawStock(view.id === 'above' ? 'above' : 'front', seenFrom(view, stock))
  const box = drawing.solids.find(({ kind }) => kind === 'stock')!.box
  const held = holding && (view.id === 'side' ? fromTheRight(holding) : holding)
  return { stock: box, pieces: held ? holdingPieces({ ...drawing, holding: held }) : [] }
}

/** From the right a block's Y goes to the right, as its X does from the front. */
const seenFrom = ({ id }: PathView, stock: StockBox): StockBox => (id === 'side' ? { ...stock, X: stock.Y, Y: turnedOver(stock.X) } : stock)

const turnedOver = ({ from, to }: StockBox['X']): StockBox['X'] => ({ from: nm(-to), to: nm(-from) })

/** Jaws on the near and far side of the front view stand left and right of this one. */
const SIDES: Readonly<Record<StockSide, StockSide>> = { 'Y-': 'X-', 'Y+': 'X+', 'X+': 'Y-', 'X-': 'Y+' }

const fromTheRight = (holding: Holding): Holding => (holding.kind === 'vise' ? { ...holding, fixedJaw: SIDES[holding.fixedJaw] } : holding)
