import { asPlanned } from './as-planned.ts'
import { clears } from './clears.ts'
import { compared } from './compared.ts'
import { convention } from './convention.ts'
import { estimate } from './estimate.ts'
import { concerns, type Check, type Evidence, type Finding } from './finding.ts'
import { fineness } from './fineness.ts'
import { gaugeFit } from './gauge-fit.ts'
import { gaugeRange } from './gauge-range.ts'
import { homed } from './homed.ts'
import { inSpindle } from './in-spindle.ts'
import { homedAgain } from './homed-again.ts'
import { jogStep } from './jog-step.ts'
import { jump } from './jump.ts'
import { lengthsWanting } from './lengths-wanting.ts'
import { master } from './master.ts'
import { byOneCause } from './one-cause.ts'
import { nominalDiameter } from './nominal-diameter.ts'
import { offsetNumber } from './offset-number.ts'
import { onPurpose } from './on-purpose.ts'
import { plannedSlot } from './planned-slot.ts'
import { reaches } from './reaches.ts'
import { remarks } from './remarks.ts'
import { reserved } from './reserved.ts'
import { restsGood } from './rests-good.ts'
import { rotation } from './rotation.ts'
import { sameAngle } from './same-angle.ts'
import { sameDigits } from './same-digits.ts'
import { size } from './size.ts'
import { skimGrows } from './skim-grows.ts'
import { spindleOf } from './spindle-of.ts'
import { stationMap } from './station-map.ts'
import { stickOut } from './stick-out.ts'
import { stockFaces } from './stock-faces.ts'
import { tipTurned } from './tip-turned.ts'
import { travel } from './travel.ts'
import { turningReach } from './turning-reach.ts'
import { turningSign } from './turning-sign.ts'
import { warmth } from './warmth.ts'
import { sameSlip, shiftedColumn } from './whole-column.ts'
import { wearLimits } from './wear-limits.ts'

/**
 * Every check there is, in the order their findings are shown: what a routine itself has to say comes first, for it
 * explains the rest. A new one is a file and a line here.
 */
export const CHECKS: readonly Check[] = [
  remarks,
  shiftedColumn,
  sameSlip,
  jump,
  size,
  compared,
  travel,
  reaches,
  turningReach,
  stockFaces,
  asPlanned,
  plannedSlot,
  reserved,
  sameAngle,
  rotation,
  restsGood,
  estimate,
  stickOut,
  nominalDiameter,
  tipTurned,
  offsetNumber,
  clears,
  lengthsWanting,
  wearLimits,
  convention,
  turningSign,
  master,
  stationMap,
  spindleOf,
  skimGrows,
  inSpindle,
  homed,
  homedAgain,
  warmth,
  gaugeFit,
  gaugeRange,
  fineness,
  jogStep,
  sameDigits,
  onPurpose,
]

/** Runs all checks on a complete result. */
export function runChecks(evidence: Evidence): Finding[] {
  return byOneCause(runAll(evidence), evidence, runAll)
}

const runAll = (evidence: Evidence): Finding[] => CHECKS.flatMap((check) => (concerns(check, evidence) ? check.run(evidence) : []))

export { foldFindings } from './fold.ts'
export type { FoldedFinding } from './fold.ts'
export { findingKey, gravestFirst } from './finding.ts'
export type { Check, Evidence, Finding, Verdict } from './finding.ts'
export { isHomed } from './homed.ts'
export { foundBefore, settledSince } from './homed-again.ts'
export { wearLimit } from './apart.ts'
export { fitsOffsets } from './offset-number.ts'
export { refusalExplained } from './of-refusal.ts'
export { referenceFor } from './reference.ts'
