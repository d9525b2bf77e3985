import { degreesOf, type Microdegrees } from '../angle/index.ts'
import { formatLength, ZERO, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import {
  angleDecimals,
  parseRegisterKey,
  propertyOf,
  registerKey,
  registerName,
  stepOf,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import type { OutValue } from './out-value.ts'
import type { Pattern } from './pattern.ts'
import { SETTINGS, slotNumber, type SettingKind } from './setting.ts'
import { patternsOf, type SettingTemplate } from './template.ts'

export interface OutLine {
  text: string
  registers: RegisterKey[]
}

/**
 * Writes the lines that set the values. A line is written with all its places filled or not at all; a value that
 * is in no line that is written is left out, with the reason.
 */
export function fillLines(
  gathered: readonly OutValue[],
  machine: MachineRecord,
  template: SettingTemplate,
  scene: Pick<Scene, 'standing'>,
): { values: OutValue[]; lines: OutLine[] } {
  const byKey = new Map(gathered.map((value) => [value.register, value]))
  const lines: OutLine[] = []
  const because = new Map<RegisterKey, string>()
  const written = new Set<RegisterKey>()
  const patterns = patternsOf(template, machine)
  for (const place of placesOf(gathered)) {
    for (const [kind, pattern] of patterns) {
      const number = numberIn(kind, place)
      if (number === null) continue
      const registers = registersIn(kind, pattern, place.slot, machine)
      if (!registers.some(({ key }) => byKey.has(key))) continue
      // Wear that nobody has set is none, in every control: it fills its place in a line that another wear goes out with.
      const isNone = (key: RegisterKey) => parseRegisterKey(key).layer === 'wear' && !scene.standing[key]
      const missing = registers.find(({ key }) => byKey.get(key)?.out == null && !isNone(key))
      if (missing) {
        const unset = !scene.standing[missing.key]
        const name = registerName(parseRegisterKey(missing.key))
        for (const { key } of registers)
          if (key !== missing.key) because.set(key, `its line also sets ${name}, which is ${unset ? 'unset' : 'left out'}`)
        continue
      }
      const text = pattern.map(({ letter, place: filled, fixed }) => {
        if (filled === null) return `${letter}${fixed}`
        if (filled === 'n') return `${letter}${number}`
        const { key } = registers.find((one) => one.place === filled)!
        return `${letter}${figureIn(parseRegisterKey(key), byKey.get(key)?.out ?? ZERO, machine, template.decimals)}`
      })
      lines.push({ text: text.join(' '), registers: registers.flatMap(({ key }) => (byKey.has(key) ? [key] : [])) })
      for (const { key } of registers) written.add(key)
    }
  }
  const values = gathered.map((value) =>
    written.has(value.register) ? value : { ...value, out: null, because: value.because ?? because.get(value.register) ?? NO_LINE },
  )
  return { values, lines }
}

/** Why a control's table says nothing of a register: no line has a place for it, or its number does not go out. Null where one could. */
export function whyNoLine(key: RegisterKey, machine: MachineRecord, template: SettingTemplate): string | null {
  const register = parseRegisterKey(key)
  if (register.family === 'tool' && !(Number(register.slot) >= template.from && Number(register.slot) <= template.to))
    return `only numbers ${template.from} to ${template.to} go out`
  const place = placeOf(key)
  const has = [...patternsOf(template, machine)].some(
    ([kind, pattern]) =>
      place !== null && numberIn(kind, place) !== null && registersIn(kind, pattern, place.slot, machine).some((one) => one.key === key),
  )
  return has ? null : NO_LINE
}

/** Whether controls have tables for a register: what a probe, a setter or an expectation holds stands in the ledger alone. */
export const inTables = ({ family }: Pick<RegisterRef, 'family'>): boolean =>
  Object.values(SETTINGS).some((setting) => setting.family === family)

const NO_LINE = 'no line of the template has a place for it'

/** A slot, or a number of a tool: what one line is about. */
interface Place {
  family: RegisterRef['family']
  slot: string
  counts: 'nothing' | 'slots' | 'extended-slots' | 'offset' | 'diameterOffset'
}

/** Every slot and number among the values, once, in their order. */
function placesOf(values: readonly OutValue[]): Place[] {
  const places = new Map<string, Place>()
  for (const { register } of values) {
    const place = placeOf(register)
    if (place) places.set(`${place.counts}/${place.slot}`, place)
  }
  return [...places.values()]
}

function placeOf(key: RegisterKey): Place | null {
  const { family, slot, property } = parseRegisterKey(key)
  const counts =
    family === 'common' ? 'nothing' : family === 'work' ? (slotNumber(slot)?.counts ?? null) : propertyOf({ family, property }).number
  return counts === null ? null : { family, slot, counts }
}

/** What stands for `{n}` in a line of this kind; null where the kind is not about this place. */
function numberIn(kind: SettingKind, { family, slot, counts }: Place): string | null {
  const setting = SETTINGS[kind]
  if (setting.family !== family || setting.counts !== counts) return null
  return family === 'work' ? String(slotNumber(slot)!.number) : slot
}

function registersIn(kind: SettingKind, pattern: Pattern, slot: string, machine: MachineRecord): { place: string; key: RegisterKey }[] {
  const { family, layer, places } = SETTINGS[kind]
  const offered = places(machine)
  return pattern.flatMap(({ place }) =>
    place === null || place === 'n' ? [] : [{ place, key: registerKey({ family, slot, property: offered[place]!, layer }) }],
  )
}

/** A figure as a program word has it: a length and an angle always with a point, a code never; a hyphen for minus. */
export function figureIn(register: RegisterRef, value: Nm, machine: MachineRecord, decimals: number): string {
  const { holds } = propertyOf(register)
  if (holds === 'whole') return String(value)
  const text =
    holds === 'angle'
      ? degreesOf(value as number as Microdegrees).toFixed(angleDecimals(stepOf(register, machine)))
      : formatLength(value, { unit: machine.unit, decimals }).replace('\u2212', '-')
  return text.includes('.') ? text : `${text}.`
}
