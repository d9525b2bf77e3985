import { minus, nm, roundToIncrement, type Nm } from '../length/index.ts'
import { zSense, type Axis } from '../machine/index.ts'
import { commonRegister, workRegister, type RegisterKey, type RegisterRef } from '../register/index.ts'
import { commonShift, slotOffset, type Scene } from '../scene/index.ts'
import { combine, type Contributor } from '../uncertainty/index.ts'
import type { WorkingLine, WorkingResult } from '../working/index.ts'
import { formatAngle, type Microdegrees } from '../angle/index.ts'
import { rowInput, slotInput } from './ask.ts'
import type { InputSpec, Option, RawInputs } from './input.ts'
import { resultCell } from './result-cell.ts'
import { rotaryStandsInputs } from './rotary-stands.ts'
import { rotationInto, standingRotation } from './rotation-write.ts'
import type { Write, Slip } from './sheet.ts'
import type { Values } from './values.ts'

const COMMON = 'common'
const PLAIN = 'plain'

/**
 * Where a zero goes: one slot or several, the common shift (counted with one slot), or nowhere, as a
 * plain reading that is kept but writes nothing.
 *
 * @param square true for what is picked up along the machine's own axes in X or Y: it has to be said what becomes of
 *   a rotation that stands in the slot
 */
export function zeroInputs(scene: Scene, raw: RawInputs, { several = true, square = false } = {}): InputSpec[] {
  const slot = slotInput(scene)
  const slots: Option[] = [...slot.options]
  const inputs: InputSpec[] = [
    {
      ...slot,
      options: [
        ...slots,
        { value: COMMON, label: 'Common shift', note: 'added to every slot' },
        { value: PLAIN, label: 'No slot', note: 'a plain reading, writes nothing' },
      ],
    },
  ]
  // The work of a sub-spindle counts Z the other way: one touch never gives both their zeros.
  const sense = zSense(scene.machine, raw.slot ?? null)
  const others = slots.filter(({ value }) => value !== raw.slot && zSense(scene.machine, value) === sense)
  if (raw.slot === COMMON) inputs.push({ ...slot, id: 'with', label: 'Counted with', options: slots })
  else if (several && raw.slot && raw.slot !== PLAIN && others.length > 0)
    inputs.push({
      kind: 'several',
      id: 'also',
      label: 'Into these slots too',
      optional: true,
      options: others,
    })
  if (square) inputs.push(...rotationInput(turnedAmong(raw, scene), scene))
  return [...inputs, ...rotaryStandsInputs(scene)]
}

/** The slot whose zero is found: the one that is written, or the one that a common shift is counted with. */
export const slotOfZero = (values: Values): string | null => values.choice(values.choice('slot') === COMMON ? 'with' : 'slot')

/** The slots whose frame the part has afterwards and in which a rotation stands: those written to, or the one a shift is counted with. */
function turnedAmong(raw: RawInputs, scene: Scene): string[] {
  const chosen = raw.slot === COMMON ? [raw.with] : [raw.slot, ...(raw.also ?? '').split(',')]
  return scene.machine.slots.map(({ code }) => code).filter((code) => chosen.includes(code) && standingRotation(code, scene) !== 0)
}

/** A rotation that stands belongs to the part before. For a part that lies square it goes to zero, or the person keeps it. */
function rotationInput(slots: readonly string[], scene: Scene): InputSpec[] {
  const [first] = slots
  if (first === undefined) return []
  const stands = slots.map((slot) => `${slot} ${formatAngle(standingRotation(slot, scene))}`).join(', ')
  return [
    rowInput('rotation', `Rotation ${stands}`, [
      { value: 'zero', label: 'Put to zero', note: 'the part lies square' },
      { value: 'keep', label: 'Leave it', note: 'the part lies turned' },
    ]),
  ]
}

/** A zero on an axis as it would be without a slip. */
export interface ZeroSlip {
  id: Slip['id']
  phrase: string
  /** Machine coordinate of part zero, a real number of nanometres. */
  corrected: number
}

/** Part zero on one axis as a routine finds it: the whole of W, before slot and common shift share it. */
export interface FoundZero {
  axis: Axis
  /** Machine coordinate of part zero, a real number of nanometres; null while something is missing. */
  total: number | null
  contributors: Contributor[]
  /** Mistakes that only this way of finding it knows. */
  slips?: readonly ZeroSlip[]
  rests?: RegisterKey[]
  byEye?: boolean
}

export interface PlacedZero {
  /** Every slot that is written to. */
  slots: string[]
  /** The slot that is active when its readouts are looked at; null for a plain reading. */
  active: string | null
  targets: RegisterRef[]
  /** What is taken off before the result: the common shift, or the slot's own offset. */
  lines: WorkingLine[]
  results: WorkingResult[]
  /** Null while a figure or the slot is missing. */
  writes: Write[] | null
}

/** Slots in whose frame the part lies once the zero is written. */
export function framesOf(values: Values): string[] {
  const choice = values.choice('slot')
  if (choice === COMMON) return values.choice('with') === null ? [] : [values.choice('with')!]
  return choice === null || choice === PLAIN ? [] : [choice, ...values.several('also')]
}

/**
 * Shares what was found out to the registers it goes into.
 * @param foundIn part zero as it is in the frame of a slot: a rotation that stays there turns the place on the part
 */
export function placeZero(values: Values, scene: Scene, foundIn: (slot: string | null) => readonly FoundZero[]): PlacedZero {
  const choice = values.choice('slot')
  if (choice === COMMON) return intoCommon(values, scene, foundIn(values.choice('with')))
  if (choice === null || choice === PLAIN) return plainly(choice, scene, foundIn(null))
  const slots = framesOf(values)
  const taken = (axis: Axis) => commonShift(scene, axis)
  const rows = slots.map((slot) => rowOf(slot, foundIn(slot), scene, taken, (axis) => workRegister(slot, axis)))
  const shifts = foundIn(choice).map(({ axis }) => taken(axis))
  return {
    slots,
    active: choice,
    targets: rows.flatMap((row) => row.targets),
    lines: shifts.some((shift) => shift !== 0)
      ? [{ operation: 'less', label: 'common shift', cells: shifts.map((shift) => (shift === 0 ? null : { figure: shift })) }]
      : [],
    results: rows.map((row) => row.result),
    writes: allOf(rows),
  }
}

function intoCommon(values: Values, scene: Scene, found: readonly FoundZero[]): PlacedZero {
  const slot = values.choice('with')
  const own = (axis: Axis) => (slot ? (slotOffset(scene, slot, axis)?.value ?? null) : null)
  const row = rowOf('Common shift', found, scene, own, commonRegister)
  return {
    slots: [],
    active: slot,
    targets: row.targets,
    lines: [
      { operation: 'less', label: slot ? `${slot} itself` : 'the slot itself', cells: found.map(({ axis }) => ({ figure: own(axis) })) },
    ],
    results: [row.result],
    writes: allOf([row]),
  }
}

/** Nothing is written: what was found is kept with its evidence all the same. */
function plainly(choice: string | null, scene: Scene, found: readonly FoundZero[]): PlacedZero {
  const { increment } = scene.machine
  const label = choice === PLAIN ? 'Part zero' : 'Work offset'
  return {
    slots: [],
    active: null,
    targets: [],
    lines: [],
    results: [
      {
        label: found.length === 1 ? `${label} ${found[0]!.axis}` : label,
        cells: found.map(({ total, contributors }) =>
          resultCell(null, total === null ? null : roundToIncrement(total, increment), combine(contributors, increment)),
        ),
      },
    ],
    writes: choice === PLAIN && found.every(({ total }) => total !== null) ? [] : null,
  }
}

interface Row {
  targets: RegisterRef[]
  result: WorkingResult
  writes: (Write | null)[]
}

function rowOf(
  name: string,
  found: readonly FoundZero[],
  scene: Scene,
  taken: (axis: Axis) => Nm | null,
  register: (axis: Axis) => RegisterRef,
): Row {
  const targets = found.map(({ axis }) => register(axis))
  const writes = found.map((one, at) => writeOf(one, taken(one.axis), targets[at]!, scene))
  return {
    targets,
    writes,
    result: {
      label: found.length === 1 ? `${name} ${found[0]!.axis}` : name,
      cells: targets.map((target, at) => resultCell(target, writes[at]?.value ?? null, writes[at]?.uncertainty ?? null)),
    },
  }
}

const allOf = (rows: Row[]): Write[] | null => {
  const writes = rows.flatMap((row) => row.writes)
  return writes.every((write) => write !== null) ? writes : null
}

function writeOf(found: FoundZero, taken: Nm | null, register: RegisterRef, scene: Scene): Write | null {
  const { total, contributors, slips = [], rests = [], byEye = false } = found
  if (total === null || taken === null) return null
  const { increment } = scene.machine
  return {
    register,
    value: roundToIncrement(total - taken, increment),
    state: 'set',
    uncertainty: combine(contributors, increment),
    assembly: null,
    rests,
    byEye,
    slips: slips.map((slip) => ({ ...slip, corrected: minus(nm(Math.round(slip.corrected)), taken) })),
  }
}

/** What becomes of a rotation that stands in the slots, as the person chose: zero is written, what stays is asked about. */
export function rotationChosen(values: Values, slots: readonly string[], scene: Scene): { writes: Write[]; kept: string[] } {
  const standing = slots.filter((slot) => standingRotation(slot, scene) !== 0)
  const choice = values.choice('rotation')
  return {
    writes: choice === 'zero' ? standing.flatMap((slot) => rotationInto(slot, 0 as Microdegrees, scene)) : [],
    kept: choice === 'keep' ? standing : [],
  }
}
