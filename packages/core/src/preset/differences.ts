import { PROPERTY_WORDS, TOOL_PROPERTIES, type Assembly, type ToolProperty } from '../assembly/index.ts'
import { minus, nm, plus, roundToIncrement, type Nm } from '../length/index.ts'
import {
  diameterRegister,
  layoutOf,
  lengthRegister,
  parseRegisterKey,
  registerKey,
  registerName,
  timesInDiameter,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import { runChecks, type Finding } from '../check/index.ts'
import { doubtBy, limitOf } from '../limits/index.ts'
import { combine } from '../uncertainty/index.ts'
import { sheetOf } from '../edits/index.ts'
import type { Sheet, Slip, Write } from '../routine/index.ts'
import { meantFigures } from '../slip/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { isSuspect, standingNote, type StandingWord } from '../standing/index.ts'
import type { PresetTool } from './table.ts'

type Drawer = Pick<Assembly, 'id' | 'name' | 'properties' | 'estimate' | 'flutes'>

/** One difference between a file and the record; each is taken or left by itself. */
export interface Difference {
  /** The same for the same file and record: "7/length". */
  id: string
  line: number
  /** "T4, End mill 12" */
  tool: string
  kind: 'register' | 'record' | 'new'
  name: string
  now: Nm | null
  next: Nm | null
  /** What the file says, before it is counted from another tool or halved. */
  inFile: Nm | null
  /** Where it goes. */
  register: RegisterKey | null
  assembly: string | null
  property: ToolProperty | 'estimate' | 'flutes' | null
  /** Words where the figures do not say it. */
  note: string | null
  /** What looks wrong about it: half a sentence. */
  doubt: string | null
  /** True where it replaces nothing that anybody measured or stated: it may be chosen for the person. */
  offered: boolean
}

/** A preset length goes into a register by way of a tool whose own length stands there; null where it goes in as it is. */
interface Anchor {
  tool: string
  /** Register's value less preset length: the same for every tool of the machine. */
  shift: Nm
}

/**
 * Where a file differs from the ledger and the drawer. Presets are lengths from the gauge line: they are
 * what the register holds where the machine counts so; elsewhere only differences between tools carry over, so
 * one tool with a good length that is in the file too ties them: H = H of that tool + (L − L of that tool).
 */
export function presetDifferences(presets: readonly PresetTool[], scene: Scene, drawer: readonly Drawer[]): Difference[] {
  const byNumber = new Map(scene.tools.map((tool) => [tool.number, tool]))
  const byAssembly = new Map(scene.tools.map((tool) => [tool.assembly, tool]))
  const inDrawer = new Map(drawer.map((one) => [one.id, one]))
  const anchor = anchorOf(presets, scene, byNumber, byAssembly)
  return presets.flatMap((preset): Difference[] => {
    const known = preset.id === null ? undefined : inDrawer.get(preset.id)
    const mounted = preset.id === null ? byNumber.get(preset.number!) : byAssembly.get(preset.id)
    const assembly = known ?? (mounted && inDrawer.get(mounted.assembly))
    if (!assembly) return [stranger(preset)]
    const title = mounted ? `T${mounted.number}, ${assembly.name}` : assembly.name
    const base = { line: preset.line, tool: title, register: null, assembly: assembly.id, property: null, note: null, doubt: null }
    const doubt = diameterDoubt(preset.diameter, assembly.properties.DC, scene)
    return [...registerDifferences(preset, mounted, scene, anchor, base, doubt), ...recordDifferences(preset, assembly, base, doubt)]
  })
}

type Base = Pick<Difference, 'line' | 'tool' | 'register' | 'assembly' | 'property' | 'note' | 'doubt'>

/** A radius in a column of diameters, or the reverse, is off by just two from the cutter's record. */
function diameterDoubt(diameter: Nm | null, DC: Nm | undefined, { machine }: Scene): string | null {
  if (diameter === null || DC === undefined) return null
  const near = (value: number) => Math.abs(value - DC) <= limitOf(machine, 'nominalOff')
  if (near(diameter)) return null
  if (near(diameter * 2)) return 'half of DC on record: a radius?'
  if (near(diameter / 2)) return 'twice DC on record: a diameter where half was meant?'
  return 'far from DC on record: the same cutter?'
}

function stranger({ line, id, number, name, length, diameter }: PresetTool): Difference {
  const note =
    id === null
      ? `T${number} is not mounted here and the line has no id; mount a tool there first.`
      : `not in the drawer yet; it is added with all that the line says`
  return {
    id: `${line}/new`,
    line,
    tool: name ?? id ?? `T${number}`,
    kind: 'new',
    name: id === null ? 'unknown tool' : 'new assembly',
    now: null,
    next: length ?? diameter,
    inFile: length ?? diameter,
    register: null,
    assembly: id,
    property: null,
    note,
    doubt: null,
    offered: id !== null,
  }
}

const GIVES_WAY: readonly StandingWord[] = ['unset', 'estimated', 'stale', 'disturbed']

function registerDifferences(
  preset: PresetTool,
  tool: MountedTool | undefined,
  scene: Scene,
  anchor: Anchor | null | 'as it is',
  base: Base,
  doubt: string | null,
): Difference[] {
  const { across, countsLengths } = layoutOf(scene.machine)
  if (!tool || !countsLengths) return []
  const { increment } = scene.machine
  const found: Difference[] = []
  const add = (id: string, register: RegisterRef, inFile: Nm, next: Nm, note: string | null, wrong: string | null = null) => {
    const key = registerKey(register)
    const standing = scene.standing[key]
    if (standing?.value === next && standing.state === 'set' && standing.assembly === tool.assembly) return
    found.push({
      ...base,
      id: `${preset.line}/${id}`,
      kind: 'register',
      name: registerName(register),
      now: standing?.value ?? null,
      next,
      inFile,
      register: key,
      note,
      doubt: wrong,
      // A value that was measured in the shop is replaced only by choice. An estimate, or none, is replaced by default.
      offered: wrong === null && GIVES_WAY.includes(standingNote(key, scene).word),
    })
  }
  if (preset.length !== null && anchor !== null) {
    const next = anchor === 'as it is' ? preset.length : plus(preset.length, anchor.shift)
    if (anchor === 'as it is' || anchor.tool !== tool.number)
      add(
        'length',
        lengthRegister(tool.offset),
        preset.length,
        roundToIncrement(next, increment),
        anchor === 'as it is' ? null : `by way of T${anchor.tool}`,
      )
  }
  if (preset.diameter !== null && across !== null) {
    const register = diameterRegister(scene.machine, tool.diameterOffset)
    const perDiameter = timesInDiameter(register, scene.machine)!
    add(
      'diameter',
      register,
      preset.diameter,
      roundToIncrement(preset.diameter / perDiameter, increment),
      perDiameter === 2 ? 'halved, the register holds radii' : null,
      doubt,
    )
  }
  return found
}

/** An empty field of the record is filled by default. A field that has a value, such as a nominal diameter, is replaced only by choice. */
function recordDifferences(preset: PresetTool, assembly: Drawer, base: Base, doubt: string | null): Difference[] {
  const record = (property: Difference['property'], name: string, now: Nm | null, next: Nm | null | undefined): Difference[] =>
    next === null || next === undefined || now === next
      ? []
      : [
          {
            ...base,
            id: `${preset.line}/${property}`,
            kind: 'record',
            name,
            now,
            next,
            inFile: next,
            property,
            doubt: property === 'DC' ? doubt : null,
            offered: now === null,
          },
        ]
  return [
    ...record('estimate', 'rough length', assembly.estimate, preset.length),
    ...record('DC', `DC, ${PROPERTY_WORDS.DC}`, assembly.properties.DC ?? null, preset.diameter),
    ...TOOL_PROPERTIES.filter((property) => property !== 'DC').flatMap((property) =>
      record(property, `${property}, ${PROPERTY_WORDS[property]}`, assembly.properties[property] ?? null, preset.properties[property]),
    ),
    ...(preset.flutes === null || preset.flutes === assembly.flutes
      ? []
      : [
          {
            ...base,
            id: `${preset.line}/flutes`,
            kind: 'record' as const,
            name: 'number of edges',
            now: null,
            next: null,
            inFile: null,
            property: 'flutes' as const,
            note: `${assembly.flutes ?? 'not on record'} on record, ${preset.flutes} in the file`,
            offered: assembly.flutes === null,
          },
        ]),
  ]
}

function anchorOf(
  presets: readonly PresetTool[],
  scene: Scene,
  byNumber: ReadonlyMap<string, MountedTool>,
  byAssembly: ReadonlyMap<string, MountedTool>,
): Anchor | null | 'as it is' {
  if (scene.machine.lengthConvention === 'gauge-length') return 'as it is'
  let best: Anchor | null = null
  for (const { length, number, id } of presets) {
    const tool = id === null ? byNumber.get(number ?? '') : byAssembly.get(id)
    if (!tool || length === null) continue
    const key = registerKey(lengthRegister(tool.offset))
    const standing = scene.standing[key]
    const note = standingNote(key, scene)
    if (!standing || isSuspect(note) || note.word === 'estimated') continue
    const anchor = { tool: tool.number, shift: minus(standing.value, length) }
    // The reference tool itself is the best there is.
    if (standing.state === 'deliberately-zero') return anchor
    best ??= anchor
  }
  return best
}

/** What a figure of the file may have been meant to be, as its register would hold it then. */
const slipsOf = (inFile: Nm, next: Nm, register: RegisterRef, { machine }: Pick<Scene, 'machine'>): Slip[] =>
  [...meantFigures(inFile, 'the figure in the file', machine.unit), inMicrometres(inFile)].map(({ id, phrase, value }) => ({
    id,
    phrase,
    corrected: nm(Math.round(next + (value - inFile) / (timesInDiameter(register, machine) ?? 1))),
  }))

/** Some devices write whole micrometres. */
const inMicrometres = (value: Nm) => ({
  id: 'point-reading' as const,
  phrase: 'the figure in the file had been micrometres',
  value: nm(Math.round(value / 1000)),
})

/** The registers' part of what was chosen, as writes for the checks and the ledger. */
export function presetWrites(chosen: readonly Difference[], scene: Pick<Scene, 'machine'>): Write[] {
  return chosen.flatMap(({ kind, register, next, inFile, assembly }) => {
    if (kind !== 'register' || !register || next === null) return []
    const into = parseRegisterKey(register)
    return [
      {
        register: into,
        value: next,
        slips: inFile === null ? [] : slipsOf(inFile, next, into, scene),
        state: 'set' as const,
        uncertainty: combine([doubtBy('preset', scene)], scene.machine.increment),
        assembly,
        rests: [],
      },
    ]
  })
}

/** The chosen figures with what the checks say of them: shown before they are taken, and run again when they are. */
export function assessPresets(chosen: readonly Difference[], scene: Scene): { writes: Write[]; sheet: Sheet; findings: Finding[] } {
  const writes = presetWrites(chosen, scene)
  const sheet = sheetOf({ writes, readings: [], readouts: [], gauges: [] }, scene)
  return { writes, sheet, findings: writes.length > 0 ? runChecks({ scene, sheet, result: sheet.result! }) : [] }
}
