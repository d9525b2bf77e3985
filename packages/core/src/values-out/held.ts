import { readLength, times, negate, nm, type Nm } from '../length/index.ts'
import {
  diameterRegister,
  lengthRegister,
  registerKey,
  registerName,
  wearOf,
  workRegister,
  type MachineRecord,
  type RegisterKey,
  type RegisterRef,
} from '../machine/index.ts'
import { SETTING_KINDS, type SettingKind, type SettingTemplate } from './template.ts'

/** A value that a file from the control says it holds. */
export interface HeldValue {
  register: RegisterKey
  name: string
  value: Nm
  line: number
}

export interface HeldRead {
  values: HeldValue[]
  /** What could not be taken, with its line. */
  problems: { line: number; sentence: string }[]
}

/**
 * Reads data-setting lines as a control puts them out, by the machine's own template: what the control holds, to
 * be compared with the ledger register by register. Lines that set nothing (comments, modes, ends) are passed over.
 */
export function readHeld(text: string, machine: MachineRecord, template: SettingTemplate): HeldRead {
  const values = new Map<RegisterKey, HeldValue>()
  const problems: HeldRead['problems'] = []
  for (const [at, raw] of text.split(/\r?\n/).entries()) {
    const line = raw
      .replace(/\([^)]*\)/g, ' ')
      .replace(/^N\d+/, ' ')
      .trim()
      .toUpperCase()
    if (!/\bG10\b|G10(?=L)/.test(line)) continue
    const words = wordsOf(line)
    const found = words && match(words, machine, template)
    if (!found)
      problems.push({
        line: at + 1,
        sentence: `Line ${at + 1}: \u201c${raw.trim().slice(0, 60)}\u201d is not a line of ${machine.name}\u2019s template.`,
      })
    else
      for (const { register, text: figure } of found) {
        const name = registerName(register)
        const reading = readLength(figure, { name, unit: machine.unit, grid: nm(1) })
        const key = registerKey(register)
        if (reading.kind !== 'length')
          problems.push({ line: at + 1, sentence: `Line ${at + 1}, ${name}: \u201c${figure}\u201d is not a figure in ${machine.unit}.` })
        else if (values.has(key))
          problems.push({
            line: at + 1,
            sentence: `Line ${at + 1}: ${name} stands in line ${values.get(key)!.line} already; which of the two holds cannot be told.`,
          })
        else values.set(key, { register: key, name, value: asKept(reading.value, register, machine, template), line: at + 1 })
      }
  }
  return { values: [...values.values()], problems }
}

/** The words of a line: a letter and what follows it up to the next letter. */
function wordsOf(line: string): Map<string, string> | null {
  const words = new Map<string, string>()
  for (const [, letter, number] of line.matchAll(/([A-Z])\s*([-+]?[\d.]+)/g)) {
    if (words.has(letter!) && letter !== 'G') return null
    words.set(letter === 'G' ? `G${Number(number)}` : letter!, number!)
  }
  return words
}

function match(
  words: Map<string, string>,
  machine: MachineRecord,
  template: SettingTemplate,
): { register: RegisterRef; text: string }[] | null {
  for (const kind of SETTING_KINDS)
    for (const [line, extended] of kind === 'work'
      ? ([
          [template.lines.work, false],
          [template.extendedWork, true],
        ] as const)
      : ([[template.lines[kind], false]] as const)) {
      const given = line.trim() === '' ? null : fits(line, words)
      if (given) return registersOf(kind, extended, given, machine)
    }
  return null
}

/** The words in the places of a template line, when all its fixed words are there with their numbers. */
function fits(line: string, words: Map<string, string>): Record<string, string> | null {
  const given: Record<string, string> = {}
  for (const word of line.trim().split(/\s+/)) {
    const [letter, rest] = [word[0]!, word.slice(1)]
    const place = /^\{(\w)\}$/.exec(rest)?.[1]
    if (place) {
      const value = words.get(letter)
      if (value === undefined) return null
      given[place] = value
    } else if (letter === 'G' ? !words.has(`G${Number(rest)}`) : Number(words.get(letter)) !== Number(rest)) return null
  }
  return given
}

function registersOf(
  kind: SettingKind,
  extended: boolean,
  given: Record<string, string>,
  machine: MachineRecord,
): { register: RegisterRef; text: string }[] | null {
  const number = String(Number(given.n))
  if (kind !== 'work') {
    const across = kind === 'diameter' || kind === 'diameterWear'
    const register = across ? diameterRegister(machine, number) : lengthRegister(number)
    return [{ register: kind === 'lengthWear' || kind === 'diameterWear' ? wearOf(register) : register, text: given.v! }]
  }
  const slot = extended ? `G54.1 P${number}` : `G${53 + Number(number)}`
  if (!machine.slots.some(({ code }) => code === slot)) return null
  return (['X', 'Y', 'Z'] as const).flatMap((axis) => {
    const text = given[axis.toLowerCase()]
    return text === undefined ? [] : [{ register: workRegister(slot, axis), text }]
  })
}

/** Back from the file's ways to the ledger's: sign, radius or diameter. */
function asKept(value: Nm, { family, property }: RegisterRef, machine: MachineRecord, { turnedSign, diameters }: SettingTemplate): Nm {
  if (family !== 'tool') return value
  if (property === 'length') return turnedSign ? negate(value) : value
  if (diameters === machine.diameterRegister) return value
  return diameters === 'radius' ? times(value, 2) : nm(Math.round(value / 2))
}
