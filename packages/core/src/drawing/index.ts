export type { Box, Drawing, Point, Solid, TouchMark } from './drawing.ts'
export { formerZeroAt, stockView, upright } from './stock.ts'
export type { StockView } from './stock.ts'
