import { microdegrees } from '../angle/index.ts'
import { negate, nm, readLength, times, type LengthUnit, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import {
  hasRegister,
  propertyOf,
  registerKey,
  registerName,
  timesInDiameter,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import { matchPattern, wordsOf, type Pattern } from './pattern.ts'
import { SETTINGS, slotNumber, type SettingKind } from './setting.ts'
import { patternsOf, type SettingTemplate } from './template.ts'

/** A value that a file from the control says it holds. */
export interface HeldValue {
  register: RegisterKey
  name: string
  /** As the machine's register holds it; lengths and zeros in Z still counted as the file counts them. */
  value: Nm
  line: number
}

export interface HeldRead {
  values: HeldValue[]
  /** What could not be taken, with its line. */
  problems: { line: number; sentence: string }[]
  /** Lines that set nothing and were passed over, comments and blank ones aside. */
  passedOver: { line: number; text: string }[]
}

const SHOWN = 60

/**
 * Reads data-setting lines as a control puts them out, by the machine's own template: what the control holds, to
 * be compared with the ledger register by register. Words may stand in any order, with or without spaces, `G10` may be
 * written `G010`. A unit that the file names counts from there on; amounts to be added (G91) are not taken.
 */
export function readHeld(text: string, machine: MachineRecord, template: SettingTemplate): HeldRead {
  const reader = new Reader(machine, template)
  for (const [at, raw] of text.split(/\r\n|\n|\r/).entries()) reader.line(at + 1, raw)
  return { values: [...reader.values.values()], problems: reader.problems, passedOver: reader.passedOver }
}

/** Reads line by line; what a line says of units and of amounts that are added holds for those after it. */
class Reader {
  readonly values = new Map<RegisterKey, HeldValue>()
  readonly problems: HeldRead['problems'] = []
  readonly passedOver: HeldRead['passedOver'] = []
  private readonly patterns: ReadonlyMap<SettingKind, Pattern>
  private unit: LengthUnit
  private added = false

  constructor(
    private readonly machine: MachineRecord,
    private readonly template: SettingTemplate,
  ) {
    this.patterns = patternsOf(template, machine)
    this.unit = machine.unit
  }

  line(line: number, raw: string): void {
    const bare = raw
      .replace(/\([^)]*\)?/g, ' ')
      .replace(/;.*$/, ' ')
      .trim()
      .toUpperCase()
    if (bare === '' || bare === '%') return
    const shown = raw.trim().slice(0, SHOWN)
    const words = wordsOf(bare)
    if (words) this.modes(words)
    const sets = words ? words.has('G10') : /G0*10(?![\d.])/.test(bare)
    if (!sets) this.passedOver.push({ line, text: shown })
    else if (this.added)
      this.wrong(line, ': it is written to be added (G91) to what the control holds; what it holds cannot be told from it.')
    else {
      const found = words && match(words, this.machine, this.patterns)
      if (found) for (const { register, text } of found) this.take(line, register, text)
      else this.wrong(line, `: \u201c${shown}\u201d is not a line of ${this.machine.name}\u2019s template.`)
    }
  }

  private modes(words: ReadonlyMap<string, string>): void {
    if (words.has('G20')) this.unit = 'in'
    if (words.has('G21')) this.unit = 'mm'
    if (words.has('G91')) this.added = true
    if (words.has('G90')) this.added = false
  }

  private take(line: number, register: RegisterRef, text: string): void {
    const { machine, values, template } = this
    const [name, key] = [registerName(register), registerKey(register)]
    if (!hasRegister(register, machine)) return this.wrong(line, `: ${machine.name} has no ${name}.`)
    const value = readFigure(text, register, this.unit)
    if (value === null) return this.wrong(line, `, ${name}: \u201c${text}\u201d is not ${wanted(register, this.unit)}.`)
    const before = values.get(key)
    if (before) return this.wrong(line, `: ${name} stands in line ${before.line} already; which of the two holds cannot be told.`)
    values.set(key, { register: key, name, value: asKept(value, register, machine, template), line })
  }

  private wrong(line: number, sentence: string): void {
    this.problems.push({ line, sentence: `Line ${line}${sentence}` })
  }
}

/** A figure of a program word; six decimals of an inch end between two nanometres, and the nearest is taken. */
function readFigure(text: string, register: RegisterRef, unit: LengthUnit): Nm | null {
  const { holds, range } = propertyOf(register)
  if (holds === 'whole') {
    const value = /^\+?\d{1,4}\.?$/.test(text) ? Number(text) : NaN
    return value >= range!.from && value <= range!.to ? nm(value) : null
  }
  const bare = text.replace(/\.$/, '')
  // A control counts turns on: an axis that has gone round stands at 370 degrees, not at 10.
  if (holds === 'angle') {
    const degrees = /^[+-]?(\d{1,6}(\.\d{0,6})?|\.\d{1,6})$/.test(bare) ? Number(bare) : NaN
    return Number.isNaN(degrees) ? null : nm(microdegrees(degrees))
  }
  const reading = readLength(bare, { name: '', unit, grid: nm(1) })
  return reading.kind === 'length' || reading.kind === 'finer' ? reading.value : null
}

/** What a register would take, in words. */
function wanted(register: RegisterRef, unit: LengthUnit): string {
  const { holds, range } = propertyOf(register)
  if (holds === 'angle') return 'an angle in degrees'
  return holds === 'whole' ? `a whole number from ${range!.from} to ${range!.to}` : `a figure in ${unit}`
}

function match(
  words: ReadonlyMap<string, string>,
  machine: MachineRecord,
  patterns: ReadonlyMap<SettingKind, Pattern>,
): { register: RegisterRef; text: string }[] | null {
  for (const [kind, pattern] of patterns) {
    const given = matchPattern(pattern, words)
    const found = given && registersOf(kind, given, machine)
    if (found) return found
  }
  return null
}

function registersOf(
  kind: SettingKind,
  given: Record<string, string>,
  machine: MachineRecord,
): { register: RegisterRef; text: string }[] | null {
  const { family, layer, counts, places } = SETTINGS[kind]
  const slot = slotOf(counts, given.n, machine)
  if (slot === null) return null
  const offered = places(machine)
  return Object.entries(given).flatMap(([place, text]) =>
    place === 'n' ? [] : [{ register: { family, slot, property: offered[place]!, layer }, text }],
  )
}

function slotOf(counts: (typeof SETTINGS)[SettingKind]['counts'], text: string | undefined, machine: MachineRecord): string | null {
  if (counts === 'nothing') return 'all'
  const number = /^\+?\d{1,5}\.?$/.test(text ?? '') ? Number(text) : 0
  if (number < 1) return null
  if (counts === 'offset' || counts === 'diameterOffset') return String(number)
  return machine.slots.find(({ code }) => slotNumber(code)?.counts === counts && slotNumber(code)?.number === number)?.code ?? null
}

/** Back from the file's ways to the ledger's: sign, radius or diameter. */
function asKept(value: Nm, register: RegisterRef, machine: MachineRecord, { turnedSign, diameters }: SettingTemplate): Nm {
  const { inFile } = propertyOf(register)
  const held = timesInDiameter(register, machine)
  if (inFile === 'reach') return turnedSign ? negate(value) : value
  if (inFile !== 'width' || held === null) return value
  const written = diameters === 'radius' ? 2 : 1
  if (held === written) return value
  return written === 2 ? times(value, 2) : nm(Math.round(value / 2))
}
