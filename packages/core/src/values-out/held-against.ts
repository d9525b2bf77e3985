import { negate, type Nm } from '../length/index.ts'
import { parseRegisterKey, propertyOf, registerName, type RegisterKey } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { conversionShift, shifted, type Conversion } from './convert.ts'
import { inTables, whyNoLine } from './lines.ts'
import { readHeld, type HeldRead } from './read-back.ts'
import type { SettingTemplate } from './template.ts'

/** A register as a control holds it, beside the ledger; nanometres. */
export interface HeldBeside {
  register: RegisterKey
  name: string
  line: number
  held: Nm
  ledger: Nm | null
  same: boolean
}

export interface HeldAgainst extends Pick<HeldRead, 'problems' | 'passedOver'> {
  values: HeldBeside[]
  /** Registers that stand in the ledger, and of which the control has put out no line. */
  missing: RegisterKey[]
  /** Registers that stand in the ledger and were not compared, with the reason: they are neither agreeing nor not. */
  notCompared: { register: RegisterKey; name: string; because: string }[]
}

/**
 * What a control says it holds, register by register beside the ledger.
 * @param whole true for a table that was read as a whole: what it has no line of, the control has not
 * @param conversion how the file counts lengths, where it differs from the machine's record
 * @returns a sentence where the file cannot be held against the ledger
 */
export function heldAgainst(
  text: string,
  scene: Scene,
  template: SettingTemplate,
  { whole = false, conversion = null }: { whole?: boolean; conversion?: Conversion | null } = {},
): HeldAgainst | { refused: string } {
  const { values, problems, passedOver } = readHeld(text, scene.machine, template)
  // A file that counts lengths another way is held against the ledger as the ledger counts.
  const shift = conversionShift(scene, template, conversion)
  if (shift.kind === 'refused') return { refused: shift.sentence }
  const why = whole ? notComparable(scene, template) : new Map<RegisterKey, string>()
  const families = new Set(values.map(({ register }) => kindOf(register)))
  const held = new Set(values.map(({ register }) => register))
  return {
    values: values.map(({ register, name, value: inFile, line }) => {
      const value = shifted(parseRegisterKey(register), inFile, negate(shift.by))
      const ledger = scene.standing[register]?.value ?? null
      // A control has a zero where nothing was ever set; the ledger calls that unset.
      return { register, name, line, held: value, ledger, same: ledger === value || (ledger === null && value === 0) }
    }),
    missing: Object.entries(scene.standing)
      .filter(
        ([register, { value }]) =>
          (whole ? inTables(parseRegisterKey(register)) && !why.has(register) : families.has(kindOf(register))) &&
          !held.has(register) &&
          value !== 0,
      )
      .map(([register]) => register),
    notCompared: [...why].flatMap(([register, because]) =>
      held.has(register) ? [] : [{ register, name: registerName(parseRegisterKey(register)), because }],
    ),
    problems,
    passedOver,
  }
}

/** Registers whose figure in the control differs from the ledger's, or is missing there. */
export const differing = ({ values, missing }: Pick<HeldAgainst, 'values' | 'missing'>): RegisterKey[] => [
  ...values.filter(({ same }) => !same).map(({ register }) => register),
  ...missing,
]

/**
 * What stands and could be in a control's table is compared, whether or not it goes out: what is left out of a file for its own reasons
 * may be in the control all the same. @returns the others, with why not
 */
function notComparable(scene: Scene, template: SettingTemplate): Map<RegisterKey, string> {
  return new Map(
    Object.keys(scene.standing).flatMap((key) => {
      if (!inTables(parseRegisterKey(key))) return []
      const because = whyNoLine(key, scene.machine, template)
      return because === null ? [] : [[key, because] as const]
    }),
  )
}

/** Lengths, diameters, work offsets: a file that has some of a kind is taken to have all. */
function kindOf(key: string): string {
  const register = parseRegisterKey(key)
  const { number, axis, holds } = propertyOf(register)
  return [register.family, register.layer, number, holds, register.family === 'tool' ? register.property : axis === null].join('/')
}
