export { shiftAt } from './shift.ts'
export type { Shift } from './shift.ts'
