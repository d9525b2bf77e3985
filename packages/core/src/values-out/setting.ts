import type { MachineRecord } from '../machine/index.ts'
import {
  FAMILIES,
  layoutOf,
  TOOL_LINES,
  type Column,
  type RegisterFamily,
  type RegisterLayer,
  type RegisterProperty,
  type ToolLine,
} from '../register/index.ts'

type WearLine = { [Line in ToolLine]: (typeof TOOL_LINES)[Line]['wear'] extends true ? `${Line}Wear` : never }[ToolLine]

/** What a line sets. */
export type SettingKind =
  | 'work'
  | 'extendedWork'
  | 'rotary'
  | 'extendedRotary'
  | 'rotation'
  | 'extendedRotation'
  | 'common'
  | 'geometry'
  | 'wear'
  | ToolLine
  | WearLine

/** What the number in a line counts. */
type Counts = 'slots' | 'extended-slots' | 'nothing' | 'offset' | 'diameterOffset'

export interface SettingRow {
  label: string
  family: RegisterFamily
  layer: RegisterLayer
  counts: Counts
  /** The property in each place of the line, on a machine of this layout; nothing where the machine has none of it. */
  places(machine: MachineRecord): Readonly<Record<string, RegisterProperty>>
  /** Places that the line must have; the others may stand in another line, or are named as left out. */
  needed(machine: MachineRecord): readonly string[]
}

const axes = (columns: readonly Column[], holds: Column['holds']): Record<string, RegisterProperty> =>
  Object.fromEntries(
    columns.filter((column) => column.axis !== null && column.holds === holds).map(({ property }) => [property.toLowerCase(), property]),
  )
const one = (property: RegisterProperty | null | undefined): Record<string, RegisterProperty> => (property ? { v: property } : {})
const has = (machine: MachineRecord, property: RegisterProperty) =>
  [...layoutOf(machine).work, ...layoutOf(machine).tool].some((column) => column.property === property)
const ifHas = (machine: MachineRecord, property: RegisterProperty) => (has(machine, property) ? property : null)
const keys = (places: Readonly<Record<string, unknown>>) => Object.keys(places)

const slotLines = (counts: 'slots' | 'extended-slots', beyond: string) => ({
  work: {
    label: `Work offsets${beyond}`,
    family: 'work',
    layer: 'geometry',
    counts,
    places: (machine: MachineRecord) => ({
      ...axes(layoutOf(machine).work, 'length'),
      ...axes(layoutOf(machine).work, 'angle'),
      ...(has(machine, 'R') ? { r: 'R' as const } : {}),
    }),
    needed: (machine: MachineRecord) => keys(axes(layoutOf(machine).work, 'length')),
  } satisfies SettingRow,
  rotary: {
    label: `Rotary axes${beyond}`,
    family: 'work',
    layer: 'geometry',
    counts,
    places: (machine: MachineRecord) => axes(layoutOf(machine).work, 'angle'),
    needed: () => [],
  } satisfies SettingRow,
  rotation: {
    label: `Rotation${beyond}`,
    family: 'work',
    layer: 'geometry',
    counts,
    places: (machine: MachineRecord) => one(ifHas(machine, 'R')),
    needed: () => ['v'],
  } satisfies SettingRow,
})

const TOOL_ROWS = Object.values(FAMILIES.tool.properties)

/** A line for one property of a tool, whichever of those with this line a machine has. */
const single = (line: ToolLine, layer: RegisterLayer): SettingRow => ({
  label: layer === 'wear' ? `${TOOL_LINES[line].label} wear` : TOOL_LINES[line].label,
  family: 'tool',
  layer,
  counts: TOOL_ROWS.find((row) => row.line === line)!.number,
  places: (machine) =>
    one(layoutOf(machine).tool.find((column) => column.line === line && (layer === 'geometry' || column.wear))?.property),
  needed: () => ['v'],
})

const SINGLES = Object.fromEntries(
  (Object.keys(TOOL_LINES) as ToolLine[]).flatMap((line) => [
    [line, single(line, 'geometry')],
    ...(TOOL_LINES[line].wear ? [[`${line}Wear`, single(line, 'wear')] as const] : []),
  ]),
) as Record<ToolLine | WearLine, SettingRow>

/** The pairs of a lathe's tool: what counts as a geometry offset, where lengths are not counted on their own. */
const pairs = (machine: MachineRecord, layer: RegisterLayer): Record<string, RegisterProperty> =>
  layoutOf(machine).countsLengths
    ? {}
    : axes(
        layoutOf(machine).tool.filter(({ wear }) => layer === 'geometry' || wear),
        'length',
      )

const PLAIN_SLOTS = slotLines('slots', '')
const EXTENDED_SLOTS = slotLines('extended-slots', ' beyond G59')

/** Every kind of line there is, and what stands in its places. */
export const SETTINGS: Readonly<Record<SettingKind, SettingRow>> = {
  work: PLAIN_SLOTS.work,
  extendedWork: EXTENDED_SLOTS.work,
  rotary: PLAIN_SLOTS.rotary,
  extendedRotary: EXTENDED_SLOTS.rotary,
  rotation: PLAIN_SLOTS.rotation,
  extendedRotation: EXTENDED_SLOTS.rotation,
  common: {
    label: 'Common shift',
    family: 'common',
    layer: 'geometry',
    counts: 'nothing',
    places: (machine) => ({ ...axes(layoutOf(machine).common, 'length'), ...axes(layoutOf(machine).common, 'angle') }),
    needed: (machine) => keys(axes(layoutOf(machine).common, 'length')),
  },
  geometry: {
    label: 'Geometry offsets',
    family: 'tool',
    layer: 'geometry',
    counts: 'offset',
    places: (machine) => {
      const found = pairs(machine, 'geometry')
      return keys(found).length === 0 ? {} : { ...found, r: 'nose', q: 'tip' }
    },
    needed: (machine) => keys(pairs(machine, 'geometry')),
  },
  wear: {
    label: 'Wear offsets',
    family: 'tool',
    layer: 'wear',
    counts: 'offset',
    places: (machine) => pairs(machine, 'wear'),
    needed: (machine) => keys(pairs(machine, 'wear')),
  },
  ...SINGLES,
}

export const SETTING_KINDS = Object.keys(SETTINGS) as SettingKind[]

/** The kinds of line that a machine can have. */
export function settingKindsOf(machine: MachineRecord): SettingKind[] {
  return SETTING_KINDS.filter((kind) => {
    const { places, counts } = SETTINGS[kind]
    if (Object.keys(places(machine)).length === 0) return false
    if (counts === 'slots' || counts === 'extended-slots') return machine.slots.some(({ code }) => slotNumber(code)?.counts === counts)
    return true
  })
}

/** G54 is 1 \u2026 G59 is 6, G59.1 to G59.3 are 7 to 9; G54.1 P3 is 3 of the extended ones. Null for any other slot. */
export function slotNumber(slot: string): { counts: 'slots' | 'extended-slots'; number: number } | null {
  const [, plain, beyond] = /^G(?:(5[4-9])|59\.([1-3]))$/.exec(slot) ?? []
  if (plain) return { counts: 'slots', number: Number(plain) - 53 }
  if (beyond) return { counts: 'slots', number: 6 + Number(beyond) }
  const [, extended] = /^G54\.1 P([1-9]\d*)$/.exec(slot) ?? []
  return extended ? { counts: 'extended-slots', number: Number(extended) } : null
}
