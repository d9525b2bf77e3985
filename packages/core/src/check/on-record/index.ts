import type { Write } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { cutterAsMade } from './cutter-as-made.ts'
import { ownEstimate } from './own-estimate.ts'
import { probeBall } from './probe-ball.ts'
import { ruledLength } from './ruled-length.ts'
import { ruledStickOut } from './ruled-stick-out.ts'
import type { FromRecord, RecordSource } from './source.ts'

/** Every record that tells roughly what a figure will be. A new one is a file and a line here. */
const SOURCES: readonly RecordSource[] = [ownEstimate, ruledLength, ruledStickOut, cutterAsMade, probeBall]

/** What a figure is held against where nothing was ever found for it: of all that is on record, what says it most closely. */
export function onRecord(write: Write, scene: Scene): FromRecord | null {
  const found = SOURCES.flatMap((source) => source(write, scene) ?? [])
  return found.reduce<FromRecord | null>((best, one) => (best && best.standard <= one.standard ? best : one), null)
}

export type { FromRecord } from './source.ts'
export { expectedLength } from './ruled-length.ts'
