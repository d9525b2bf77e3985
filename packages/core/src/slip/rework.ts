import { mm, nm, readLength, TooFar, type Nm } from '../length/index.ts'
import { readInputs, type Result, type Routine, type Sheet } from '../routine/index.ts'
import type { Alternative } from './alternative.ts'
import { alternativesOf } from './alternatives.ts'
import { inUnit, type Given } from './given.ts'

/** An alternative with what the routine makes of it. */
export interface Reworked {
  alternative: Alternative
  result: Result
}

/** How far each thing that is compared lies off, by its name; nanometres. `early`: a touch, that a chip or a burr may have ended too soon. */
export type Off = ReadonlyMap<string, { off: number; standard: number; early?: boolean }>

/** Steps by which a figure is moved to see what it does to the result: a routine whose two steps agree is straight in it. */
const STEP = mm(10)
/** The long one goes as far as a lost sign does, and further: the largest of several edges is straight only until it is not the largest. */
const farStep = (value: Nm): Nm => nm(-Math.sign(value || 1) * (2 * Math.abs(value) + 12_000_000))
/** Two slopes are one within this: half a step of an inch control is lost in rounding each. */
const STRAIGHT = 4e-4
/** A figure is worked out in full when a step says that it would come this near, in standard uncertainties. */
const NEAR = 8

/** Where a figure's effect has to be worked out in full for every text, what happens seldom and in many ways is left out. */
const SELDOM = /^(digit-|again-|double-reading)/

/** The entry with one thing otherwise, through the same routine as the entry itself; null where that comes to nothing. */
export function rework(routine: Routine, { raw, scene }: Pick<Alternative, 'raw' | 'scene'>): Sheet | null {
  try {
    const inputs = routine.inputs(scene, raw)
    const values = readInputs(
      inputs,
      raw,
      scene,
      inputs.map(({ id }) => id),
    )
    if (values.missing.length > 0 || values.problems.length > 0) return null
    const sheet = routine.sheet(values, scene)
    return sheet.refusal || !sheet.result ? null : sheet
  } catch (error) {
    if (error instanceof TooFar) return null
    throw error
  }
}

/**
 * All alternatives of an entry that can bring its result home, each worked out in full. What a typed figure does is told from a step
 * of it first, so that a sheet of twelve touches is not worked out two hundred times.
 * @param offOf how far off a result is
 * @returns them, and how many there were of each kind, those that come nowhere near among them
 */
export function reworked(
  routine: Routine,
  given: Given,
  offOf: (result: Result, scene: Given['scene']) => Off,
  now: Off,
): { found: Reworked[]; members: ReadonlyMap<string, number> } {
  const steps = new Map<string, Straight | null>()
  const all = alternativesOf(given)
  const members = new Map<string, number>()
  for (const { id } of all) members.set(id, (members.get(id) ?? 0) + 1)
  const found = all.flatMap((alternative) => {
    const { figure } = alternative
    if (figure) {
      if (!steps.has(figure.input)) steps.set(figure.input, straightness(routine, given, figure.input, offOf, now))
      const straight = steps.get(figure.input)!
      if (straight ? !comesNear(straight, figure.text, given, now) : SELDOM.test(alternative.id)) return []
    }
    const result = rework(routine, alternative)?.result
    return result ? [{ alternative, result }] : []
  })
  return { found, members }
}

/** What one nanometre of a figure does to each thing that is compared. */
type Straight = ReadonlyMap<string, number> & { value: Nm }

function straightness(
  routine: Routine,
  { raw, values, scene }: Given,
  input: string,
  offOf: (result: Result, scene: Given['scene']) => Off,
  now: Off,
): Straight | null {
  const value = values.length(input)!
  const moved = (by: Nm): Off | null => {
    const text = inUnit(nm(value + by), scene)
    const result = rework(routine, { raw: { ...raw, [input]: text }, scene })?.result
    return result ? offOf(result, scene) : null
  }
  const long = farStep(value)
  const [near, far] = [moved(STEP), moved(long)]
  if (!near || !far) return null
  const slopes = new Map<string, number>()
  for (const [name, { off }] of now) {
    const [one, other] = [near.get(name), far.get(name)]
    if (!one || !other) return null
    const [slope, again] = [(one.off - off) / STEP, (other.off - off) / long]
    if (Math.abs(slope - again) > STRAIGHT) return null
    slopes.set(name, slope)
  }
  return Object.assign(slopes, { value })
}

function comesNear(straight: Straight, text: string, { scene }: Given, now: Off): boolean {
  const read = readLength(text, { name: '', unit: scene.machine.unit, grid: nm(1) })
  if (read.kind !== 'length' && read.kind !== 'finer') return false
  const by = read.value - straight.value
  // One thing that comes home is enough: the others may be off for a reason of their own.
  return [...now].some(([name, { off, standard }]) => {
    const moves = straight.get(name)! * by
    return moves !== 0 && Math.abs(off + moves) <= NEAR * standard + STRAIGHT * Math.abs(moves)
  })
}
