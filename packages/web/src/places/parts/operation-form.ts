import {
  KINDS,
  minus,
  negate,
  nm,
  plainFigure,
  type LengthUnit,
  type MachineKind,
  type Nm,
  type PlannedSize,
  type PlannedStep,
  type SizeKind,
  type ToolKind,
} from '@rook/core'
import type { OperationBody, OperationRecord, Part } from '@rook/contract'
import * as z from 'zod/mini'
import { length, lengthOrNone, wholeOrNone, words } from '../../ui/shapes.ts'

type Range = { from: string; to: string }
type StockAxis = 'X' | 'Y' | 'Z'
/** A block from side to side, or a bar by its diameter in place of X and Y. */
type StockForm = Record<StockAxis, Range> & { bar: string }

/** A tool that the program calls; what it needs is said by its kind, or not at all. */
export interface ToolForm {
  number: string
  offset: string
  diameterOffset: string
  diameter: boolean
  kind: ToolKind | null
  across: string
  flutes: string
}

export const blankTool = (): ToolForm => ({
  number: '',
  offset: '',
  diameterOffset: '',
  diameter: false,
  kind: null,
  across: '',
  flutes: '',
})

/** An operation as it is typed: lengths as text, in the operation's unit. */
export interface OperationForm {
  name: string
  revision: string
  kind: MachineKind
  unit: LengthUnit
  machines: string[]
  slots: string[]
  purposes: Record<string, string>
  hasStock: boolean
  stock: StockForm
  fixture: string
  fixtureRepeat: string
  tolerance: string
  clearance: string
  features: { name: string; x: string; y: string; size: string }[]
  sizes: {
    name: string
    kind: SizeKind
    nominal: string
    upper: string
    lower: string
    tool: string
    gauge: string | null
    every: string
  }[]
  tools: ToolForm[]
  program: string
  steps: PlannedStep[]
}

const typed = (value: Nm | null, unit: LengthUnit) => (value === null ? '' : plainFigure(value, unit))

export function blankOperation(part: Pick<Part, 'revision'>, unit: LengthUnit): OperationForm {
  const range = { from: '', to: '' }
  return {
    name: '',
    revision: part.revision,
    kind: 'mill',
    unit,
    machines: [],
    slots: [],
    purposes: {},
    hasStock: true,
    stock: { X: { ...range }, Y: { ...range }, Z: { ...range }, bar: '' },
    fixture: '',
    fixtureRepeat: '',
    tolerance: '',
    clearance: '',
    features: [],
    sizes: [],
    tools: [],
    program: '',
    steps: [],
  }
}

export function operationFormOf(operation: OperationRecord): OperationForm {
  const { unit, stock } = operation
  const at = (axis: StockAxis): Range => ({
    from: typed(stock?.[axis].from ?? null, unit),
    to: typed(stock?.[axis].to ?? null, unit),
  })
  return {
    name: operation.name,
    revision: operation.revision,
    kind: operation.kind,
    unit,
    machines: [...operation.machines],
    slots: [...operation.slots],
    purposes: { ...operation.purposes },
    hasStock: stock !== null,
    stock: { X: at('X'), Y: at('Y'), Z: at('Z'), bar: typed(stock && minus(stock.X.to, stock.X.from), unit) },
    fixture: operation.fixture,
    fixtureRepeat: typed(operation.fixtureRepeat, unit),
    tolerance: typed(operation.tolerance, unit),
    clearance: typed(operation.clearance, unit),
    features: operation.features.map(({ name, x, y, size }) => ({ name, x: typed(x, unit), y: typed(y, unit), size: typed(size, unit) })),
    sizes: operation.sizes.map(({ name, kind, nominal, upper, lower, tool, gauge, every }) => ({
      name,
      kind,
      nominal: typed(nominal, unit),
      upper: typed(upper, unit),
      lower: typed(lower, unit),
      tool: tool ?? '',
      gauge,
      every: every === null ? '' : String(every),
    })),
    tools: operation.tools.map(({ need = null, ...tool }) => ({
      ...tool,
      kind: need?.kind ?? null,
      across: typed(need?.diameter ?? null, unit),
      flutes: need?.flutes ? String(need.flutes) : '',
    })),
    program: operation.program,
    steps: operation.steps.map((step) => ({ ...step, preset: { ...step.preset } })),
  }
}

const plain = z.string().check(z.trim())
const notBelowZero = (name: string, unit: LengthUnit) =>
  lengthOrNone(name, unit).check(z.refine((value) => value === null || value >= 0, `${name}: not below zero.`))
const range = (axis: string, unit: LengthUnit) =>
  z
    .object({ from: length(`Stock ${axis}, from`, unit), to: length(`Stock ${axis}, to`, unit) })
    .check(z.refine(({ from, to }) => from < to, { path: ['to'], error: `Stock ${axis}: it ends above where it begins.` }))
const calledNumber = z
  .string()
  .check(z.trim(), z.regex(/^[1-9]\d{0,4}(\.[1-9]\d{0,4})?$/, 'T: a number from 1 on; 3.13 for offset 13 of station 3.'))
const toolNumber = (name: string) => z.string().check(z.trim(), z.regex(/^[1-9]\d{0,4}$/, `${name}: a number from 1 on.`))

const sizeShape = (unit: LengthUnit) =>
  z
    .object({
      name: words('Size: what it is called on the drawing.'),
      kind: z.enum(['inside', 'outside', 'depth', 'bored']),
      nominal: length('Nominal', unit),
      upper: length('Upper deviation', unit),
      lower: length('Lower deviation', unit),
      tool: z.string().check(z.trim(), z.regex(/^([1-9]\d{0,4}(\.[1-9]\d{0,4})?)?$/, 'Tool: its number.')),
      gauge: z.nullable(z.string()),
      every: wholeOrNone('Measured every: a whole number of parts.'),
    })
    .check(z.refine(({ upper, lower }) => lower <= upper, { path: ['lower'], error: 'Limits: the lower one lies below the upper one.' }))

/** A bar from its diameter: it lies on the spindle's axis, as far to one side as to the other. */
const barShape = (unit: LengthUnit) =>
  z.pipe(
    z.object({
      bar: length('Bar diameter', unit).check(z.refine((value) => value > 0, 'Bar diameter: more than zero.')),
      Z: range('Z', unit),
    }),
    z.transform(({ bar, Z }) => {
      const side = nm(Math.round(bar / 2))
      const across = { from: negate(side), to: side }
      return { X: across, Y: across, Z }
    }),
  )

/** What the form says, in the shape that is sent. */
export const operationShape = (unit: LengthUnit, hasStock: boolean, kind: MachineKind = 'mill') =>
  z.pipe(
    z.object({
      name: words('Name: “Op 20”, say.'),
      revision: words('Revision: the one of the part that it makes.'),
      kind: z.enum(['mill', 'lathe']),
      unit: z.enum(['mm', 'in']),
      machines: z.array(z.string()),
      slots: z.array(z.string()).check(z.minLength(1, 'Slots: choose one at least.')),
      purposes: z.record(z.string(), plain),
      stock: hasStock
        ? z.nullable(
            KINDS[kind].stock === 'bar' ? barShape(unit) : z.object({ X: range('X', unit), Y: range('Y', unit), Z: range('Z', unit) }),
          )
        : z.pipe(
            z.any(),
            z.transform(() => null),
          ),
      fixture: plain,
      fixtureRepeat: notBelowZero('Repeatability', unit),
      tolerance: notBelowZero('Tolerance', unit),
      clearance: lengthOrNone('Clearance', unit),
      features: z.array(
        z.object({ name: words('Feature: what it is.'), x: length('X', unit), y: length('Y', unit), size: lengthOrNone('Diameter', unit) }),
      ),
      sizes: z.array(sizeShape(unit)),
      tools: z.array(
        z.object({
          number: calledNumber,
          offset: toolNumber('H'),
          diameterOffset: toolNumber('D'),
          diameter: z.boolean(),
          kind: z.nullable(z.custom<ToolKind>()),
          across: lengthOrNone('Diameter', unit).check(z.refine((value) => value === null || value > 0, 'Diameter: more than zero.')),
          flutes: wholeOrNone('Edges: a whole number.'),
        }),
      ),
      program: plain,
      steps: z.array(z.any()),
    }),
    z.transform((read): OperationBody => ({
      ...read,
      purposes: Object.fromEntries(Object.entries(read.purposes).filter(([slot, what]) => what && read.slots.includes(slot))),
      tools: read.tools.map(({ kind, across, flutes, ...tool }) => ({
        ...tool,
        need: kind === null ? null : { kind, diameter: across, flutes: flutes || null },
      })),
      sizes: read.sizes.map((size): PlannedSize => ({ ...size, tool: size.tool || null })),
      steps: read.steps as OperationBody['steps'],
    })),
  )

/** Where zero can be put on a box with one press: its corners, the middles of its sides, its middle. */
export const SHARES = [0, 0.5, 1] as const

/**
 * Moves zero to a share of the stock's extent on an axis, the extent unchanged.
 * @returns null while the extent is not typed, or not readable
 */
export function zeroAt(share: number, { from, to }: Range, name: string, unit: LengthUnit): Range | null {
  const read = z.object({ from: length(name, unit), to: length(name, unit) }).safeParse({ from, to })
  if (!read.success) return null
  const extent = read.data.to - read.data.from
  const start = -Math.round(extent * share)
  return { from: typed(start as Nm, unit), to: typed((start + extent) as Nm, unit) }
}
