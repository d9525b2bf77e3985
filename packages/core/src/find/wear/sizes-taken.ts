import { minus, ZERO, type Nm } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import { givenSize, type RawInputs } from '../../routine/index.ts'
import type { SizeTaken } from '../../scene/index.ts'

/** What an entry did to one wear register. */
export interface WearWrite {
  entry: string
  /** `wear` for a correction worked out here, `correction` for an entry that takes another one back. */
  kind: string
  /** The entry that is taken back. */
  refers: string | null
  at: string
  by: string
  routine: string | null
  inputs: RawInputs | null
  assembly: string | null
  before: Nm | null
  after: Nm | null
}

/**
 * The sizes that a wear register was corrected from, oldest first. They go back to where it was begun anew, typed,
 * changed without a measurement, or another tool's; an entry that was taken back never counted.
 *
 * @param newestFirst what was written to the register
 */
export function sizesTaken(newestFirst: readonly WearWrite[], machine: MachineRecord): SizeTaken[] {
  const takenBack = new Set(newestFirst.flatMap(({ kind, refers }) => (kind === 'correction' && refers ? [refers] : [])))
  const standing = newestFirst.filter(({ entry, kind }) => kind !== 'correction' && !takenBack.has(entry))
  const found: SizeTaken[] = []
  for (const write of standing) {
    const size = write.assembly === standing[0]!.assembly ? sizeOf(write, machine) : null
    if (!size) break
    found.unshift(size)
  }
  return found
}

function sizeOf({ entry, kind, at, by, routine, inputs, before, after }: WearWrite, machine: MachineRecord): SizeTaken | null {
  if (kind !== 'wear' || routine === null || inputs === null || after === null || inputs.by !== 'measured') return null
  const [target, measured] = [givenSize(inputs.target, machine), givenSize(inputs.measured, machine)]
  if (target === null || measured === null) return null
  return { entry, at, by, routine, kind: inputs.kind ?? null, target, measured, step: minus(after, before ?? ZERO) }
}
