import { levelsOf, readProgram, ToolpathBuilder, type Dialect, type Extents, type Level } from '@rook/core'

/** A program's path, ready to be drawn, with what each tool reaches. */
export interface BuiltPath {
  levels: Level[]
  extents: Extents[]
  leftOut: number
}

/** Reads a program for its path. It takes seconds for a million moves: it is called in a thread of its own. */
export function buildPath(pieces: readonly string[], dialect: Dialect): BuiltPath {
  const builder = new ToolpathBuilder(dialect)
  const read = readProgram(() => pieces, dialect, builder.push)
  const path = builder.end()
  return { levels: levelsOf(path), extents: read.extents, leftOut: path.leftOut }
}

/** The arrays of a path, which go to another thread without a copy. */
export const arraysOf = ({ levels }: BuiltPath): ArrayBuffer[] =>
  levels.flatMap(({ path, bounds }) =>
    [path.places, path.ways, path.lines, path.belongs, bounds].map(({ buffer }) => buffer as ArrayBuffer),
  )
