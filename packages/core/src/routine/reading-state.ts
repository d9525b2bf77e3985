import { formatExact, mm, nm, type LengthUnit, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { layoutOf } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { rowInput } from './ask.ts'
import type { ChoiceInput, InputSpec, RawInputs } from './input.ts'
import type { Refusal } from './sheet.ts'
import type { Routine } from './routine.ts'
import type { Fact } from '../working/index.ts'

/** How a machine was when something was measured on it, or when a part was cut. */
export type Warmth = 'cold' | 'warm'

/** The steps that a handwheel or jog key goes by, finest last. */
const JOG_STEPS: Readonly<Record<LengthUnit, readonly Nm[]>> = {
  mm: [mm(0.1), mm(0.01), mm(0.001)],
  in: [nm(254_000), nm(25_400), nm(2_540)],
}

const stepsOf = ({ unit, increment }: MachineRecord) => JOG_STEPS[unit].filter((step) => step >= increment)

/**
 * What may be said of a measurement beside its figures: by which step the touch was found, whether the machine was warm, which display
 * was read, which tool was in the spindle. Nothing is asked where nothing is read at the machine; a part that is measured was cut on a machine that was cold or warm.
 */
export function stateInputs(
  kind: Routine['kind'],
  inputs: readonly InputSpec[],
  { machine, tools }: Pick<Scene, 'machine' | 'tools'>,
): ChoiceInput[] {
  const isRead = inputs.some((input) => input.kind === 'length' && input.role === 'reading')
  const isMeasured = kind === 'wear' && inputs.some(({ id }) => id === 'measured')
  if (!isRead && !isMeasured) return []
  return [
    ...(isRead
      ? [
          row(
            'jog',
            'Last jog step',
            stepsOf(machine).map((step): [string, string] => [String(step), formatExact(step, machine.unit)]),
          ),
        ]
      : []),
    row('warmth', isRead ? 'Machine is' : 'Cut with the machine', [
      ['cold', 'cold'],
      ['warm', 'warm'],
    ]),
    ...(isRead ? [{ ...row('display', 'Display', DISPLAYS), shown: 'list' as const }] : []),
    ...(isRead && inputs.some(({ id }) => id === 'tool') ? [inSpindle(machine, tools)] : []),
  ]
}

/** No tool, and one that is not on record, as answers to which tool was in the spindle. */
export const NO_TOOL = 'none'
export const OTHER_TOOL = 'other'

function inSpindle(machine: MachineRecord, tools: Scene['tools']): ChoiceInput {
  const own = tools
    .filter(({ pairOf }) => pairOf === undefined)
    .map(({ number, name }): [string, string] => [number, `T${number}, ${name}`])
  return {
    ...row(IN_SPINDLE, layoutOf(machine).atWork.label, [...own, [NO_TOOL, 'none'], [OTHER_TOOL, 'another']]),
    shown: 'list' as const,
  }
}

/** The input that says which tool stood at the work when it was read. */
export const IN_SPINDLE = 'in-spindle'

/**
 * The tool that a machine says is in its spindle, as an answer to that question.
 * @param said as it came: "4", "04"; on a lathe with its offset behind, "0404"
 * @returns a mounted tool's number, that there is none or another; null where it is no number
 */
export function spindleSays(said: string | null, { machine, tools }: Pick<Scene, 'machine' | 'tools'>): string | null {
  const digits = /^\s*T?(\d{1,8})\s*$/i.exec(said ?? '')?.[1]
  if (digits === undefined) return null
  const number = Number(machine.kind === 'lathe' && digits.length > 2 ? digits.slice(0, -2) : digits)
  if (number === 0) return NO_TOOL
  return tools.find(({ number: own, pairOf }) => pairOf === undefined && Number(own) === number)?.number ?? OTHER_TOOL
}

const DISPLAYS: [string, string][] = [
  ['machine', 'machine coordinates'],
  ['part', 'part coordinates'],
  ['relative', 'relative'],
  ['to-go', 'distance to go'],
]

const row = (id: string, label: string, options: [string, string][]): ChoiceInput => ({
  ...(rowInput(
    id,
    label,
    options.map(([value, text]) => ({ value, label: text })),
  ) as ChoiceInput),
  optional: true,
  beside: true,
})

/** The jog step that the last touch was found by; null where nobody said it. */
export function jogStepOf(raw: RawInputs, machine: MachineRecord): Nm | null {
  return stepsOf(machine).find((step) => String(step) === raw.jog) ?? null
}

/** Whether the machine was cold or warm; null where nobody said it. */
export const warmthOf = ({ warmth }: RawInputs): Warmth | null => (warmth === 'cold' || warmth === 'warm' ? warmth : null)

/** What was said beside the figures, in a line under the result. */
export function besideFacts(inputs: readonly InputSpec[], raw: RawInputs): Fact[] {
  const said = inputs.flatMap((input) => {
    const option = input.kind === 'choice' && input.beside ? input.options.find(({ value }) => value === raw[input.id]) : undefined
    return option ? [`${input.label[0]!.toLowerCase()}${input.label.slice(1)} ${option.label}`] : []
  })
  return said.length === 0 ? [] : [{ label: 'Said beside', text: said.join(', ') }]
}

/** Only machine coordinates stay what they are whatever is active. */
export function displayRefusal({ display }: RawInputs): Refusal | null {
  const read = DISPLAYS.find(([value]) => value === display)
  if (!read || display === 'machine') return null
  return {
    input: 'display',
    sentence: `The display showed ${read[1]}: that hangs on what is active at the control. Switch it to machine coordinates and read again; the touch itself is still good.`,
  }
}
