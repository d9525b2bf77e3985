import { decimalsFor } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { propertyOf } from '../register/index.ts'
import type { LengthConvention } from '../touch/index.ts'
import { canBeConfused, parsePattern, setsData, type Pattern } from './pattern.ts'
import { SETTING_KINDS, settingKindsOf, SETTINGS, type SettingKind } from './setting.ts'

/**
 * How a machine's control takes values from a program: data-setting lines in the manner of ISO 6983, worded by the
 * shop. In a line `{n}` stands for the offset's or slot's number, `{v}` for a figure, `{x}` `{y}` `{z}` `{a}` `{b}`
 * `{c}` for axes, `{r}` for a rotation or a nose radius, `{q}` for a tip direction.
 */
export interface SettingTemplate {
  /** Empty where values of the kind are not put out. */
  lines: Readonly<Record<SettingKind, string>>
  /** Digits after the decimal point of a length. */
  decimals: number
  /** True where lengths go out with the other sign. */
  turnedSign: boolean
  /** How lengths are counted in the file; another way than the machine's needs to know what fixes it. */
  lengths: LengthConvention
  diameters: 'diameter' | 'radius'
  /** Offset numbers that go out. */
  from: number
  to: number
}

export const BLANK_LINES = Object.fromEntries(SETTING_KINDS.map((kind) => [kind, ''])) as Record<SettingKind, string>

/**
 * A template before a lead has worded it: the slots' line alone. What other lines do differs from control to control
 * (one makes the present position read what another puts into an offset), so nobody but the shop can word them.
 */
export function usualTemplate(machine: MachineRecord, decimals: number): SettingTemplate {
  const places = SETTINGS.work.needed(machine).map((axis) => `${axis.toUpperCase()}{${axis}}`)
  return {
    lines: { ...BLANK_LINES, work: `G10 L2 P{n} ${places.join(' ')}` },
    decimals,
    turnedSign: false,
    lengths: machine.lengthConvention,
    diameters: machine.diameterRegister,
    from: 1,
    to: machine.offsets,
  }
}

/** A template as it was kept, also before there were as many kinds of line as now. */
export function keptTemplate(
  kept: Omit<SettingTemplate, 'lines'> & { lines: Partial<SettingTemplate['lines']>; extendedWork?: string },
): SettingTemplate {
  const { extendedWork = '', lines, ...rest } = kept
  return { ...rest, lines: { ...BLANK_LINES, extendedWork, ...lines } }
}

/** The template's lines as words, by kind; kinds without a line, or not of this machine, have none. */
export function patternsOf({ lines }: SettingTemplate, machine: MachineRecord): Map<SettingKind, Pattern> {
  const patterns = new Map<SettingKind, Pattern>()
  for (const kind of settingKindsOf(machine)) {
    const parsed = parsePattern(lines[kind])
    if ('words' in parsed && parsed.words.length > 0) patterns.set(kind, parsed.words)
  }
  return patterns
}

/** Why a template cannot be kept, by field; empty when it can. */
export function templateProblems(template: SettingTemplate, machine: MachineRecord): Record<string, string> {
  const problems: Record<string, string> = {}
  const kinds = settingKindsOf(machine)
  for (const kind of SETTING_KINDS) {
    const line = template.lines[kind].trim()
    if (line === '') continue
    const { label } = SETTINGS[kind]
    const wrong = kinds.includes(kind) ? lineProblem(kind, line, machine) : `${machine.name} has nothing that this line could set.`
    if (wrong) problems[kind] = `${label}: ${wrong}`
  }
  const patterns = [...patternsOf(template, machine)].filter(([kind]) => !problems[kind])
  for (const [at, [kind, pattern]] of patterns.entries())
    for (const [other, before] of patterns.slice(0, at)) {
      if (canBeConfused(before, pattern))
        problems[kind] =
          `${SETTINGS[kind].label}: nothing tells this line from that of ${SETTINGS[other].label.toLowerCase()}; a reader could not tell them apart.`
      const twice = sameRegister(other, before, kind, pattern, machine)
      if (twice)
        problems[kind] = `${SETTINGS[kind].label}: ${twice} has a place in the line of ${SETTINGS[other].label.toLowerCase()} already.`
    }
  if (!(Number.isInteger(template.decimals) && template.decimals >= 0 && template.decimals <= 6))
    problems.decimals = 'Decimals: a whole number from 0 to 6.'
  if (!(Number.isInteger(template.from) && Number.isInteger(template.to) && template.from >= 1 && template.from <= template.to))
    problems.from = 'Offset numbers: from 1 on, and not beyond the last.'
  return problems
}

const braces = (place: string) => `{${place}}`

function lineProblem(kind: SettingKind, line: string, machine: MachineRecord): string | null {
  const { counts, needed, places } = SETTINGS[kind]
  const parsed = parsePattern(line)
  const offered = [...(counts === 'nothing' ? [] : ['n']), ...Object.keys(places(machine))]
  if ('strange' in parsed)
    return `\u201c${parsed.strange}\u201d is not a word; write a letter and a number, or a letter and one of ${offered.map(braces).join(' ')}.`
  const { words } = parsed
  const used = words.flatMap(({ place }) => (place === null ? [] : [place]))
  const strange = used.find((place) => !offered.includes(place))
  if (strange) return `there is nothing for ${braces(strange)} here; ${offered.map(braces).join(' ')} can be filled.`
  const twice = used.find((place, at) => used.indexOf(place) !== at)
  if (twice) return `${braces(twice)} stands twice.`
  const letter = words.find((word, at) => word.letter !== 'G' && words.findIndex((one) => one.letter === word.letter) !== at)
  if (letter) return `there are two words with ${letter.letter}; a reader could not tell them apart.`
  const wanted = [...(counts === 'nothing' ? [] : ['n']), ...needed(machine)]
  const missing = wanted.find((place) => !used.includes(place))
  if (missing) return `${braces(missing)} is missing, so nothing would say ${missing === 'n' ? 'which number' : 'what value'}.`
  if (used.every((place) => place === 'n')) return `no value has a place; ${offered.slice(1).map(braces).join(' ')} can be filled.`
  if (words.some(({ letter: first, place }) => first === 'G' && place !== null))
    return 'a G word says what the line does and has no place in it.'
  return setsData(words) ? null : 'there is no G10, which makes a line one that sets data.'
}

/** The words for a register that two lines would both set. */
function sameRegister(a: SettingKind, one: Pattern, b: SettingKind, other: Pattern, machine: MachineRecord): string | null {
  const [first, second] = [SETTINGS[a], SETTINGS[b]]
  if (first.family !== second.family || first.layer !== second.layer || first.counts !== second.counts) return null
  const set = (kind: SettingKind, pattern: Pattern) =>
    pattern.flatMap(({ place }) => (place === null || place === 'n' ? [] : [SETTINGS[kind].places(machine)[place]!]))
  const both = set(a, one).find((property) => set(b, other).includes(property))
  return both ? propertyOf({ family: first.family, property: both }).words : null
}

/** The template in force on a machine: the one that its shop has worded, or the usual one. */
export const templateInForce = (kept: Parameters<typeof keptTemplate>[0] | null, machine: MachineRecord): SettingTemplate =>
  kept ? keptTemplate(kept) : usualTemplate(machine, decimalsFor(machine.increment, machine.unit))
