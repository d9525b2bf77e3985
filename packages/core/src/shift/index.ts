export { shiftAt } from './shift.ts'
export type { Shift } from './shift.ts'
export { shiftSpan } from './span.ts'
export type { ShiftSpan } from './span.ts'
