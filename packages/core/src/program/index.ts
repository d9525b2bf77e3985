import type { Dialect } from './dialect.ts'
import type { Move, ProgramRead } from './read.ts'
import { ProgramReader } from './reader.ts'
import { SubPrograms } from './subs.ts'

/**
 * Reads a program that is at hand in pieces: gone through twice, once for its subprograms.
 * @param pieces its text from the beginning, cut anywhere; called twice
 */
export function readProgram(pieces: () => Iterable<string>, dialect: Dialect, onMove?: (move: Move) => void): ProgramRead {
  const subs = new SubPrograms()
  for (const piece of pieces()) subs.push(piece)
  const reader = new ProgramReader(dialect, subs.end(), onMove)
  for (const piece of pieces()) reader.push(piece)
  return reader.end()
}

export { dialectOf } from './dialect.ts'
export type { Dialect } from './dialect.ts'
export { DepthMap } from './depth.ts'
export type { Depths, Extents, Reached, Span } from './extents.ts'
export type { CalledSlot, CalledSub, CalledTool, Move, NotFollowed, ProgramRead, ReadError, WrittenValue } from './read.ts'
export { ProgramReader } from './reader.ts'
export { eachLine, SubPrograms } from './subs.ts'
export { goFindings, goRegisters, GO_STAGES } from './against/index.ts'
export type { GoFacts, GoFinding, Mend, SoFar, GoStage, StepSoFar } from './against/index.ts'
export * from './change/index.ts'
export * from './path/index.ts'
