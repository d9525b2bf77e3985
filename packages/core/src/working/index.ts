export { signedLine, sumOf } from './working.ts'
export type { Operation, Working, WorkingLine, WorkingResult } from './working.ts'
