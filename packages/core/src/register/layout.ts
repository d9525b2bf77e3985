import {
  axesOf,
  stationNumbers,
  type Axis,
  type MachineKind,
  type MachineRecord,
  type RotaryAxis,
  type SpindleName,
  type Turret,
  type WorkSlot,
} from '../machine/index.ts'
import type { RegisterRef } from './key.ts'
import { FAMILIES, type PropertyRow, type RegisterFamily, type RegisterProperty } from './property.ts'

/** One column of a machine's slots or of its tools' offsets. */
export interface Column extends PropertyRow {
  property: RegisterProperty
}

/** What a machine holds, for everything that lists, shows, reads or writes its registers. */
export interface Layout {
  axes: readonly Axis[]
  rotary: readonly RotaryAxis[]
  slots: readonly WorkSlot[]
  /** Columns of a slot: linear axes, rotary axes, the rotation where the control turns. */
  work: readonly Column[]
  /** Columns of the common shift. */
  common: readonly Column[]
  /** Columns of a tool's offsets, in the order they are measured. */
  tool: readonly Column[]
  /** The property that holds how far a tool reaches in Z. */
  reach: RegisterProperty
  /** The property that holds how wide a tool cuts; null where the machine has none. */
  across: 'diameter' | 'radius' | null
  /** Words that a tool's numbers are called with. */
  letters: readonly ('H' | 'D' | 'T')[]
  spindles: readonly SpindleName[]
  turrets: readonly Turret[]
  /** How stock lies in it: a block on a table, or a bar on the spindle's axis. */
  stock: 'block' | 'bar'
  /** True where tool lengths count as the machine's convention says; elsewhere they are geometry offsets. */
  countsLengths: boolean
  /** True where tools have a tip direction: a face is touched with the side of the tip that lies toward it. */
  hasTips: boolean
  /** Where the tool is that cuts, in words. */
  atWork: AtWork
}

/** Where the tool is that cuts: "T4 is in the spindle", "read with T4 in the spindle", and the question for it. */
export interface AtWork {
  is: string
  where: string
  label: string
}

/** Fields of a machine's record that only some kinds have. */
type Asked = 'lengthConvention' | 'diameterRegister' | 'xReads' | 'rotates' | 'displayTurns' | 'rotary' | 'spindles' | 'turrets'

interface KindRow {
  /** Axes that a machine of the kind has, and those it may have. */
  axes: readonly Axis[]
  mayHave: readonly Axis[]
  rotary: readonly RotaryAxis[]
  tool(machine: Shape): readonly RegisterProperty[]
  reach: RegisterProperty
  across(machine: Shape): Layout['across']
  stock: Layout['stock']
  countsLengths: boolean
  atWork: AtWork
  mayTurn: boolean
  /** Where the work sits when a work offset grows, and when it falls, as its operator sees it. */
  ways: Readonly<Record<Axis, readonly [grows: string, falls: string]>>
  /** What its record says in addition to what every machine's record says. */
  asks: readonly Asked[]
  /** How it counts, for the list of machines. */
  counts(machine: Pick<MachineRecord, 'lengthConvention' | 'xReads'>): string
}

type Shape = Pick<MachineRecord, 'kind' | 'travels' | 'slots' | 'rotary' | 'rotates' | 'diameterRegister' | 'spindles' | 'turrets'>

/** What each kind of machine has: the one place where a mill and a lathe are told apart. */
export const KINDS: Readonly<Record<MachineKind, KindRow>> = {
  mill: {
    axes: ['X', 'Y', 'Z'],
    mayHave: [],
    rotary: ['A', 'B', 'C'],
    tool: ({ diameterRegister }) => ['length', diameterRegister],
    reach: 'length',
    across: ({ diameterRegister }) => diameterRegister,
    stock: 'block',
    countsLengths: true,
    atWork: { is: 'is in the spindle', where: 'in the spindle', label: 'Tool in the spindle' },
    mayTurn: true,
    ways: { X: ['further right', 'further left'], Y: ['further back', 'nearer to you'], Z: ['higher', 'lower'] },
    asks: ['lengthConvention', 'diameterRegister', 'rotates', 'displayTurns', 'rotary'],
    counts: ({ lengthConvention }) => CONVENTION_WORDS[lengthConvention],
  },
  lathe: {
    axes: ['X', 'Z'],
    mayHave: ['Y'],
    rotary: [],
    tool: (machine) => [...axesOf(machine), 'nose', 'tip'],
    reach: 'Z',
    across: () => null,
    stock: 'bar',
    countsLengths: false,
    atWork: { is: 'stands at the work', where: 'at the work', label: 'Station at the work' },
    mayTurn: false,
    ways: { X: ['further out', 'further in'], Y: ['higher', 'lower'], Z: ['further from the chuck', 'nearer to the chuck'] },
    asks: ['xReads', 'spindles', 'turrets'],
    counts: ({ xReads }) => (xReads === 'diameter' ? 'X reads diameters' : 'X reads radii'),
  },
}

/** The three ways of counting length, in words. */
export const CONVENTION_WORDS: Readonly<Record<MachineRecord['lengthConvention'], string>> = {
  'gauge-length': 'from the gauge line, positive',
  'touch-off': 'touch-off from part zero, negative',
  'reference-tool': 'differences from a reference tool',
}

const columns = (family: RegisterFamily, properties: readonly RegisterProperty[]): Column[] =>
  properties.map((property) => ({ property, ...FAMILIES[family].properties[property]! }))

/** What a machine holds, from its record alone. */
export function layoutOf(machine: Shape): Layout {
  const known = layouts.get(machine)
  if (known) return known
  const kind = KINDS[machine.kind]
  const axes = axesOf(machine)
  const rotary = machine.rotary.map(({ axis }) => axis)
  const tool = columns('tool', kind.tool(machine))
  const layout: Layout = {
    axes,
    rotary,
    slots: machine.slots,
    work: columns('work', [...axes, ...rotary, ...(machine.rotates ? (['R'] as const) : [])]),
    common: columns('common', [...axes, ...rotary]),
    tool,
    reach: kind.reach,
    across: kind.across(machine),
    letters: [...new Set(tool.map(({ letter }) => letter!))],
    spindles: machine.spindles,
    turrets: machine.turrets,
    stock: kind.stock,
    countsLengths: kind.countsLengths,
    hasTips: tool.some(({ property }) => property === 'tip'),
    atWork: kind.atWork,
  }
  layouts.set(machine, layout)
  return layout
}

/** A record is never changed in place, so what follows from it is worked out once. */
const layouts = new WeakMap<Shape, Layout>()

/** A tool as its registers are called: by its numbers. */
interface Numbered {
  offset: string
  diameterOffset: string
}

/** The register of one column for one tool. */
export const ofTool = (tool: Numbered, { property, number }: Pick<Column, 'property' | 'number'>): RegisterRef => ({
  family: 'tool',
  slot: tool[number],
  property,
  layer: 'geometry',
})

/** All geometry registers of a tool on its machine, in the order they are measured. */
export function registersOfTool(tool: Numbered, machine: Shape): RegisterRef[] {
  return layoutOf(machine).tool.map((column) => ofTool(tool, column))
}

/** The registers of a slot, in the order that the control lists them. */
export const registersOfSlot = (slot: string, machine: Shape): RegisterRef[] =>
  layoutOf(machine).work.map(({ property }) => ({ family: 'work', slot, property, layer: 'geometry' }))

/** The register that holds how far a tool reaches in Z: length on a mill, geometry Z on a lathe. */
export const reachRegister = (machine: Shape, tool: Numbered): RegisterRef => ({
  family: 'tool',
  slot: tool.offset,
  property: layoutOf(machine).reach,
  layer: 'geometry',
})

/** True for a tool offset that tools of this machine have, whatever its number. */
export const hasColumn = ({ property, layer }: RegisterRef, machine: Shape): boolean =>
  layoutOf(machine).tool.some((column) => column.property === property && (layer === 'geometry' || column.wear))

/** True when the machine has this register at all: its families, axes, columns and numbers. */
export function hasRegister(
  { family, slot, property, layer, spindle }: RegisterRef,
  machine: Shape & Pick<MachineRecord, 'offsets'>,
): boolean {
  const layout = layoutOf(machine)
  if (spindle !== undefined && !layout.spindles.includes(spindle)) return false
  const within = (list: readonly Column[]) => list.some((column) => column.property === property && (layer === 'geometry' || column.wear))
  switch (family) {
    case 'work':
      return layout.slots.some(({ code }) => code === slot) && within(layout.work)
    case 'common':
      return slot === 'all' && within(layout.common)
    case 'tool':
      return within(layout.tool) && /^[1-9]\d*$/.test(slot) && Number(slot) <= machine.offsets
    case 'station':
      return stationNumbers(machine.turrets).includes(slot) && Object.hasOwn(FAMILIES.station.properties, property)
    default:
      return Object.hasOwn(FAMILIES[family].properties, property)
  }
}
