import { hasPast } from '../../check/reference.ts'
import { radiusToward, type Gauge } from '../../gauge/index.ts'
import { nm } from '../../length/index.ts'
import { workRegister } from '../../register/index.ts'
import { readingInput, sizeInput, type Between, type FoundSize, type InputSpec, type RawInputs, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Direction } from '../../touch/index.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { doubtBy } from '../../limits/index.ts'
import type { SideAxis } from './finders.ts'
import { stockWidth } from './witness.ts'

interface Point {
  x: number
  y: number
}

/** The side that was touched twice, or the one square to it. */
type Which = 'long' | 'square'

/** One side of a block that lies turned. */
export interface TurnedSide {
  which: Which
  /** The axis that its touches moved along. */
  axis: SideAxis
  direction: Direction
  /** Square to the side, of length one, growing with that axis. */
  normal: Point
  /** Centre of what touched it, machine coordinates in nanometres. */
  centre: Point
}

const WHICH: readonly Which[] = ['long', 'square']
const NAMES: Readonly<Record<Which, string>> = { long: 'the side that was touched twice', square: 'the square side' }

/** A touch opposite each side, offered where the corner has no past to be held against. */
export function turnedWitnessInputs(axes: readonly [SideAxis, SideAxis], scene: Scene, raw: RawInputs): InputSpec[] {
  return WHICH.flatMap((which, at): InputSpec[] => {
    if (!isAsked(raw.slot ?? null, `${raw[`witness-${which}-X`] ?? ''}${raw[`witness-${which}-Y`] ?? ''}`, scene)) return []
    return [
      ...(['X', 'Y'] as const).map((axis): InputSpec => ({
        ...readingInput(
          axis,
          scene.machine,
          `Machine ${axis} at a touch opposite ${NAMES[which]}`,
          `witness-${which}-${axis}`,
          `opposite ${which}`,
        ),
        optional: true,
        hint: 'to be sure, for nothing is on record to compare with',
        also: 'Touch the opposite sides too',
      })),
      ...(raw[`witness-${which}-X`] && stockWidth(axes[at]!, scene) === null
        ? [sizeInput(`width-${which}`, `Width from ${NAMES[which]} to its opposite`, { optional: true })]
        : []),
    ]
  })
}

const isAsked = (slot: string | null, typed: string, scene: Scene): boolean =>
  typed !== '' ||
  (slot !== null &&
    scene.machine.slots.some(({ code }) => code === slot) &&
    (['X', 'Y'] as const).some((axis) => !hasPast(workRegister(slot, axis), scene)))

/** Its lines in the working, as long as it is asked for. */
export const turnedWitnessLines = (values: Values, scene: Scene): WorkingLine[] =>
  WHICH.flatMap((which): WorkingLine[] => {
    const [x, y] = [values.length(`witness-${which}-X`), values.length(`witness-${which}-Y`)]
    if (!isAsked(values.choice('slot'), x === null && y === null ? '' : 'typed', scene)) return []
    const cells = [
      { figure: x, input: `witness-${which}-X` },
      { figure: y, input: `witness-${which}-Y` },
    ]
    return [{ operation: 'aside', label: `opposite ${NAMES[which]}`, cells }]
  })

/**
 * The width from a side to its opposite, square to the side: d\u00b7((C\u2032 \u2212 C)\u00b7n) less the radii and what lay between on both, d the way
 * that the first touch moved.
 */
export function turnedWidth(
  { which, axis, direction, normal, centre }: TurnedSide,
  values: Values,
  finder: Gauge,
  between: Between,
  scene: Scene,
): FoundSize[] {
  const [x, y] = [values.length(`witness-${which}-X`), values.length(`witness-${which}-Y`)]
  if (x === null || y === null) return []
  const across = direction * ((x - centre.x) * normal.x + (y - centre.y) * normal.y)
  const reachOf = (way: number) => radiusToward(finder, { x: way * normal.x, y: way * normal.y }) + between.thickness
  const found = across - reachOf(direction) - reachOf(-direction)
  const typed = values.length(`width-${which}`)
  const both = Math.SQRT2 * Math.hypot(finder.uncertainty, ofReadout(scene.machine.increment).standard)
  const within = 4 * both
  return [
    {
      label: `width from ${NAMES[which]}`,
      found: nm(Math.round(found)),
      standard: typed === null ? Math.hypot(both, doubtBy('stockAsCut', scene).standard) : both,
      expected: typed ?? stockWidth(axis, scene),
      axis,
      ...(Math.abs(across) <= within || Math.abs(found) <= within
        ? { because: 'both touches are on one and the same side; touch the opposite one' }
        : {}),
    },
  ]
}
