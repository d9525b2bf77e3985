import { doubtBy } from '../../limits/index.ts'
import type { Drawing } from '../../drawing/index.ts'
import { minus, negate, nm, plus, roundToIncrement, ZERO, type Nm } from '../../length/index.ts'
import { asShown, wearSense, withWear } from '../../machine/index.ts'
import { registerKey, timesInDiameter, wearOf, type RegisterRef } from '../../register/index.ts'
import {
  gaugesUsed,
  givenSize,
  measuredWith,
  resultCell,
  rowInput,
  sizeInput,
  type InputSpec,
  type RawInputs,
  type Refusal,
  type Remark,
  type Sheet,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { gaugeById, type MountedTool, type Scene, type SizeTaken } from '../../scene/index.ts'
import { combine, ofReadout, type Contributor, type Uncertainty } from '../../uncertainty/index.ts'
import { line, type Fact, type WorkingLine } from '../../working/index.ts'
import { driftRemarks } from './drift.ts'
import { targetRemarks } from './against-plan.ts'
import { plannedSizeRemarks, type Entered } from './planned-size.ts'
import { enteredElsewhere } from './entered-elsewhere.ts'
import { cutSinceInput, earlierSize, lastOf, lastRemarks, type Feature } from './last-size.ts'

/** What a size on the part is measured with. */
const MEASURES = ['caliper', 'micrometer', 'bore-gauge', 'gauge-pin', 'height-gauge', 'indicator', 'touch-probe'] as const

/**
 * What a correction is worked out from: a size that was measured against the one wanted, or a change that is
 * wanted without a measurement.
 *
 * @param feature what is measured, to know it again; null where nothing of it is kept
 */
export function correctionInputs(scene: Scene, raw: RawInputs, wantedLabel: string, feature: Feature | null): InputSpec[] {
  const by = rowInput('by', 'From', [
    { value: 'measured', label: 'A measured size' },
    { value: 'wanted', label: 'A wanted change', note: 'nothing was measured' },
  ])
  if (raw.by === 'wanted') return [by, { ...sizeInput('change', wantedLabel), given: false }]
  if (raw.by !== 'measured') return [by]
  return [
    by,
    {
      ...measuredWith(scene, raw, MEASURES, isAcross(feature, scene) ? ['measured', 'measured-2', 'target', 'target-2'] : []),
      optional: true,
    },
    { ...sizeInput('target', 'Target'), given: false, role: 'place' },
    ...cutSinceInput(feature && lastOf(feature, scene), scene),
    { ...sizeInput('measured', 'Measured'), given: false },
    ...(isRight(raw, scene) ? [AS_IT_IS] : []),
  ]
}

/** True for a diameter: it is read off the gauge as it is. Where a face stands is reckoned from what was read. */
const isAcross = (feature: Feature | null, { machine }: Scene): boolean =>
  !feature?.register || timesInDiameter(feature.register, machine) !== null

/** Asked only of a size that agrees with its target. Nothing chosen leaves the wear as it is: a good part asks for nothing. */
const AS_IT_IS: InputSpec = {
  ...rowInput('then', 'The size is right', [
    { value: 'stays', label: 'Record the size', note: 'wear stays' },
    { value: 'correct', label: 'Correct it all the same' },
  ]),
  optional: true,
}

/** True where what was measured is off its target by no more than the \u00b1U of it; judged by the same figure as what is recorded. */
function isRight(raw: RawInputs, scene: Scene): boolean {
  if (raw.by !== 'measured') return false
  const lack = (of: string) => {
    const [wanted, found] = [givenSize(raw[`target${of}`], scene.machine), givenSize(raw[`measured${of}`], scene.machine)]
    return wanted === null || found === null ? null : minus(wanted, found)
  }
  const lacks = [lack(''), raw.sizes === '2' ? lack(SECOND) : null]
  const change = meanOf(lacks)
  return change !== null && isWithin(change, [doubtOfSizes(raw.with ?? null, lacks, scene)], scene)
}

const isWithin = (change: Nm, doubt: Contributor[], scene: Scene) =>
  Math.abs(change) <= combine([ofReadout(scene.machine.increment), ...doubt], nm(1)).expanded

/** How far the size must change: target less measured, or the change that is wanted; null while it is not known. */
export function changeOf(values: Values): Nm | null {
  if (values.choice('by') === 'wanted') return values.length('change')
  return meanOf(lacksOf(values))
}

/** What each size that was measured lacks; null for one that was not. */
const lacksOf = (values: Values): (Nm | null)[] => [lacking(values, ''), lacking(values, SECOND)]

/** Mean of what the first size lacks and, where it was measured, the second. */
function meanOf([first, second]: readonly (Nm | null)[]): Nm | null {
  if (first === null || first === undefined) return null
  return second === null || second === undefined ? first : nm(Math.round((first + second) / 2))
}

/** Behind the ids of a second size of the same tool. */
export const SECOND = '-2'

/** Target less measured of one size; null while one of the two is missing. */
export function lacking(values: Values, of: '' | typeof SECOND): Nm | null {
  const [target, measured] = [values.length(`target${of}`), values.length(`measured${of}`)]
  return target === null || measured === null ? null : minus(target, measured)
}

/** What the change of a size is worth: the doubt of the measurement that it comes from; null where there was none. */
export function doubtOfChange(values: Values, scene: Scene): Contributor[] {
  if (values.choice('by') !== 'measured') return []
  return [doubtOfSizes(values.choice('with'), lacksOf(values), scene)]
}

/** What one size is worth, measured with the gauge that is said. */
export const doubtOfOne = (values: Values, scene: Scene): Contributor => doubtOfSize(values.choice('with'), scene)

/** The mean of two sizes is worth more than either. */
function doubtOfSizes(id: string | null, lacks: readonly (Nm | null)[], scene: Scene): Contributor {
  const one = doubtOfSize(id, scene)
  return { ...one, standard: one.standard / Math.sqrt(Math.max(1, lacks.filter((lack) => lack !== null).length)) }
}

function doubtOfSize(id: string | null, scene: Scene): Contributor {
  const gauge = gaugeById(scene, id)
  return gauge ? { label: gauge.name, standard: gauge.uncertainty } : doubtBy('unsaidSize', scene)
}

/** True where the size is recorded and the wear left as it is: it agrees with its target, and nobody has asked for more. */
export function staysAsItIs(values: Values, change: Nm | null, doubt: Contributor[], scene: Scene): boolean {
  return values.choice('by') === 'measured' && change !== null && values.choice('then') !== 'correct' && isWithin(change, doubt, scene)
}

export interface CorrectionSum {
  register: RegisterRef
  tool: MountedTool
  /** Change of the size on the part. */
  change: Nm | null
  /** What the size's change does to what the register holds: +1 or −1. */
  sign: 1 | -1
  /** True where the register holds half of a diameter. */
  halved: boolean
  /** True where the size is right and the register keeps what it holds. */
  stays: boolean
}

/** The sum and its register: wear now, and the change of size with the sign it has for the tool. */
export function correctionLines(
  values: Values,
  { register, sign, halved, change, stays }: CorrectionSum,
  scene: Scene,
  wantedLabel: string,
): WorkingLine[] {
  const now = scene.standing[registerKey(wearOf(register))]?.value ?? ZERO
  const start = line('start', `${register.property} wear now`, now)
  if (values.choice('by') === null) return [start]
  const [add, less] = sign === 1 ? (['add', 'less'] as const) : (['less', 'add'] as const)
  if (values.choice('by') === 'wanted')
    return halved
      ? [start, line('aside', wantedLabel, change, 'change'), line(add, 'half of it, the register holds radii', half(change))]
      : [start, line(add, wantedLabel, change, 'change')]
  if (stays)
    return [
      start,
      line('aside', 'Target', values.length('target'), 'target'),
      line('aside', 'Measured', values.length('measured'), 'measured'),
    ]
  if (lacking(values, SECOND) !== null)
    return [
      start,
      ...sizeLines(values, ''),
      ...sizeLines(values, SECOND),
      halved
        ? line(add, 'half of the mean of target less measured, the register holds radii', half(change))
        : line(add, 'mean of target less measured', change),
    ]
  const sizes: [WorkingLine, WorkingLine] = [
    line(halved ? 'aside' : add, 'Target', values.length('target'), 'target'),
    line(halved ? 'aside' : less, 'Measured', values.length('measured'), 'measured'),
  ]
  const begun = values.length(`target${SECOND}`) === null && values.length(`measured${SECOND}`) === null ? [] : sizeLines(values, SECOND)
  return halved
    ? [start, ...sizes, line(add, 'half of target less measured, the register holds radii', half(change)), ...begun]
    : [start, ...sizes, ...begun]
}

const sizeLines = (values: Values, of: '' | typeof SECOND): WorkingLine[] => [
  line('aside', of === '' ? 'Target' : 'Second target', values.length(`target${of}`), `target${of}`),
  line('aside', of === '' ? 'Measured' : 'Second measured', values.length(`measured${of}`), `measured${of}`),
]

const half = (value: Nm | null): Nm | null => (value === null ? null : nm(Math.round(value / 2)))

/** The write into the wear register; null while the change is not known. */
export function correctionWrite(sum: CorrectionSum, doubt: Contributor[], scene: Scene): { write: Write; step: Nm } | null {
  const { register, tool, change, sign, halved, stays } = sum
  if (change === null) return null
  const { increment } = scene.machine
  const worn = wearOf(register)
  const now = scene.standing[registerKey(worn)]?.value ?? ZERO
  const step = stays ? ZERO : nm(sign * (halved ? half(change)! : change))
  const uncertainty: Uncertainty | null =
    doubt.length === 0
      ? null
      : combine([ofReadout(increment), ...doubt.map((one) => (halved ? { ...one, standard: one.standard / 2 } : one))], increment)
  const value = roundToIncrement(plus(now, step), increment)
  return {
    step: minus(value, now),
    write: {
      register: worn,
      value,
      state: 'set',
      uncertainty,
      assembly: tool.assembly,
      rests: [],
    },
  }
}

/** A correction smaller than the doubt of its measurement chases noise; two sizes swapped or equal are no measurement. */
export function correctionRemarks(values: Values, doubt: Contributor[], change: Nm | null, stays: boolean, scene: Scene): Remark[] {
  if (values.choice('by') === 'wanted')
    return [
      {
        id: 'unmeasured',
        name: 'measured',
        verdict: 'query',
        sentence: 'Nothing was measured for this change. Say why the size is wanted otherwise.',
        figures: change === null ? [] : [{ label: 'wanted change', value: change }],
      },
    ]
  if (change === null) return []
  const { expanded } = combine([ofReadout(scene.machine.increment), ...doubt], nm(1))
  const figures = [
    { label: 'target less measured', value: change },
    { label: '\u00b1U of it', value: expanded },
  ]
  if (stays)
    return [
      {
        id: 'size-right',
        name: 'the size is right',
        verdict: 'clear',
        sentence: `The size is right: ${offBy(change, scene)}, no more than the \u00b1U of its measurement. It is recorded, and the wear stays.`,
        figures,
      },
    ]
  const small = Math.abs(change) <= expanded
  return [
    {
      id: 'correction-worth',
      name: 'more than its own doubt',
      verdict: small ? 'query' : 'clear',
      sentence: small
        ? 'The size is off by no more than the \u00b1U of its measurement. A correction is not recommended; say why it is made all the same.'
        : 'The size is off by more than the \u00b1U of its measurement.',
      figures,
    },
  ]
}

/** A size against its target, in words; `change` is target less measured. */
function offBy(change: Nm, { machine }: Scene): string {
  if (change === 0) return 'on its target'
  return `${asShown(change < 0 ? negate(change) : change, machine)} ${change < 0 ? 'over' : 'under'}`
}

/** How the change is called in words, both for the tool and for the part. */
export function inWords(step: Nm, words: { less: string; more: string }): string {
  return step === 0 ? 'nothing changes' : step < 0 ? words.less : words.more
}

export interface WearParts {
  values: Values
  scene: Scene
  register: RegisterRef | null
  /** Id of the routine, and inside or outside where it tells them apart. */
  routine: string
  kind: string | null
  /** What is corrected, as the sizes of a plan tell it apart; null while it is not chosen. */
  entered: Entered | null
  /** What the register is called by its number: "D4 radius". */
  label: string
  /** Null while something that gives the sign is not chosen. */
  sum: Omit<CorrectionSum, 'change' | 'stays'> | null
  refusal: Refusal | null
  words: { less: string; more: string }
  wantedLabel: string
  /** The size that is corrected, wanted and measured. */
  drawing: Drawing
  /** What only this routine can say of its sizes. */
  remarks: Remark[]
}

/** The three panes' contents of a correction that goes into a wear register. */
export function wearSheet({
  values,
  scene,
  register,
  routine,
  kind,
  entered,
  label,
  sum,
  refusal,
  words,
  wantedLabel,
  drawing,
  remarks,
}: WearParts): Sheet {
  const change = changeOf(values)
  const doubt = doubtOfChange(values, scene)
  const stays = staysAsItIs(values, change, doubt, scene)
  // A register that the control takes off moves the tip the other way.
  const whole = sum && { ...sum, sign: (sum.sign * wearSense(scene.machine)) as 1 | -1, change, stays }
  const found = whole && !refusal ? correctionWrite(whole, doubt, scene) : null
  const target = register && wearOf(register)
  const measured = values.choice('by') === 'measured'
  const feature: Feature = { register, routine, kind, target: values.length('target') }
  return {
    targets: target ? [target] : [],
    refusal,
    working: {
      unit: scene.machine.unit,
      columns: [''],
      lines: whole ? correctionLines(values, whole, scene, wantedLabel) : [],
      results: [{ label: `${label} wear`, cells: [resultCell(target, found?.write.value ?? null, found?.write.uncertainty ?? null)] }],
      facts: [
        ...lastFact(measured ? earlierSize(feature, scene) : null, scene),
        ...(stays && change !== null ? [{ label: 'The size is right', text: `${offBy(change, scene)}, wear stays` }] : []),
        ...(found && register && !stays ? wearFacts(found, register, words, scene) : []),
      ],
    },
    drawing,
    result: found && {
      writes: [found.write],
      readings: [],
      readouts: [],
      gauges: gaugesUsed(values.choice('with')),
      remarks: [
        ...remarks,
        ...ofMeasured(values, feature, entered, sum, scene),
        ...correctionRemarks(values, doubt, change, stays, scene),
        ...(found.write.uncertainty ? driftRemarks(found.write.register, found.step, found.write.uncertainty.expanded, scene) : []),
      ],
    },
  }
}

/** What a measured size says of the plan, of other tools' corrections and of its own last one. */
function ofMeasured(values: Values, feature: Feature, entered: Entered | null, sum: WearParts['sum'], scene: Scene): Remark[] {
  if (values.choice('by') !== 'measured') return []
  const found = values.length('measured')
  const swapped = targetRemarks(feature, found, scene)
  const { standard } = combine([doubtOfOne(values, scene)], nm(1))
  return [
    ...(swapped.length > 0 ? swapped : plannedSizeRemarks(feature, entered, sum?.tool ?? null, scene)),
    ...enteredElsewhere(feature, found, standard, scene),
    ...lastRemarks(values, feature, lastOf(feature, scene), standard, scene),
  ]
}

function lastFact(last: SizeTaken | null, { machine }: Scene): Fact[] {
  if (!last) return []
  const done = last.step === 0 ? 'right, wear stayed' : `corrected by ${asShown(last.step, machine, 'always')}`
  const text = `${asShown(last.measured, machine)}, ${done}, ${last.by}`
  return [{ label: 'Last time', text }]
}

function wearFacts({ write, step }: { write: Write; step: Nm }, register: RegisterRef, words: WearParts['words'], scene: Scene): Fact[] {
  const geometry = scene.standing[registerKey(register)]
  const then = geometry && `${asShown(withWear(geometry.value, write.value, scene.machine), scene.machine)} ${register.property}`
  return [
    { label: 'In words', text: inWords(nm(step * wearSense(scene.machine)), words) },
    ...(then ? [{ label: 'The control then counts', text: then }] : []),
  ]
}
