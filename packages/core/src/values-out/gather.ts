import { negate, NM_PER, times, type Nm } from '../length/index.ts'
import {
  layoutOf,
  ofTool,
  parseRegisterKey,
  propertyOf,
  registerKey,
  registerName,
  registersOfSlot,
  timesInDiameter,
  wearOf,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'
import { conversionShift, leftBehind, shifted, type Conversion } from './convert.ts'
import { fillLines, type OutLine } from './lines.ts'
import type { OutValue } from './out-value.ts'
import type { SettingTemplate } from './template.ts'

export interface OutOptions {
  slots: readonly string[]
  tools: readonly string[]
  conversion: Conversion | null
  /** True to put out values that are carried over or only estimates; stale ones never go out. */
  estimates: boolean
}

export type Prepared = { kind: 'values'; values: OutValue[]; lines: OutLine[] } | { kind: 'refused'; sentence: string }

/**
 * Gathers what goes out and the lines that say it, in the order of the file: common shift, slots, then each tool's
 * offsets. Every register of the slots and tools that has a figure is in the list, in a line or left out by name.
 */
export function prepareOut(scene: Scene, template: SettingTemplate, options: OutOptions): Prepared {
  const shift = conversionShift(scene, template, options.conversion)
  if (shift.kind === 'refused') return shift
  const gathered = registersOf(scene, options).flatMap((register): OutValue[] => {
    const key = registerKey(register)
    const standing = scene.standing[key]
    if (!standing) return []
    const note = standingNote(key, scene)
    const changed = inFile(register, shifted(register, standing.value, shift.by), scene, template)
    const because = whyLeftOut(note, options) ?? whyNotWritten(register, changed, scene, template)
    const out = because === null ? (changed as Nm) : null
    return [{ register: key, name: registerName(register), value: standing.value, word: note.word, out, because, entry: standing.entry }]
  })
  const { values, lines } = fillLines(gathered, scene.machine, template, scene)
  if (shift.by !== 0) {
    const behind = leftBehind(scene, (key) => values.some(({ register, out }) => register === key && out !== null))
    if (behind) return { kind: 'refused', sentence: staysBehind(behind.register, values, scene) }
  }
  return { kind: 'values', values, lines }
}

function staysBehind(register: RegisterRef, values: readonly OutValue[], { machine }: Scene): string {
  const name = registerName(register)
  const because = values.find((value) => value.register === registerKey(register))?.because
  return `${name} would stay in ${machine.name} counted the old way${because ? ` (${because})` : ''}, while the rest is counted another way: the tool would go to the wrong height. Put it out as well, or nothing.`
}

/** Every register of what goes out, in the file's order. */
function registersOf(scene: Scene, { slots, tools }: OutOptions): RegisterRef[] {
  const { machine } = scene
  const layout = layoutOf(machine)
  const chosen = scene.tools.filter(({ number }) => tools.includes(number))
  const assemblies = new Set<string | null>(chosen.map(({ assembly }) => assembly))
  const called = new Set<RegisterKey>()
  const once = (register: RegisterRef) => !called.has(registerKey(register)) && Boolean(called.add(registerKey(register)))
  const withWear = (tool: MountedTool) =>
    layout.tool.flatMap((column) => {
      const register = ofTool(tool, column)
      return column.wear ? [register, wearOf(register)] : [register]
    })
  return [
    ...layout.common.map(({ property }): RegisterRef => ({ family: 'common', slot: 'all', property, layer: 'geometry' })),
    ...slots.flatMap((slot) => registersOfSlot(slot, machine)),
    ...chosen.flatMap(withWear),
    // The same tool under numbers that another program calls.
    ...Object.keys(scene.standing)
      .map(parseRegisterKey)
      .filter((register) => register.family === 'tool' && assemblies.has(scene.standing[registerKey(register)]!.assembly)),
  ].filter(once)
}

/** A value as the file has it: the sign of lengths, a radius or a diameter; a text where halving is not exact. */
function inFile(register: RegisterRef, value: Nm, { machine }: Scene, { turnedSign, diameters }: SettingTemplate): Nm | string {
  const { inFile: as } = propertyOf(register)
  const held = timesInDiameter(register, machine)
  if (as === 'reach') return turnedSign ? negate(value) : value
  if (as !== 'width' || held === null) return value
  const wanted = diameters === 'radius' ? 2 : 1
  if (held === wanted) return value
  if (wanted === 1) return times(value, 2)
  return value % 2 === 0 ? ((value / 2) as Nm) : 'half of it is no whole nanometre'
}

function whyLeftOut(note: ReturnType<typeof standingNote>, { estimates }: OutOptions): string | null {
  if (isSuspect(note)) return `${note.word}: ${note.because}`
  return note.word === 'estimated' && !estimates ? 'only an estimate' : null
}

function whyNotWritten(
  register: RegisterRef,
  changed: Nm | string,
  { machine }: Scene,
  { decimals, from, to }: SettingTemplate,
): string | null {
  if (typeof changed === 'string') return changed
  const { family, slot } = register
  if (family === 'tool' && !(Number(slot) >= from && Number(slot) <= to)) return `only numbers ${from} to ${to} go out`
  if (propertyOf(register).holds !== 'length') return null
  // In whole numbers: six decimals of an inch end on 25.4 nm.
  const fits = (BigInt(changed) * 10n ** BigInt(decimals)) % BigInt(NM_PER[machine.unit]) === 0n
  return fits ? null : `it does not fit ${decimals} decimals; the file would say another figure than the ledger`
}
