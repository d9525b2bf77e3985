import { formatLength, negate, nm, NM_PER, times, type Nm } from '../length/index.ts'
import {
  axesOf,
  diameterRegister,
  lengthRegister,
  registerKey,
  registerName,
  wearOf,
  workRegister,
  type RegisterKey,
  type RegisterRef,
} from '../machine/index.ts'
import { workTotal, type MountedTool, type Scene } from '../scene/index.ts'
import { isSuspect, standingNote, type StandingWord } from '../standing/index.ts'
import { convertLengths, type LengthTarget } from '../touch/index.ts'
import { crc32 } from './crc.ts'
import type { SettingKind, SettingTemplate } from './template.ts'

/** One value that goes out, or does not and why. */
export interface OutValue {
  kind: SettingKind
  register: RegisterKey
  name: string
  /** As the ledger has it. */
  value: Nm
  word: StandingWord
  /** As it goes out: converted, halved, its sign turned; null where it is left out. */
  out: Nm | null
  /** Why it is left out. */
  because: string | null
  /** The entry that it comes from. */
  entry: string
}

export interface OutOptions {
  slots: readonly string[]
  tools: readonly string[]
  /** What fixes lengths that are counted another way than on the machine; the slot whose Z they are taken with. */
  conversion: { slot: string; target: LengthTarget } | null
  /** True to put out values that are carried over or only estimates; stale ones never go out. */
  estimates: boolean
}

export interface Heading {
  shop: string
  by: string
  /** ISO time. */
  at: string
  /** Number and hash of the machine's last ledger entry. */
  seq: number
  hash: string
}

export type Prepared = { kind: 'values'; values: OutValue[] } | { kind: 'refused'; sentence: string }

/** Gathers what goes out, in the order of the file: slots, then each tool's length, diameter and their wear. */
export function prepareOut(scene: Scene, template: SettingTemplate, options: OutOptions): Prepared {
  const tools = scene.tools.filter(({ number }) => options.tools.includes(number))
  const converted = convert(scene, template, options, tools)
  if (converted.refused) return { kind: 'refused', sentence: converted.refused }
  const values: OutValue[] = []
  const add = (kind: SettingKind, register: RegisterRef, change: (value: Nm) => Nm | string) => {
    const key = registerKey(register)
    const standing = scene.standing[key]
    if (!standing) return
    const note = standingNote(key, scene)
    const changed = change(standing.value)
    const because = whyLeftOut(note, changed, scene, template, options) ?? whyNotHere(register, scene, template)
    const out = typeof changed === 'number' && because === null ? changed : null
    values.push({
      kind,
      register: key,
      name: registerName(register),
      value: standing.value,
      word: note.word,
      out,
      because,
      entry: standing.entry,
    })
  }
  for (const slot of options.slots)
    for (const axis of axesOf(scene.machine))
      add('work', workRegister(slot, axis), (value) =>
        axis === 'Z' && options.conversion?.slot === slot && converted.workOffset !== null ? converted.workOffset : value,
      )
  const seen = new Set<string>()
  const once = (word: string, number: string) => !seen.has(word + number) && Boolean(seen.add(word + number))
  for (const tool of tools) {
    if (once('H', tool.offset)) {
      add('length', lengthRegister(tool.offset), (value) => signed(converted.lengths?.[tool.offset] ?? value, template))
      add('lengthWear', wearOf(lengthRegister(tool.offset)), (value) => signed(value, template))
    }
    if (once('D', tool.diameterOffset)) {
      const register = diameterRegister(scene.machine, tool.diameterOffset)
      add('diameter', register, (value) => held(value, scene, template))
      add('diameterWear', wearOf(register), (value) => held(value, scene, template))
    }
  }
  return { kind: 'values', values: values.filter(({ kind }) => template.lines[kind].trim() !== '') }
}

const signed = (value: Nm, { turnedSign }: SettingTemplate): Nm => (turnedSign ? negate(value) : value)

/** A radius where the file wants radii, a diameter where it wants diameters; a text where halving is not exact. */
function held(value: Nm, { machine }: Scene, { diameters }: SettingTemplate): Nm | string {
  if (machine.diameterRegister === diameters) return value
  if (diameters === 'diameter') return times(value, 2)
  return value % 2 === 0 ? nm(value / 2) : 'half of it is no whole nanometre'
}

function whyLeftOut(
  note: ReturnType<typeof standingNote>,
  changed: Nm | string,
  { machine }: Scene,
  { decimals }: SettingTemplate,
  { estimates }: OutOptions,
): string | null {
  if (isSuspect(note)) return `${note.word}: ${note.because}`
  if (note.word === 'estimated' && !estimates) return 'only an estimate'
  if (typeof changed === 'string') return changed
  const step = NM_PER[machine.unit] / 10 ** decimals
  if (changed % step !== 0) return `it does not fit ${decimals} decimals; the file would say another figure than the ledger`
  return null
}

/** The tool whose own length every other one is counted with. */
function fixedBy(target: LengthTarget): string[] | null {
  if (target.convention === 'touch-off') return null
  return [target.convention === 'reference-tool' ? target.reference : target.tool]
}

/** A slot goes out with all its axes or not at all; a tool only under the numbers that the template has. */
function whyNotHere({ family, slot }: RegisterRef, scene: Scene, { from, to }: SettingTemplate): string | null {
  if (family !== 'work') return Number(slot) >= from && Number(slot) <= to ? null : `only numbers ${from} to ${to} go out`
  const unset = axesOf(scene.machine).filter((axis) => !scene.standing[registerKey(workRegister(slot, axis))])
  return unset.length === 0 ? null : `${slot} ${unset.join(' and ')} unset`
}

function convert(
  scene: Scene,
  template: SettingTemplate,
  { conversion }: OutOptions,
  tools: readonly MountedTool[],
): { lengths: Record<string, Nm> | null; workOffset: Nm | null; refused: string | null } {
  const plain = { lengths: null, workOffset: null, refused: null }
  if (template.lengths === scene.machine.lengthConvention) return plain
  const refuse = (refused: string) => ({ ...plain, refused })
  if (!conversion)
    return refuse('Lengths go out counted another way than on this machine: say which slot\u2019s Z they belong to, and what fixes them.')
  const workOffset = workTotal(scene, conversion.slot, 'Z')
  if (workOffset === null) return refuse(`${conversion.slot} Z is unset; lengths cannot be counted another way without it.`)
  const fixing = [workRegister(conversion.slot, 'Z'), ...(fixedBy(conversion.target) ?? []).map(lengthRegister)]
  const bad = fixing.find((register) => isSuspect(standingNote(registerKey(register), scene)))
  if (bad)
    return refuse(
      `${registerName(bad)}, which every length would go out with, is ${standingNote(registerKey(bad), scene).word}. Measure it first.`,
    )
  const lengths: Record<string, Nm> = {}
  for (const { offset } of tools) {
    const standing = scene.standing[registerKey(lengthRegister(offset))]
    if (standing) lengths[offset] = standing.value
  }
  const found = convertLengths({ workOffset, lengths }, conversion.target)
  if (!found) return refuse('The tool that fixes the lengths has no length of its own, or is not among those that go out.')
  return { lengths: { ...found.lengths }, workOffset: found.workOffset, refused: null }
}

/** G54 is 1 … G59 is 6; G54.1 P3 is 3 of the extended ones. Null for a slot that has no number of the kind. */
export function slotNumber(slot: string): { extended: boolean; number: number } | null {
  const [, plain] = /^G(5[4-9])$/.exec(slot) ?? []
  if (plain) return { extended: false, number: Number(plain) - 53 }
  const [, extended] = /^G54\.1 P(\d+)$/.exec(slot) ?? []
  return extended ? { extended: true, number: Number(extended) } : null
}

/** Comments hold capital letters, digits and plain signs; brackets would end them. */
const comment = (text: string) =>
  `(${text
    .normalize('NFKD')
    .toUpperCase()
    .replace(/\u2212/g, '-')
    .replace(/[^A-Z0-9 .,:;+\-/*=#']/g, ' ')
    .replace(/ +/g, ' ')
    .trim()})`

/** A figure as a program word has it: always with a point, a hyphen for minus. */
const word = (value: Nm, unit: Scene['machine']['unit'], decimals: number) => {
  const text = formatLength(value, { unit, decimals }).replace('\u2212', '-')
  return text.includes('.') ? text : `${text}.`
}

export interface OutLine {
  text: string
  registers: RegisterKey[]
}

/** The lines that set the values; a slot's axes share one line, and one of them missing leaves the line out. */
export function settingLines(values: readonly OutValue[], scene: Scene, template: SettingTemplate): OutLine[] {
  const { unit } = scene.machine
  const lines: OutLine[] = []
  const slots = new Map<string, OutValue[]>()
  for (const value of values) {
    const [, slot = ''] = value.register.split('/')
    if (value.kind === 'work') {
      slots.set(slot, [...(slots.get(slot) ?? []), value])
      continue
    }
    if (value.out === null) continue
    lines.push({
      text: template.lines[value.kind].replace('{n}', slot).replace('{v}', word(value.out, unit, template.decimals)),
      registers: [value.register],
    })
  }
  const work = [...slots].flatMap(([slot, axes]): OutLine[] => {
    const number = slotNumber(slot)
    if (!number || axes.some(({ out }) => out === null) || axes.length < axesOf(scene.machine).length) return []
    const line = number.extended ? template.extendedWork : template.lines.work
    if (line.trim() === '') return []
    const filled = axes.reduce(
      (text, { register, out }) => text.replace(`{${register.split('/')[2]!.toLowerCase()}}`, word(out!, unit, template.decimals)),
      line.replace('{n}', String(number.number)),
    )
    return [{ text: filled, registers: axes.map(({ register }) => register) }]
  })
  return [...work, ...lines]
}

/** What a line is about: the slot, or the register with its tool and how far it can be trusted. */
function saidOf(registers: readonly RegisterKey[], values: readonly OutValue[], named: ReadonlyMap<string, string>): string {
  const value = values.find(({ register }) => register === registers[0])!
  if (value.kind === 'work') return value.register.split('/')[1]!
  const tool = named.get(value.name.split(' ')[0]!)
  return [value.name, tool, value.word].filter(Boolean).join(', ')
}

const HEAD = 12

/**
 * The whole file: who made it, when, from which ledger entry, the lines, and a check line with the CRC-32 of
 * everything before it, so that a file that was edited or cut off can be told.
 */
export function settingFile(values: readonly OutValue[], scene: Scene, template: SettingTemplate, heading: Heading): string {
  const { machine } = scene
  const named = new Map(
    scene.tools.flatMap(
      (tool) =>
        [
          [`H${tool.offset}`, tool.name],
          [`D${tool.diameterOffset}`, tool.name],
        ] as [string, string][],
    ),
  )
  const lines = settingLines(values, scene, template)
  const gone = new Set(lines.flatMap(({ registers }) => registers))
  const body = [
    '%',
    comment(`${heading.shop}, ${machine.name}`),
    comment(`Values of ${heading.at.slice(0, 10)} ${heading.at.slice(11, 19)} UTC by ${heading.by}`),
    comment(`Ledger entry ${heading.seq}, ${heading.hash.slice(0, HEAD)}`),
    comment(`Lengths as ${template.lengths.replace('-', ' ')}, cutters as ${template.diameters}`),
    `${machine.unit === 'mm' ? 'G21' : 'G20'} G90`,
    ...lines.map(({ text, registers }) => `${text} ${comment(saidOf(registers, values, named))}`),
    ...values
      .filter(({ register, because }) => because !== null && !gone.has(register))
      .map(({ name, because }) => comment(`${name} left out, ${because}`)),
  ]
  const text = body.map((line) => `${line}\r\n`).join('')
  return `${text}${comment(`Check ${crc32(text)}`)}\r\nM30\r\n%\r\n`
}

/** The same values as comma-separated lines, with the lengths in the machine's unit. */
export function valuesTable(values: readonly OutValue[], scene: Scene, template: SettingTemplate, heading: Heading): string {
  const quote = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text)
  const rows = [
    ['register', 'value', 'unit', 'standing', 'entry', 'left out'],
    ...values.map(({ name, out, word: standing, entry, because }) => [
      name,
      out === null ? '' : word(out, scene.machine.unit, template.decimals),
      scene.machine.unit,
      standing,
      entry,
      because ?? '',
    ]),
  ]
  const text = rows.map((row) => `${row.map(quote).join(',')}\r\n`).join('')
  const head = `# ${scene.machine.name}, ${heading.at} UTC by ${heading.by}, ledger entry ${heading.seq} ${heading.hash.slice(0, HEAD)}\r\n`
  return `${head}${text}# check ${crc32(ascii(head + text))}\r\n`
}

/** What the check is taken over: characters beyond ASCII count as a question mark, whatever encoding carried them. */
export const ascii = (text: string): string => text.replace(/[^\x00-\x7f]/g, '?') // eslint-disable-line no-control-regex
