export { line, signedLine, sumOf } from './working.ts'
export type { Fact, Operation, ResultCell, Working, WorkingCell, WorkingLine, WorkingResult } from './working.ts'
