import type { Axis, MachineRecord, RotaryAxis } from '../machine/index.ts'

/**
 * A family of registers: work offsets, the common shift on all of them, tool offsets, the constants of
 * setters, the radii of probes and the datums of a turret's stations (kept by the ledger, whether or not the control has a place for them),
 * and what a zero is expected to be before it has been found.
 */
export type RegisterFamily = 'work' | 'common' | 'tool' | 'setter' | 'probe' | 'station' | 'expected'
export type ProbeSide = 'X+' | 'X-' | 'Y+' | 'Y-'
/** A face of a lathe's setter arm, by the way a tool moves onto it. */
export type ArmSide = 'X+' | 'X-' | 'Z+' | 'Z-'
/** `R` is a work offset's rotation; `nose` a nose radius; `tip` the direction in which an imaginary tip points, 0 to 9. */
export type RegisterProperty =
  Axis | RotaryAxis | 'R' | 'length' | 'diameter' | 'radius' | 'nose' | 'tip' | 'K' | 'across' | 'centre' | ProbeSide | ArmSide
export type RegisterLayer = 'geometry' | 'wear'
/** One thing that is measured of a tool in a run of tools. */
export type Measure = 'length' | 'diameter' | 'X' | 'Z'

/** Lines of a control's file that set one property of a tool, each with its label, and whether the property's wear has a line too. */
export const TOOL_LINES = {
  length: { label: 'Length', wear: true },
  diameter: { label: 'Diameter', wear: true },
  nose: { label: 'Nose radius', wear: false },
  tip: { label: 'Tip direction', wear: false },
} as const
export type ToolLine = keyof typeof TOOL_LINES

/** What holds of one property of a family. Everything that treats registers differently asks here. */
export interface PropertyRow {
  /** `length` in nanometres, `angle` in millionths of a degree, `whole` a plain whole number: a code. */
  holds: 'length' | 'angle' | 'whole'
  /** The machine axis that it counts along or around; null where it belongs to none. */
  axis: Axis | RotaryAxis | null
  /** Whether it holds a diameter or a radius; `as-read`: as the machine's X readout counts. Null for neither. */
  across: 'diameter' | 'radius' | 'as-read' | null
  /** True where the control has a wear register that is added to it. */
  wear: boolean
  /** How it is called behind the slot or the tool's number. */
  words: string
  /** Heading of its column in a table of tools or slots. */
  heading: string
  /** The word that a tool's number is called with: H for lengths, D for diameters, T for a lathe's pairs. */
  letter: 'H' | 'D' | 'T' | null
  /** Under which of a tool's numbers it stands. */
  number: 'offset' | 'diameterOffset'
  /** Whether a tool can cut without it: never, only where its program does not compensate, or always. */
  neededToCut: 'always' | 'compensated' | 'no'
  /** What a control's file makes of it: a reach whose sign its convention may turn, a width that it may halve or double, or just what it is. */
  inFile: 'reach' | 'width' | 'as it is'
  /** The line of a control's file that sets it by itself; null where it stands in a line with other axes, or in none. */
  line: ToolLine | null
  /** As which thing a run of tools measures it; null for what is read off the insert or belongs to no tool. */
  measure: Measure | null
  /** Smallest and greatest of a whole number. */
  range?: { from: number; to: number }
}

const row = (more: Partial<PropertyRow> & Pick<PropertyRow, 'words'>): PropertyRow => ({
  holds: 'length',
  axis: null,
  across: null,
  wear: false,
  heading: more.words,
  letter: null,
  number: 'offset',
  neededToCut: 'no',
  inFile: 'as it is',
  line: null,
  measure: null,
  ...more,
})

/** A tool's property says all that the rest of the house asks of it: families, files, tables. */
const ofTool = (
  more: Partial<PropertyRow> &
    Pick<PropertyRow, 'words' | 'heading' | 'letter' | 'number' | 'wear' | 'neededToCut' | 'inFile' | 'line' | 'measure'>,
): PropertyRow => row(more)
const OFFSET = { number: 'offset', wear: true, neededToCut: 'always' } as const
const WIDTH = {
  letter: 'D',
  number: 'diameterOffset',
  wear: true,
  neededToCut: 'compensated',
  inFile: 'width',
  line: 'diameter',
  measure: 'diameter',
} as const
const EDGE = { letter: 'T', number: 'offset', wear: false, neededToCut: 'no', inFile: 'as it is', measure: null } as const

const LINEAR = ['X', 'Y', 'Z'] as const
const ROTARY = ['A', 'B', 'C'] as const
type Rows = Readonly<Partial<Record<RegisterProperty, PropertyRow>>>

const linear = (words: (axis: Axis) => string, more: Partial<PropertyRow> = {}): Rows =>
  Object.fromEntries(LINEAR.map((axis) => [axis, row({ words: words(axis), heading: axis, axis, ...more })]))
const rotary: Rows = Object.fromEntries(ROTARY.map((axis) => [axis, row({ words: axis, holds: 'angle', axis })]))
const plain = (axis: string) => axis

/** How a family's registers are named, and what they hold, property by property. */
export interface FamilyRow {
  /** Whether a control has a place for them: constants of setters, probes and stations are the ledger's own. */
  inControl: boolean
  /** What stands before the property's words. @param slot slot or number, or a gauge's name */
  head(slot: string, property: PropertyRow): string
  /** True where the slot is a gauge's id. */
  gauge: boolean
  properties: Rows
}

export const FAMILIES: Readonly<Record<RegisterFamily, FamilyRow>> = {
  work: {
    inControl: true,
    head: (slot) => slot,
    gauge: false,
    properties: { ...linear(plain), ...rotary, R: row({ words: 'rotation', heading: 'Rotation', holds: 'angle' }) },
  },
  common: { inControl: true, head: () => 'common shift', gauge: false, properties: { ...linear(plain), ...rotary } },
  tool: {
    inControl: true,
    head: (number, { letter }) => `${letter}${number}`,
    gauge: false,
    properties: {
      length: ofTool({
        ...OFFSET,
        words: 'length',
        heading: 'Length',
        axis: 'Z',
        letter: 'H',
        inFile: 'reach',
        line: 'length',
        measure: 'length',
      }),
      diameter: ofTool({ ...WIDTH, words: 'diameter', heading: 'Diameter', across: 'diameter' }),
      radius: ofTool({ ...WIDTH, words: 'radius', heading: 'Radius', across: 'radius' }),
      X: ofTool({
        ...OFFSET,
        words: 'X',
        heading: 'Geometry X',
        axis: 'X',
        across: 'as-read',
        letter: 'T',
        inFile: 'as it is',
        line: null,
        measure: 'X',
      }),
      Y: ofTool({ ...OFFSET, words: 'Y', heading: 'Geometry Y', axis: 'Y', letter: 'T', inFile: 'as it is', line: null, measure: null }),
      Z: ofTool({ ...OFFSET, words: 'Z', heading: 'Geometry Z', axis: 'Z', letter: 'T', inFile: 'as it is', line: null, measure: 'Z' }),
      nose: ofTool({ ...EDGE, words: 'nose radius', heading: 'Nose radius', line: 'nose' }),
      tip: ofTool({ ...EDGE, words: 'tip direction', heading: 'Tip', holds: 'whole', range: { from: 0, to: 9 }, line: 'tip' }),
    },
  },
  setter: {
    inControl: false,
    head: (name) => name,
    gauge: true,
    properties: {
      K: row({ words: 'constant K', axis: 'Z' }),
      X: row({ words: 'centre X', axis: 'X' }),
      Y: row({ words: 'centre Y', axis: 'Y' }),
      across: row({ words: 'width across' }),
      ...Object.fromEntries(
        (['X+', 'X-', 'Z+', 'Z-'] as const).map((side) => [
          side,
          row({
            words: `constant moving ${side.replace('-', '\u2212')}`,
            axis: side[0] as Axis,
            across: side.startsWith('X') ? ('as-read' as const) : null,
          }),
        ]),
      ),
    },
  },
  probe: {
    inControl: false,
    head: (name) => `${name} radius moving`,
    gauge: true,
    properties: Object.fromEntries(
      (['X+', 'X-', 'Y+', 'Y-'] as const).map((side) => [side, row({ words: side.replace('-', '\u2212'), axis: side[0] as Axis })]),
    ),
  },
  station: {
    inControl: false,
    head: (number) => `station ${number}`,
    gauge: false,
    properties: {
      X: row({ words: 'datum X', axis: 'X', across: 'as-read' }),
      Z: row({ words: 'datum Z', axis: 'Z' }),
      centre: row({ words: 'centre X', axis: 'X', across: 'as-read' }),
    },
  },
  expected: { inControl: false, head: (slot) => `expected ${slot}`, gauge: false, properties: linear(plain) },
}

/**
 * What holds of a register.
 * @throws Error for a property that its family does not have: registers are only ever made by what this folder offers
 */
export function propertyOf({ family, property }: { family: RegisterFamily; property: RegisterProperty }): PropertyRow {
  const found = FAMILIES[family].properties[property]
  if (!found) throw new Error(`${family} has no ${property}`)
  return found
}

/** True for a register whose value is a length in nanometres: what can be compared, corrected and rounded as one. */
export const holdsLength = (register: { family: RegisterFamily; property: RegisterProperty }): boolean =>
  propertyOf(register).holds === 'length'

/**
 * How often a register's value goes into a diameter: 1 where it holds diameters, 2 where it holds radii.
 * @returns null where it holds neither
 */
export function timesInDiameter(
  register: { family: RegisterFamily; property: RegisterProperty },
  { xReads }: Pick<MachineRecord, 'xReads'>,
): 1 | 2 | null {
  const { across } = propertyOf(register)
  if (across === null) return null
  return (across === 'as-read' ? xReads : across) === 'radius' ? 2 : 1
}
