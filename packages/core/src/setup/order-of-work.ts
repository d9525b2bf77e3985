import type { Gauge, GaugeFamily } from '../gauge/index.ts'
import { plainFigure, type LengthUnit, type Nm } from '../length/index.ts'
import { spindleOfSlot, spindleOfTool, type MachineKind, type MachineRecord, type SpindleName } from '../machine/index.ts'
import { registerKey, geometryRegister, listed, workRegister } from '../register/index.ts'
import type { PlannedSize, SizeKind } from '../scene/index.ts'
import { middleOf, type OperationPlan, type PlannedStep } from './planned.ts'

/** What the order of work is made from. */
export type Described = Pick<OperationPlan, 'kind' | 'unit' | 'slots' | 'purposes' | 'stock' | 'fixture' | 'tools' | 'sizes'>

type Preset = Record<string, string>

const step = (
  id: string,
  title: string,
  detail: string | null,
  kind: PlannedStep['kind'],
  routine: string | null = null,
  preset: Preset = {},
): PlannedStep => ({ id, title, detail, kind, routine, preset })

/**
 * A figure as it would be typed, with its unit behind it: the plan may be set up on a machine that counts in the other one.
 * Zero is the same in both.
 */
export const plannedFigure = (value: Nm, unit: LengthUnit): string => (value === 0 ? '0' : `${plainFigure(value, unit)} ${unit}`)

/** The first gauge of a family that can be used; nothing is said where the shop has none. */
function gaugeOf(gauges: readonly Gauge[], family: GaugeFamily, input: string): Preset {
  const found = gauges.find((gauge) => gauge.family === family && gauge.state === 'in-use')
  return found ? { [input]: found.id } : {}
}

const HOMED = step('homed', 'Homed', 'after power-up, before any coordinate counts', 'homed')
const SEEN = step('seen', 'Seen on the control', 'every readout, before the first run', 'seen')
const seated = ({ fixture }: Described) => step('seated', 'Seated and clamped', fixture ? `in ${fixture}` : null, 'confirm')

const detailOf = ({ slots, purposes }: Described, slot: string): string | null =>
  purposes[slot] ? purposes[slot] : slots.length > 1 ? `slot ${slots.indexOf(slot) + 1} of ${slots.length}` : null

/** A block: its tools at the setter, then the near left corner and the top of each slot's stock. */
function blockOrder(said: Described, gauges: readonly Gauge[]): PlannedStep[] {
  const { stock, unit, tools, slots } = said
  const at = (value: Nm | undefined): Preset => (value === undefined ? {} : { place: plannedFigure(value, unit) })
  const setter = gaugeOf(gauges, 'setter', 'setter')
  const compensated = tools.some(({ diameter }) => diameter)
  const run =
    tools.length === 0
      ? []
      : [
          ...(setter.setter
            ? [step('setter', 'Setter constant', 'once a week, and after any knock', 'routine', 'setter-constant', setter)]
            : []),
          step(
            'tools',
            `Tools ${listed(tools.map(({ number }) => `T${number}`))}`,
            compensated ? 'length, and diameter where the program compensates' : 'length of each',
            'tools',
            null,
            setter.setter
              ? { method: 'setter', ...setter, ...(compensated ? { 'diameter-method': 'one-side', axis: 'X', direction: '+' } : {}) }
              : {},
          ),
        ]
  const finder = gaugeOf(gauges, 'edge-finder', 'finder')
  const zeros = slots.flatMap((slot) => [
    ...(['X', 'Y'] as const).map((axis) =>
      step(`zero-${slot}-${axis}`, `Zero ${slot}, ${axis}`, detailOf(said, slot), 'routine', 'edge', {
        slot,
        axis,
        direction: '+',
        ...finder,
        ...at(stock?.[axis].from),
      }),
    ),
    step(`zero-${slot}-Z`, `Zero ${slot}, Z`, detailOf(said, slot), 'routine', 'face', {
      slot,
      ...(tools[0] ? { tool: tools[0].number } : {}),
      ...at(stock?.Z.to),
    }),
  ])
  return [...run, ...zeros]
}

/** A spindle's part of the work on a bar: its slot, its tools, and which of them the others are counted from. */
interface AtSpindle {
  spindle: SpindleName
  slot: string
  tools: Described['tools']
  master: Described['tools'][number] | undefined
}

/**
 * A bar: master and spindle axis are zero on purpose, the face becomes zero, then X and Z of every tool from there. Where the machine
 * has a sub-spindle the same follows for its slot and the tools of its stations, one by one.
 */
function barOrder(said: Described, _gauges: readonly Gauge[], machine: OnMachine | null): PlannedStep[] {
  const at = (spindle: SpindleName): AtSpindle[] => {
    const slot = said.slots.find((code) => (machine ? spindleOfSlot(machine, code) : 'main') === spindle)
    const tools = said.tools.filter((tool) => (machine ? spindleOfTool({ number: tool.number }, machine) : 'main') === spindle)
    const master = tools.find(({ number }) => number === machine?.turning.masters[spindle]) ?? tools[0]
    return slot === undefined ? [] : [{ spindle, slot, tools, master }]
  }
  return [...at('main').flatMap((main) => mainOrder(main, said)), ...at('sub').flatMap((sub) => subOrder(sub, said))]
}

const onPurpose = (id: string, title: string, register: string) =>
  step(id, title, 'zero on purpose', 'routine', 'deliberate-zero', { register })

/** Master, axis and face of a spindle; the ids of the main one are as they always were. */
function zerosOf({ spindle, slot, master }: AtSpindle, said: Described): PlannedStep[] {
  const [of, words] = spindle === 'sub' ? ['-sub', ' of the sub-spindle'] : ['', '']
  return [
    ...(master
      ? [onPurpose(`master${of}`, `T${master.number} is the master${words}`, registerKey(geometryRegister(master.offset, 'Z')))]
      : []),
    onPurpose(`axis${of}`, `${slot} X is the spindle axis`, registerKey(workRegister(slot, 'X'))),
    step(`zero-${slot}-Z`, `Zero ${slot}, Z`, detailOf(said, slot) ?? 'the faced end', 'routine', 'face', {
      slot,
      ...(master ? { tool: master.number } : {}),
      place: '0',
    }),
  ]
}

function mainOrder(main: AtSpindle, said: Described): PlannedStep[] {
  const { slot, tools, master } = main
  const run = { 'x-method': 'skim', 'z-method': 'part', slot, place: '0' }
  const title = `Tools ${listed(tools.map(({ number }) => `T${number}`))}`
  return [...zerosOf(main, said), ...(master ? [step('tools', title, 'X and Z, the master first', 'tools', null, run)] : [])]
}

function subOrder(sub: AtSpindle, said: Described): PlannedStep[] {
  const { slot, tools, master } = sub
  const measures = tools.flatMap(({ number }) => [
    step(`skim-T${number}`, `X of T${number}`, 'skim and measure', 'routine', 'turned-diameter', { tool: number, slot }),
    ...(number === master?.number
      ? []
      : [
          step(`length-T${number}`, `Z of T${number}`, 'on the face', 'routine', 'tool-length', {
            tool: number,
            method: 'part',
            slot,
            place: '0',
          }),
        ]),
  ])
  return [...zerosOf(sub, said), ...measures]
}

/** A machine that the work may be done on: which of its slots and stations serve a sub-spindle. */
export type OnMachine = Pick<MachineRecord, 'slots' | 'turrets' | 'turning'>

const ORDERS: Readonly<Record<MachineKind, (said: Described, gauges: readonly Gauge[], machine: OnMachine | null) => PlannedStep[]>> = {
  mill: blockOrder,
  lathe: barOrder,
}

/** Which routine of a kind of machine measures and corrects a size, and how it is told of the kind. */
export const SIZE_ROUTINES: Readonly<Record<MachineKind, Readonly<Record<SizeKind, { routine: string; preset: Preset }>>>> = {
  mill: {
    inside: { routine: 'side-size', preset: { kind: 'inside', by: 'measured' } },
    outside: { routine: 'side-size', preset: { kind: 'outside', by: 'measured' } },
    depth: { routine: 'depth-size', preset: { by: 'measured' } },
    bored: { routine: 'boring-head', preset: {} },
  },
  lathe: {
    inside: { routine: 'turned-size', preset: { kind: 'bore', by: 'measured' } },
    outside: { routine: 'turned-size', preset: { kind: 'outside', by: 'measured' } },
    // A length along the part is a place below its face.
    depth: { routine: 'turned-size', preset: { kind: 'shoulder', by: 'measured' } },
    bored: { routine: 'turned-size', preset: { kind: 'bore', by: 'measured' } },
  },
}

function sizeStep(size: PlannedSize, place: number, { kind, unit }: Described): PlannedStep {
  const { routine, preset } = SIZE_ROUTINES[kind][size.kind]
  const target = middleOf(size)
  return step(`size-${place + 1}`, `${size.name}, first part`, howOften(size), 'routine', routine, {
    ...preset,
    // A depth is a place below part zero.
    target: plannedFigure(size.kind === 'depth' ? (-Math.abs(target) as Nm) : target, unit),
    ...(size.tool ? { tool: size.tool } : {}),
    ...(size.gauge ? { with: size.gauge } : {}),
  })
}

export const howOften = ({ every }: Pick<PlannedSize, 'every'>): string =>
  every === null ? 'the first part alone' : every === 1 ? 'every part' : `the first part, then one in ${every}`

/**
 * The order of work that follows from what an operation says of its work: homing, seating, tools, a step for each slot and
 * axis, the sizes of the first part, and what has to be seen on the control. It is a beginning that a planner arranges.
 * @param gauges what the shop has; the first of each family that can be used is put in
 * @param machine one that it may be done on; without it nothing is known of a sub-spindle
 */
export function orderOfWork(said: Described, gauges: readonly Gauge[], machine: OnMachine | null = null): PlannedStep[] {
  const sizes = said.sizes.map((size, place) => sizeStep(size, place, said))
  return [HOMED, seated(said), ...ORDERS[said.kind](said, gauges, machine), ...sizes, SEEN]
}
