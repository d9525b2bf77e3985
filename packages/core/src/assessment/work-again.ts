import { findingKey, type Finding } from '../check/index.ts'
import type { Gauge } from '../gauge/index.ts'
import type { Nm } from '../length/index.ts'
import { registerKey, type RegisterKey } from '../register/index.ts'
import type { RawInputs, Routine } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { assess, type Assessment } from './assess.ts'

/** What stood where the measurement was written and was found with the same gauge is as wrong as it was: nothing to compare with. */
function without(figures: Scene['standing'], targets: ReadonlySet<RegisterKey>, gauge: string): Scene['standing'] {
  return Object.fromEntries(Object.entries(figures).filter(([key, one]) => !targets.has(key) || !one.gauges.includes(gauge)))
}

/** True where an assessment comes to what was recorded, register for register. */
function gives({ sheet }: Assessment, recorded: ReadonlyMap<RegisterKey, Nm | null>): boolean {
  const writes = sheet.result?.writes ?? []
  return writes.length === recorded.size && writes.every(({ register, value }) => recorded.get(registerKey(register)) === value)
}

/** A finding, whatever its figures are. */
const inWords = (finding: Finding) => findingKey({ ...finding, figures: [] })

/** What an entry keeps of a measurement, and the gauges as they were on record then. */
export interface Measured {
  routine: Routine
  inputs: RawInputs
  agreed: readonly string[]
  gauges: readonly Gauge[]
  writes: readonly { register: RegisterKey; after: Nm | null }[]
}

/**
 * What a measurement comes to with a gauge whose record has been put right.
 * @param then the scene that it was recorded in
 * @param right the gauge as it is
 * @returns the same routine worked out anew; null where it is to be measured again: what was kept does not give the figures that
 *   were recorded, a stop or a question stands against the new ones that did not stand against the old, or nothing comes out
 */
export function workAgain({ routine, inputs, agreed, gauges, writes }: Measured, then: Scene, right: Gauge): Assessment | null {
  const kept = new Map(gauges.map((gauge) => [gauge.id, gauge]))
  const asItWas = then.gauges.map((gauge) => kept.get(gauge.id) ?? gauge)
  const asItIs = asItWas.map((gauge) => (gauge.id === right.id ? right : gauge))
  const recorded = new Map(writes.map(({ register, after }) => [register, after]))
  const targets = new Set(recorded.keys())
  const clear = {
    ...then,
    standing: without(then.standing, targets, right.id),
    formerly: without(then.formerly, targets, right.id),
  }
  const on = (scene: Scene) => assess(routine, inputs, scene, agreed)
  const [before, cleared, after] = [on({ ...then, gauges: asItWas }), on({ ...clear, gauges: asItWas }), on({ ...clear, gauges: asItIs })]
  const gave = before.sheet.result?.writes ?? []
  if (![before, cleared].every((one) => gives(one, recorded))) return null
  const now = after.sheet.result?.writes ?? []
  if (after.values.problems.length > 0 || now.length !== gave.length) return null
  if (now.some(({ register }, at) => registerKey(register) !== registerKey(gave[at]!.register))) return null
  const heard = new Set(before.findings.map(inWords))
  return after.findings.some((finding) => finding.verdict !== 'clear' && !heard.has(inWords(finding))) ? null : after
}
