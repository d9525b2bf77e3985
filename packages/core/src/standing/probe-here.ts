import type { Gauge } from '../gauge/index.ts'
import type { Nm } from '../length/index.ts'
import { probeRegister, PROBE_SIDES, registerKey, type RegisterKey } from '../register/index.ts'
import type { Standing } from '../scene/index.ts'

const DAY = 86_400_000

/**
 * A probe as it is calibrated on one machine: run-out and pre-travel belong to stylus and spindle together,
 * so the radii that stand on the machine replace what the shop's record says.
 *
 * @param interval days that a calibration holds; null when it never ends by age
 */
export function probeHere(gauge: Gauge, standing: Readonly<Record<RegisterKey, Standing>>, interval: number | null): Gauge {
  if (gauge.family !== 'touch-probe') return gauge
  const sides = PROBE_SIDES.map((side) => standing[registerKey(probeRegister(gauge.id, side))])
  const [xPlus, xMinus, yPlus, yMinus] = sides
  if (!xPlus || !xMinus || !yPlus || !yMinus) return gauge
  const oldest = sides.map((one) => one!.at).sort()[0]!
  const standard = Math.hypot(gauge.uncertainty, ...sides.map((one) => (one!.standard ?? 0) / 2))
  return {
    ...gauge,
    radii: { xPlus: xPlus.value, xMinus: xMinus.value, yPlus: yPlus.value, yMinus: yMinus.value },
    uncertainty: Math.round(standard) as Nm,
    calibrated: oldest,
    due: interval === null ? null : new Date(Date.parse(oldest) + interval * DAY).toISOString(),
    state: sides.some((one) => one!.state === 'disturbed') ? 'disturbed' : gauge.state,
  }
}
