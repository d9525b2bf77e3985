import { registerKey, zeroAxis } from '../register/index.ts'
import { rework, type Alternative } from '../slip/index.ts'
import { readInputs, type RawInputs } from '../routine/index.ts'
import { asPlanned, plannedInput } from './as-planned.ts'
import { comparedIn, movedBy, nameOfSize, nameOfWrite } from './apart.ts'
import { causesOf } from './cause.ts'
import type { Evidence, Finding } from './finding.ts'
import { jump } from './jump.ts'
import { reaches } from './reaches.ts'
import { READ_TWICE, readTwice } from './read-twice.ts'
import { rotation } from './rotation.ts'
import { size } from './size.ts'
import { travel } from './travel.ts'
import { turningReach } from './turning-reach.ts'

/**
 * Ties findings together that have one cause: what would be clear with the likeliest mistake undone is that mistake, and what would
 * be clear with a figure as it was before is that figure. One of them speaks then, and one answer does for all.
 * @param run all checks, on evidence as it would have been
 */
export function byOneCause(findings: Finding[], evidence: Evidence, run: (evidence: Evidence) => Finding[]): Finding[] {
  const open = findings.filter(({ verdict }) => verdict !== 'clear')
  if (open.length < 2) return findings
  const means = new Map<Finding, string[]>()
  const add = (finding: Finding, to: readonly string[]) => means.set(finding, [...(means.get(finding) ?? []), ...to])
  const belong = (found: readonly Finding[], to: readonly string[]) => {
    for (const finding of open) if (!ofChoices(finding) && !found.some((one) => isSame(one, finding))) add(finding, to)
  }
  for (const { alternative, token } of namedIn(open, evidence)) {
    const undone = workedOut(alternative, evidence)
    if (undone) belong(openOf(run(undone)), [token])
    for (const finding of open) if (ofChoices(finding) && comesBack(finding, alternative.raw, evidence)) add(finding, [token])
  }
  for (const finding of open.filter(ofChoices)) {
    const undone = workedOut(asStepPlans(finding, evidence), evidence)
    if (undone) belong(openOf(run(undone)), finding.means ?? [])
  }
  const oneReading = readingThatExplains(open, evidence)
  if (oneReading) for (const finding of open) if (isOfReadings(finding, evidence)) add(finding, [oneReading])
  for (const [at, write] of evidence.result.writes.entries()) {
    const moved = movedBy(write, evidence.scene, { among: comparedIn(evidence.result) })
    if (!moved || !open.some(({ check, means: own }) => check === 'jump' && own?.includes(registerKey(write.register)))) continue
    const writes = evidence.result.writes.with(at, { ...write, value: moved.reference.value })
    belong(openOf(run({ scene: evidence.scene, sheet: evidence.sheet, result: { ...evidence.result, writes } })), [
      registerKey(write.register),
    ])
    // A reading that the machine cannot show makes the zero on its axis what it is.
    const axis = zeroAxis(write.register)
    for (const finding of open)
      if (finding.check === 'travel' && finding.about === axis)
        means.set(finding, [...(means.get(finding) ?? []), registerKey(write.register)])
  }
  const tied = findings.map((finding) => {
    const more = means.get(finding)
    return more ? { ...finding, means: [...new Set([...(finding.means ?? []), ...more])] } : finding
  })
  // Where one of them stops the entry all of it is stopped, and then the one that names the mistake says so.
  const stops = new Set(tied.flatMap(({ verdict, means: own = [] }) => (verdict === 'stop' ? own : [])))
  return tied.map((finding) =>
    finding.names && finding.verdict === 'query' && finding.means?.some((one) => stops.has(one))
      ? { ...finding, verdict: 'stop' as const }
      : finding,
  )
}

/** The entry as it would be, with what was given for it: nothing is looked for there that may have caused what is still off. */
function workedOut({ raw, scene }: Pick<Alternative, 'raw' | 'scene'>, { given }: Evidence): Evidence | null {
  const { routine } = given!
  const sheet = rework(routine, { raw, scene })
  if (!sheet?.result) return null
  const inputs = routine.inputs(scene, raw)
  const ids = inputs.map(({ id }) => id)
  return {
    scene,
    sheet,
    result: sheet.result,
    given: { routine, inputs, raw, values: readInputs(inputs, raw, scene, ids) },
    explains: false,
  }
}

/** What was given, with every choice that a finding calls unplanned as the step plans it. */
function asStepPlans({ means = [] }: Finding, { given, scene }: Evidence): Pick<Alternative, 'raw' | 'scene'> {
  const back = Object.entries(scene.planned ?? {}).filter(([id]) => means.includes(plannedInput(id)))
  return { raw: { ...given!.raw, ...Object.fromEntries(back) }, scene }
}

/** A choice that differs from the plan is off whatever the figures are. It belongs to the mistake that, undone, brings the plan back. */
const ofChoices = ({ check }: Finding): boolean => check === asPlanned.id
const comesBack = ({ means = [] }: Finding, raw: RawInputs, { scene: { planned = {} } }: Evidence): boolean =>
  Object.keys(planned).some((id) => means.includes(plannedInput(id)) && raw[id] === planned[id])

/** What all that follows from the readings points to, where one of them cannot be right as it was read. */
const readingThatExplains = (open: readonly Finding[], evidence: Evidence): string | null =>
  readTwice(evidence.result) ? READ_TWICE : open.some((finding) => isImpossible(finding, evidence)) ? IMPOSSIBLE : null

/** A reading that no display of the machine can show: what is odd besides follows from it. */
const isImpossible = ({ check, verdict, figures }: Finding, { result }: Evidence): boolean =>
  check === travel.id && verdict === 'stop' && result.readings.some(({ label }) => label === figures[0]?.label)
const IMPOSSIBLE = 'a reading that the machine cannot show'

/** What a reading makes what it is: where the figures come out, and what the routine itself says of its touches. */
const isOfReadings = ({ check }: Finding, { result }: Evidence): boolean =>
  BY_READINGS.includes(check) || (result.remarks ?? []).some(({ id }) => id === check)
const BY_READINGS: readonly string[] = [jump.id, reaches.id, turningReach.id, travel.id, size.id, rotation.id]

const openOf = (findings: readonly Finding[]) => findings.filter(({ verdict }) => verdict !== 'clear')
const isSame = (one: Finding, other: Finding): boolean => one.check === other.check && one.about === other.about

/** The likeliest alternative of each finding that names one, with the word by which its findings are tied. */
function namedIn(open: readonly Finding[], evidence: Evidence) {
  const names = [...evidence.result.writes.keys()].map(nameOfWrite).concat([...(evidence.result.sizes ?? []).keys()].map(nameOfSize))
  const named = new Map<string, NonNullable<ReturnType<typeof causesOf>[number]['alternative']>>()
  for (const name of names) {
    const [first] = causesOf(name, evidence)
    if (first?.alternative) named.set(first.phrase, first.alternative)
  }
  return [...named].flatMap(([phrase, alternative]) => {
    const token = open.flatMap(({ means }) => means ?? []).find((one) => one.endsWith(`: ${phrase}`))
    return token ? [{ alternative, token }] : []
  })
}
