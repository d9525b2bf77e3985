import { doubtBy } from '../limits/index.ts'
import { formatExact, nm, ZERO, type LengthUnit, type Nm } from '../length/index.ts'
import { isOffered, type Gauge, type GaugeFamily } from '../gauge/index.ts'
import type { Axis, MachineRecord } from '../machine/index.ts'
import { gaugeById, toolByNumber, type MountedTool, type Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'
import type { ChoiceInput, InputSpec, LengthInput, Option, RawInputs } from './input.ts'
import type { Remark } from './sheet.ts'
import type { Values } from './values.ts'

/** Sizes and places are kept to the nanometre: a 3/8 block is not rounded to a control's step. */
const FINEST = nm(1)
const NOTHING = 'none'
const TYPED = 'typed'

/** Which slot is written. The operation's own slots come first, so the first on the list is the likely one. */
export function slotInput(scene: Scene, label = 'Slot'): ChoiceInput {
  const planned = scene.plan?.slots ?? []
  const rank = (code: string) => (planned.includes(code) ? planned.indexOf(code) : planned.length)
  return {
    kind: 'choice',
    id: 'slot',
    label,
    shown: 'list',
    options: [...scene.machine.slots]
      .sort((a, b) => rank(a.code) - rank(b.code))
      .map(({ code, name }) => ({ value: code, label: code, ...(name ? { note: name } : {}) })),
  }
}

/** Which way the axis moved when it touched: `+` or `-`. */
export function directionInput(axis: Axis, hint: Record<'+' | '-', string>, id = 'direction', label = 'Moving'): ChoiceInput {
  return {
    kind: 'choice',
    id,
    label,
    shown: 'row',
    options: [
      { value: '+', label: `${axis}+`, note: hint['+'] },
      { value: '-', label: `${axis}\u2212`, note: hint['-'] },
    ],
  }
}

/** The number chosen among those offered; 0 for anything else that was sent. */
export function countOf(text: string | null | undefined, offeredCounts: readonly number[]): number {
  const count = Number(text ?? 0)
  return offeredCounts.includes(count) ? count : 0
}

/** Short word for a direction along an axis: "X+", "Y−". */
export const wayName = (axis: Axis, direction: 1 | -1): string => `${axis}${direction === 1 ? '+' : '\u2212'}`

/** The direction chosen under an input's id; null while none is. */
export function chosenDirection(values: Values, id = 'direction'): 1 | -1 | null {
  const chosen = values.choice(id)
  return chosen === null ? null : chosen === '+' ? 1 : -1
}

/**
 * The machine coordinate at the touch, on the control's own step.
 * @param position names what is read with other axes at the same moment
 */
export function readingInput(
  axis: Axis,
  machine: MachineRecord,
  label = `Machine ${axis} at the touch`,
  id = 'reading',
  position?: string,
): LengthInput {
  return {
    kind: 'length',
    id,
    label,
    axis,
    role: 'reading',
    grid: machine.increment,
    hint: 'from the machine display, not the part display',
    ...(position === undefined ? {} : { position }),
  }
}

/** Where the touched surface stands in the part, from the drawing. */
export function placeInput(label: string, axis: Axis | null, id = 'place'): LengthInput {
  return { kind: 'length', id, label, role: 'place', grid: FINEST, ...(axis === null ? {} : { axis }) }
}

/** An angle on a line of the working. */
export function angleInput(id: string, label: string): InputSpec {
  return { kind: 'angle', id, label, onLine: true }
}

/** A size or distance that is given rather than read at the machine: a width, a pitch, a thickness. */
export function sizeInput(id: string, label: string, more: Partial<LengthInput> = {}): LengthInput {
  return { kind: 'length', id, label, role: 'size', grid: FINEST, given: true, ...more }
}

/** Options side by side. */
export function rowInput(id: string, label: string, options: Option[]): ChoiceInput {
  return { kind: 'choice', id, label, shown: 'row', options }
}

/** One of many options, picked from a list. */
export function listInput(id: string, label: string, options: Option[]): ChoiceInput {
  return { kind: 'choice', id, label, shown: 'list', options }
}

/** One of the shop's gauges, by family. */
export function gaugeInput(id: string, label: string, scene: Scene, families: readonly GaugeFamily[]): ChoiceInput {
  return {
    kind: 'choice',
    id,
    label,
    shown: 'list',
    options: offered(scene, families).map((gauge) => gaugeOption(gauge, scene)),
  }
}

const ROUND: readonly GaugeFamily[] = ['edge-finder', 'touch-probe', 'gauge-pin', 'ring-gauge']

const decimalsOf = (text: string): number => text.split('.')[1]?.length ?? 0

/**
 * A gauge's size as it is engraved: a 6 mm finder on a machine in inches is 6 mm, not 0.2362205. A size is taken for one of the
 * other unit where it is shorter by three decimals there.
 */
export function sizeOn(size: Nm, unit: LengthUnit): string {
  const other: LengthUnit = unit === 'mm' ? 'in' : 'mm'
  const [own, foreign] = [formatExact(size, unit), formatExact(size, other)]
  return decimalsOf(own) - decimalsOf(foreign) >= 3 ? `${foreign} ${other}` : own
}

function gaugeOption(gauge: Gauge, scene: Scene): Option {
  const round = ROUND.includes(gauge.family)
  const size = sizeOn(gauge.size, scene.machine.unit)
  // A name that ends in the size says it already.
  const said = gauge.size === 0 || (!round && Number(/[\d.]+$/.exec(gauge.name)?.[0]) === Number(size))
  const notes = [said ? '' : `${round ? '\u00d8' : ''}${size}`, gauge.state === 'disturbed' ? 'disturbed' : ''].filter(Boolean)
  return { value: gauge.id, label: gauge.name, ...(notes.length > 0 ? { note: notes.join(', ') } : {}) }
}

export function offered(scene: Scene, families: readonly GaugeFamily[]): Gauge[] {
  return scene.gauges.filter((gauge) => isOffered(gauge, families))
}

/** A tool that sits in the machine. */
export function toolInput(scene: Scene, label = 'Tool'): ChoiceInput {
  return {
    kind: 'choice',
    id: 'tool',
    label,
    shown: 'list',
    options: scene.tools.map(({ number, name }) => ({ value: number, label: `T${number}`, note: name })),
  }
}

export function chosenTool(values: Values, scene: Scene): MountedTool | null {
  return toolByNumber(scene, values.choice('tool'))
}

const NO_THICKNESS = 'Thickness between: more than zero. Where nothing lies between, choose that.'

export interface BetweenOptions {
  families?: readonly GaugeFamily[]
  /** True where a gauge may be understated for safety: under a tool's tip. */
  mayCountLess?: boolean
  /** Put before the inputs' ids where a routine asks twice. */
  prefix?: string
  label?: string
}

/**
 * What lies between the surface and what touches it: nothing, a shim or block of the shop, or a thickness
 * that is typed. It has to be said each time: a shim nobody was asked about is a shim forgotten.
 */
export function betweenInputs(scene: Scene, raw: RawInputs, options: BetweenOptions = {}): InputSpec[] {
  const { families = ['shim'], mayCountLess = true, prefix = '', label = 'Between' } = options
  const choice: ChoiceInput = {
    kind: 'choice',
    id: `${prefix}between`,
    label,
    shown: 'list',
    options: [
      { value: NOTHING, label: 'Nothing', note: 'bare contact' },
      ...offered(scene, families).map((gauge) => gaugeOption(gauge, scene)),
      { value: TYPED, label: 'Another thickness', note: 'typed' },
    ],
  }
  const chosen = raw[choice.id]
  if (chosen === TYPED)
    return [choice, { ...sizeInput(`${prefix}thickness`, 'Thickness between', { aboveZero: NO_THICKNESS }), given: false }]
  return chosen && chosen !== NOTHING && mayCountLess
    ? [choice, sizeInput(`${prefix}counted`, 'Counts as', { optional: true, hint: 'only where it is understated on purpose' })]
    : [choice]
}

export interface Between {
  /** What is taken off the reading. */
  thickness: Nm
  /** What the gauge measures; another figure than `thickness` only where it is understated on purpose. */
  nominal: Nm
  /** The gauge's id; null for nothing, or a thickness that was typed. */
  gauge: string | null
  /** "less" the name on the line. */
  label: string
  contributor: Contributor
}

/** What lies between, as chosen; null while it has not been said. */
export function chosenBetween(values: Values, scene: Scene, prefix = ''): Between | null {
  const choice = values.choice(`${prefix}between`)
  if (choice === null) return null
  if (choice === NOTHING)
    return { thickness: ZERO, nominal: ZERO, gauge: null, label: 'nothing between', contributor: { label: 'contact', standard: 0 } }
  if (choice === TYPED) {
    const thickness = values.length(`${prefix}thickness`)
    if (thickness === null) return null
    return {
      thickness,
      nominal: thickness,
      gauge: null,
      label: 'thickness between',
      contributor: doubtBy('typedThickness', scene),
    }
  }
  const gauge = gaugeById(scene, choice)
  return (
    gauge && {
      thickness: values.length(`${prefix}counted`) ?? gauge.size,
      nominal: gauge.size,
      gauge: gauge.id,
      label: gauge.name,
      contributor: { label: gauge.name, standard: gauge.uncertainty },
    }
  )
}

/** Ids of the gauges among these, for the record. */
export function gaugesUsed(...ids: (string | null | undefined)[]): string[] {
  return ids.filter((id): id is string => typeof id === 'string')
}

/** "Shim 1.000 between", or "Shim 1.000 counted as 0.95" where it is understated. */
export function betweenName(between: Between, scene: Scene): string {
  return between.thickness === between.nominal
    ? `${between.label} between`
    : `${between.label} counted as ${formatExact(between.thickness, scene.machine.unit)}`
}

/**
 * The line for what lies under a tool's tip, taken off the reading; none for bare contact. On the Z of a sub-spindle (sense \u22121) the
 * tip comes from the other side and it is added.
 */
export function betweenLines(values: Values, between: Between | null, scene: Scene, sense: 1 | -1 = 1): WorkingLine[] {
  const off = sense === 1 ? 'less' : 'add'
  if (values.choice('between') === TYPED) return [line(off, 'thickness between', between?.thickness ?? null, 'thickness')]
  if (!between) return [line(off, 'what lies between', null)]
  return between.thickness === 0 ? [] : [line(off, betweenName(between, scene), between.thickness)]
}

/** A gauge that is understated on purpose, for its check; nothing where it counts in full. */
export function understated(between: Between | null): Remark[] {
  if (!between || between.thickness === between.nominal) return []
  const figures = [
    { label: between.label, value: between.nominal },
    { label: 'counted as', value: between.thickness },
  ]
  const over = between.thickness > between.nominal
  return [
    {
      id: 'understated',
      name: 'gauge counted in full',
      verdict: over ? 'stop' : 'query',
      sentence: over
        ? `${between.label} is counted as more than it is: the tool would reach lower than the sum says. Count it in full, or as less.`
        : `${between.label} is counted as less than it is, so the tool stays higher. Say why, so that nobody does it a second time.`,
      figures,
    },
  ]
}
