import { marksOf, registerKey, registerName, restsOf, type Scene, type Write } from '@rook/core'
import type { EntryWrite } from '@rook/contract'

/** A core's write as an entry keeps it: with what stood before, and what it rests on. */
export function entryWriteOf(write: Write, scene: Scene, entry: string, gauges: string[] = []): EntryWrite {
  const register = registerKey(write.register)
  const before = scene.standing[register]
  return {
    register,
    name: registerName(write.register, scene.gauges),
    before: before?.value ?? null,
    beforeEntry: before?.entry ?? null,
    after: write.value,
    state: write.state,
    standard: write.uncertainty?.standard ?? null,
    expanded: write.uncertainty?.expanded ?? null,
    assembly: write.assembly,
    ...marksOf(write),
    // A figure measured anew is the same edge’s, until something happens to that.
    edge: write.edge ?? (before && before.assembly === write.assembly ? before.edge : null),
    origin: entry,
    rests: restsOf(write.rests, scene),
    gauges,
  }
}
