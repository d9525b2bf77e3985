import { nm } from '../../length/index.ts'
import type { RecordSource } from './source.ts'

/** How much less than half its ball a stylus gives way before it triggers: standard uncertainty in nanometres. */
const PRE_TRAVEL = 20_000

/** A side of a touch probe at its first calibration: half of the ball that its record has. */
export const probeBall: RecordSource = ({ register: { family, slot } }, { gauges }) => {
  const probe = family === 'probe' ? gauges.find(({ id }) => id === slot) : undefined
  if (!probe || probe.size === 0) return null
  return { value: nm(Math.round(probe.size / 2)), standard: PRE_TRAVEL, limit: 3 * PRE_TRAVEL, source: 'half its ball', isSaid: false }
}
