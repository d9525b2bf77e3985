export { draftHandover, HANDOVER_KINDS } from './draft.ts'
export type { HandoverKind, HandoverLine, ShiftEntry, ShiftFacts } from './draft.ts'
