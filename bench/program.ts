import { dialectOf, goFindings, readProgram } from '@rook/core'
import { MILL, mounted, scene, READY } from '@rook/testing'

export interface ProgramFound {
  /** Reading on one core, million characters a minute. */
  reading: number
  /** How much the heap grew while the long program was read, as a share of its length. */
  memory: number
  /** A read program of 10 MB against its setup, milliseconds. */
  against: number
}

const HEAD = 'G21 G90 G54\nT4 M6\nG43 H4 Z50. M3 S2000\n'

/** Lines as a finishing pass has them: short moves and arcs. */
function* program(megabytes: number): Generator<string> {
  const piece = Array.from({ length: 2_000 }, (_, at) =>
    at % 7 === 0
      ? `N${at} G2 X${((at % 90) / 1.7).toFixed(3)} Y${((at % 60) / 1.3).toFixed(3)} R200.`
      : `N${at} G1 X${((at % 90) / 1.7).toFixed(3)} Y${((at % 60) / 1.3).toFixed(3)} Z-${((at % 9) / 3).toFixed(3)} F1200`,
  ).join('\n')
  yield HEAD
  for (let written = HEAD.length; written < megabytes * 1e6; written += piece.length + 1) yield `${piece}\n`
}

/** A long program read, and held against the record of its setup. */
export function benchProgram(): ProgramFound {
  const dialect = dialectOf(MILL)
  readProgram(() => program(2), dialect)
  globalThis.gc?.()
  const before = process.memoryUsage().heapUsed
  const began = performance.now()
  readProgram(() => program(50), dialect)
  const minutes = (performance.now() - began) / 60_000
  globalThis.gc?.()
  const memory = Math.max(0, process.memoryUsage().heapUsed - before) / 50e6
  const read = readProgram(() => program(10), dialect)
  const where = scene([], { tools: [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill' })] })
  const start = performance.now()
  goFindings({ read, scene: where, soFar: READY })
  return { reading: 50 / minutes, memory, against: performance.now() - start }
}
