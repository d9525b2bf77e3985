import type { PracticeSpec, Solid, TrueGauge, TrueTool } from '@rook/practice/spec'
import { inch, mm, nm, type Nm, type StockBox } from '@rook/core'
import { detailOf } from '../drawer.ts'
import { MACHINES, type DemoMachine } from '../machines.ts'
import { OPERATIONS, type DemoOperation } from '../operations/index.ts'
import { gaugesAt } from '../shop.ts'
import { SETTER_SIDES, trueValue } from '../truth.ts'
import { CUTS } from './cuts.ts'
import { baseOf, holdingSolids } from './holding.ts'

const inMm = (length: Nm): number => length / 1_000_000
const between = ({ from, to }: { from: Nm; to: Nm }, zero: number): [number, number] => [zero + inMm(from), zero + inMm(to)]

/** Where each setter stands on its table; nobody needs to know, but it has to be driven to. */
const SETTER_AT: Readonly<Record<string, { x: number; y: number; across: number }>> = {
  'mill-2': { x: -60, y: -60, across: 30 },
  'mill-3': { x: -60, y: -60, across: 30 },
  'mill-4': { x: inMm(SETTER_SIDES.X), y: inMm(SETTER_SIDES.Y), across: inMm(SETTER_SIDES.across) },
}
/** Reach of a finder in its holder: which it is matters to nobody. */
const FINDER_REACH = 86.5

/** The shop's own gauges, as finely as each of them reads. */
function trueGauge(id: string, scatter: number, step: number): TrueGauge {
  const { name, least, most } = gaugesAt(0).find((gauge) => gauge.id === id)!
  return { id, name, unit: 'mm', scatter, step, ...(least === null || most === null ? {} : { spans: [inMm(least), inMm(most)] as const }) }
}

/** Each machine of the demo shop as it truly is, with the part that its first operation makes. */
export const PRACTICE: PracticeSpec[] = MACHINES.map((machine) => {
  const operation = OPERATIONS.find((one) => one.machine === machine.id)!
  const { record } = machine
  const isLathe = record.kind === 'lathe'
  const shims = gaugesAt(0).filter(({ family, state }) => family === 'shim' && state === 'in-use')
  const axes = Object.fromEntries(record.travels.map(({ axis, min, max }) => [axis, { min: inMm(min), max: inMm(max) }]))
  return {
    id: machine.id,
    name: record.name,
    kind: record.kind,
    unit: record.unit,
    increment: inMm(record.increment),
    axes,
    startsAt: Object.fromEntries(Object.entries(axes).map(([axis, { min, max }]) => [axis, max - (max - min) * 0.02])),
    slots: record.slots.map(({ code }) => code),
    diameterRegister: record.diameterRegister,
    xReads: record.xReads,
    tools: [...machine.tools.map((tool) => trueTool(tool, isLathe)), ...(isLathe ? [] : finders())],
    solids: isLathe ? [] : solidsOf(machine, operation),
    ...(isLathe ? {} : { table: tableOf(operation)! }),
    ...(isLathe ? { bar: barOf(machine, operation) } : {}),
    between: shims.map(({ id, name, size }) => ({ id, name, thickness: inMm(size) })),
    cuts: CUTS[operation.id] ?? [],
    gauges: [
      trueGauge('caliper-1', 0.006, 0.01),
      trueGauge('mic-25', 0.001, 0.001),
      trueGauge(isLathe ? 'mic-75' : 'bore-40', 0.001, 0.001),
    ],
    program: operation.program.split(',')[0]!,
    scatter: 0.0015,
    backlash: { X: 0.003, Y: 0.003 },
    growth: { by: 0.012, minutes: 25 },
    seed: machine.id,
  }
})

function trueTool({ number, name, reach, side, width, assembly }: DemoMachine['tools'][number], isLathe: boolean): TrueTool {
  const tool = { id: `T${number}`, name, number: Number(number), reach: inMm(reach) }
  if (isLathe) return { ...tool, side: inMm(side!) }
  return { ...tool, diameter: inMm(width ?? detailOf(assembly).properties.DC ?? mm(10)) }
}

function finders(): TrueTool[] {
  return gaugesAt(0)
    .filter(({ family, state }) => ['edge-finder', 'touch-probe'].includes(family) && state === 'in-use')
    .map(({ id, name, size, radii }) => ({
      id,
      name,
      number: null,
      reach: FINDER_REACH,
      // A stylus that runs out touches with its mean radius here.
      diameter: radii ? 2 * inMm(nm(Math.round((radii.xPlus + radii.xMinus + radii.yPlus + radii.yMinus) / 4))) : inMm(size),
    }))
}

/** Where the table is, as machine Z of the gauge line on it. */
function tableOf({ truth, slots, stock, holding }: DemoOperation): number | undefined {
  const zero = truth[slots[0]!]?.Z
  return zero === undefined || !stock ? undefined : inMm(zero) + inMm(stock.Z.from) - baseOf(holding)
}

/** The workpieces of an operation, where they truly lie, and the setter on the table. */
function solidsOf(machine: DemoMachine, operation: DemoOperation): Solid[] {
  const parts = operation.slots.flatMap((slot, at): Solid[] => {
    const zero = operation.truth[slot]
    const stock: StockBox | null = operation.stock
    if (!zero || !stock) return []
    const [x, y, z] = [inMm(zero.X!), inMm(zero.Y!), inMm(zero.Z!)]
    const bores = (operation.features ?? []).map((feature) => ({
      x: x + inMm(feature.x),
      y: y + inMm(feature.y),
      diameter: inMm(feature.size ?? mm(10)),
    }))
    return [
      {
        name: operation.slots.length > 1 ? `part ${at + 1}` : 'the part',
        what: 'part',
        section: {
          kind: 'box',
          x: between(stock.X, x),
          y: between(stock.Y, y),
          ...(operation.turned ? { turned: operation.turned } : {}),
          bores,
        },
        bottom: z + inMm(stock.Z.from),
        top: z + inMm(stock.Z.to),
      },
    ]
  })
  const around = holdingSolids(operation.holding, parts, tableOf(operation)!)
  const setter = SETTER_AT[machine.id]
  if (!setter) return [...parts, ...around]
  const constant = inMm(trueValue('setter/setter-a/K/geometry', machine, operation, {}))
  // On a machine that counts from a reference tool the constant is where that tool’s own tip stands.
  const top = machine.record.lengthConvention === 'reference-tool' ? constant - inMm(machine.tools[0]!.reach) : constant
  return [
    ...parts,
    ...around,
    {
      name: 'the setter',
      what: 'setter',
      section: { kind: 'round', x: setter.x, y: setter.y, diameter: setter.across },
      bottom: Math.min(top, tableOf(operation) ?? top - 60),
      top,
    },
  ]
}

function barOf(machine: DemoMachine, { truth, stock, holding }: DemoOperation): PracticeSpec['bar'] {
  const face = inMm(truth.G54!.Z!)
  const stickOut =
    (holding?.kind === 'chuck' || holding?.kind === 'collet') && holding.stickOut !== null
      ? inMm(holding.stickOut)
      : machine.record.unit === 'in'
        ? inMm(inch(2))
        : 60
  return { diameter: stock ? inMm(nm(stock.X.to - stock.X.from)) : 22, face, jaws: face - stickOut }
}
