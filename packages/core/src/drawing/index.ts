export { isToScale } from './drawing.ts'
export { boxAround, outlineIn, outlineSeen } from './part-outline.ts'
export type { FileLine, SeenLine, OutlineLine, PartOutline } from './part-outline.ts'
export { drawBar, drawBarStock, onSpindle, drawWork, stockSeen } from './work.ts'
export type {
  Box,
  Deviation,
  Dimension,
  DrawnFinder,
  Drawing,
  EdgeMark,
  Mark,
  Outline,
  Point,
  Round,
  Solid,
  Surface,
  TouchMark,
} from './drawing.ts'
export { drawStock, stockView, upright } from './stock.ts'
export type { StockView } from './stock.ts'
