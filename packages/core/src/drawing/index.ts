export type { Box, Deviation, Drawing, EdgeMark, Mark, Outline, Point, Round, Solid, Surface, TouchMark } from './drawing.ts'
export { drawStock, stockView, upright } from './stock.ts'
export type { StockView } from './stock.ts'
