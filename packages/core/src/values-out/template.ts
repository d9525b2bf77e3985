import type { LengthConvention } from '../touch/index.ts'

/** What a line sets. */
export type SettingKind = 'work' | 'length' | 'lengthWear' | 'diameter' | 'diameterWear'
export const SETTING_KINDS: readonly SettingKind[] = ['work', 'length', 'lengthWear', 'diameter', 'diameterWear']

/**
 * How a machine's control takes values from a program: data-setting lines in the manner of ISO 6983, with what a
 * shop may change. In a line `{n}` stands for the offset's or slot's number, `{v}` for a figure, `{x}` `{y}` `{z}`
 * for a slot's axes.
 */
export interface SettingTemplate {
  /** Empty where values of the kind are not put out. */
  lines: Record<SettingKind, string>
  /** For slots beyond G59: G54.1 P1 and on. */
  extendedWork: string
  /** Digits after the decimal point. */
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

/** Templates as they are usual; a shop edits them for each machine. */
export function usualTemplate(
  machine: {
    lengthConvention: LengthConvention
    diameterRegister: 'diameter' | 'radius'
    offsets: number
  },
  decimals: number,
): SettingTemplate {
  return {
    lines: {
      work: 'G10 L2 P{n} X{x} Y{y} Z{z}',
      length: 'G10 L10 P{n} R{v}',
      lengthWear: 'G10 L11 P{n} R{v}',
      diameter: 'G10 L12 P{n} R{v}',
      diameterWear: 'G10 L13 P{n} R{v}',
    },
    extendedWork: 'G10 L20 P{n} X{x} Y{y} Z{z}',
    decimals,
    turnedSign: false,
    lengths: machine.lengthConvention,
    diameters: machine.diameterRegister,
    from: 1,
    to: machine.offsets,
  }
}

const WORD = /^[A-Z](?:-?\d+(?:\.\d+)?|\{[nvxyz]\})$/

/** Why a template cannot be kept, by field; empty when it can. Words are a letter and a number, ISO 6983. */
export function templateProblems(template: SettingTemplate): Record<string, string> {
  const problems: Record<string, string> = {}
  const check = (field: string, line: string, needed: readonly string[], label: string) => {
    if (line.trim() === '') return
    const words = line.trim().split(/\s+/)
    const strange = words.find((word) => !WORD.test(word))
    if (strange)
      problems[field] =
        `${label}: \u201c${strange}\u201d is not a word; write a letter and a number, or a letter and {n}, {v}, {x}, {y} or {z}.`
    const missing = needed.find((place) => !line.includes(place))
    if (missing && !strange)
      problems[field] = `${label}: ${missing} is missing, so nothing would say ${missing === '{n}' ? 'which number' : 'what value'}.`
  }
  for (const kind of SETTING_KINDS)
    check(kind, template.lines[kind], kind === 'work' ? ['{n}', '{x}', '{z}'] : ['{n}', '{v}'], LABELS[kind])
  check('extendedWork', template.extendedWork, ['{n}', '{x}', '{z}'], 'Work offsets beyond G59')
  if (!(Number.isInteger(template.decimals) && template.decimals >= 0 && template.decimals <= 6))
    problems.decimals = 'Decimals: a whole number from 0 to 6.'
  if (!(template.from >= 1 && template.from <= template.to)) problems.from = 'Offset numbers: from 1 on, and not beyond the last.'
  const same = doubles(template)
  if (same) problems[same] = `${LABELS[same]}: the same line as for another kind; a reader could not tell them apart.`
  return problems
}

function doubles({ lines }: SettingTemplate): SettingKind | null {
  return (
    SETTING_KINDS.find(
      (kind, at) =>
        lines[kind].trim() !== '' && SETTING_KINDS.some((other, before) => before < at && lines[other].trim() === lines[kind].trim()),
    ) ?? null
  )
}

export const LABELS: Readonly<Record<SettingKind, string>> = {
  work: 'Work offsets',
  length: 'Length',
  lengthWear: 'Length wear',
  diameter: 'Diameter',
  diameterWear: 'Diameter wear',
}
