import { doubtBy } from '../../limits/index.ts'
import { hasPast } from '../../check/reference.ts'
import { effectiveRadius, type Gauge } from '../../gauge/index.ts'
import { minus, nm, type Nm } from '../../length/index.ts'
import { workRegister } from '../../register/index.ts'
import {
  readingInput,
  sizeInput,
  wayName,
  type Between,
  type FoundSize,
  type InputSpec,
  type RawInputs,
  type Values,
} from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { contactCorrection, type Direction } from '../../touch/index.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingCell, WorkingLine } from '../../working/index.ts'
import type { SideAxis } from './finders.ts'

/** One touched side as the witness needs it; null while it is not chosen. */
interface Side {
  axis: SideAxis | null
  direction: Direction | null
  finder: Gauge | null
  between: Between | null
}

/** Behind the ids of a routine that touches a side on more than one axis. */
export type WitnessOf = '' | SideAxis

/** How wide the stock is along an axis; null where no plan says it. */
export const stockWidth = (axis: SideAxis, { plan }: Scene): Nm | null =>
  plan?.stock ? minus(plan.stock[axis].to, plan.stock[axis].from) : null

/**
 * A second touch on the opposite side, offered where a zero has no past to be held against: with the size of the stock it shows a
 * radius that was taken off twice, a side that was mixed up, another finder in the spindle.
 */
export function witnessInputs(axis: SideAxis, direction: Direction | null, scene: Scene, raw: RawInputs, of: WitnessOf = ''): InputSpec[] {
  if (direction === null || (!isFirst(raw.slot ?? null, axis, scene) && !raw[`witness${of}`])) return []
  const label = `Machine ${axis}, moving ${wayName(axis, direction === 1 ? -1 : 1)} onto the opposite side`
  return [
    {
      ...readingInput(axis, scene.machine, label, `witness${of}`),
      optional: true,
      hint: 'to be sure, for nothing is on record to compare with',
      also: 'Touch the opposite side too',
    },
    ...(raw[`witness${of}`] && stockWidth(axis, scene) === null
      ? [sizeInput(`width${of}`, `Width over both sides${of === '' ? '' : ` in ${of}`}`, { optional: true })]
      : []),
  ]
}

const isFirst = (slot: string | null, axis: SideAxis, scene: Scene): boolean =>
  slot !== null && scene.machine.slots.some(({ code }) => code === slot) && !hasPast(workRegister(slot, axis), scene)

/** Its line in the working, as long as it is asked for: a cell for each side. */
export function witnessLines(
  values: Values,
  sides: readonly { axis: SideAxis | null; direction: Direction | null; of?: WitnessOf }[],
  scene: Scene,
): WorkingLine[] {
  const cells = sides.map(({ axis, direction, of = '' }): WorkingCell | null => {
    const figure = values.length(`witness${of}`)
    const isAsked = axis !== null && direction !== null && (figure !== null || isFirst(values.choice('slot'), axis, scene))
    return isAsked ? { figure, input: `witness${of}` } : null
  })
  return cells.every((cell) => cell === null) ? [] : [{ operation: 'aside', label: 'opposite side', cells }]
}

/** The width over both sides, held against what was typed or what the stock measures; none where either is missing. */
export function witnessed(values: Values, reading: Nm | null, side: Side, scene: Scene, of: WitnessOf = ''): FoundSize[] {
  const witness = values.length(`witness${of}`)
  const { axis, direction, finder, between } = side
  if (witness === null || reading === null || !axis || !direction || !finder || !between) return []
  const wall = (at: Nm, way: Direction) =>
    at - contactCorrection({ direction: way, radius: effectiveRadius(finder, axis, way), gauge: between.thickness })
  const found = direction * (wall(witness, direction === 1 ? -1 : 1) - wall(reading, direction))
  const typed = values.length(`width${of}`)
  const both = Math.SQRT2 * Math.hypot(finder.uncertainty, ofReadout(scene.machine.increment).standard)
  const standard = typed === null ? Math.hypot(both, doubtBy('stockAsCut', scene).standard) : both
  const within = 4 * both
  // From either way onto one wall the width is nothing; from the same way twice the readings are one.
  const oneSide = Math.abs(found) <= within || Math.abs(witness - reading) <= within
  return [
    {
      label: `width over both sides${of === '' ? '' : ` in ${of}`}`,
      found: nm(Math.round(found)),
      standard,
      expected: typed ?? stockWidth(axis, scene),
      axis,
      ...(oneSide ? { because: 'both touches are on one and the same side; touch the opposite one' } : {}),
    },
  ]
}
