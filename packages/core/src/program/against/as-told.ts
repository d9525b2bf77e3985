import { listed, parseRegisterKey, propertyOf } from '../../register/index.ts'
import type { Found, GoFinding, SoFar, StepSoFar } from './finding.ts'

/** What was found, as it is told: a finding leads to the step that mends it, one cause is one line. */
export const asTold = (found: readonly Found[], { steps }: SoFar): GoFinding[] => asOneLine(led(found, steps))

/** What a routine of the setup finds; another call in the program, or another tool in the pocket, is no matter of a step. */
const FOUND_BY_A_STEP: readonly Found['mend'][] = ['zero', 'tool']

/** Leads findings of a register to the step that would find it; the step itself is not told a second time. */
function led(found: readonly Found[], steps: readonly StepSoFar[]): Found[] {
  const leading = found.map((one): Found => {
    const step = one.step ?? (one.verdict !== 'clear' && FOUND_BY_A_STEP.includes(one.mend) ? stepFor(one, steps)?.id : undefined)
    return step === undefined ? one : { ...one, step }
  })
  const toldOf = new Set(leading.flatMap(({ id, step, verdict }) => (step && verdict === 'stop' && !id.startsWith('open ') ? [step] : [])))
  return leading.filter(({ id, step, mend }) => !(id.startsWith('open ') && mend === 'setup' && step !== undefined && toldOf.has(step)))
}

/** The step whose routine finds it as it is planned; a run of tools finds what it measures of each. */
function stepFor({ register }: Found, steps: readonly StepSoFar[]): StepSoFar | undefined {
  if (register === null) return undefined
  const own = steps.find(({ finds }) => finds.includes(register))
  const ref = parseRegisterKey(register)
  if (own || ref.family !== 'tool' || propertyOf(ref).measure === null) return own
  return steps.find(({ kind }) => kind === 'tools')
}

/** Findings of one cause as one line, where the first of them stood. */
function asOneLine(found: readonly Found[]): GoFinding[] {
  const groups = new Map<string, Found[]>()
  for (const one of found) {
    const key = one.same ? `${one.verdict} ${one.mend} ${one.same.cause}` : `${one.verdict} ${one.id}`
    groups.set(key, [...(groups.get(key) ?? []), one])
  }
  return [...groups.values()].map(([first, ...more]): GoFinding => {
    const { same, ...rest } = first!
    // What a step of the setup mends is still to be measured; the rest is for whoever gives the go.
    const finding = { ...rest, stage: rest.stage ?? (rest.step === undefined ? ('go' as const) : ('measured' as const)) }
    if (!same) return finding
    const names = [same.name, ...more.map((one) => one.same!.name)]
    return {
      ...finding,
      // An answer belongs to all that it was given for.
      id: more.length === 0 ? finding.id : `${finding.id} +${more.length}`,
      sentence: same.says(listed(names), names.length > 1),
    }
  })
}
