import { magnitude, plus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { listed, registerKey, wearOf } from '../../register/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { MountedTool, PlannedSize, Scene, SizeKind } from '../../scene/index.ts'
import type { Feature } from './last-size.ts'

/** What is said to be corrected: the kinds of planned size that it can be, and what a person calls it. */
export interface Entered {
  kinds: readonly SizeKind[]
  words: string
  /** Kinds whose correction goes the other way: on a mill the two sides of a wall, on a lathe none. */
  opposite: readonly SizeKind[]
}

export const CUT_INSIDE: Entered = { kinds: ['inside', 'bored'], words: 'inside', opposite: ['outside'] }
export const CUT_OUTSIDE: Entered = { kinds: ['outside'], words: 'outside', opposite: ['inside', 'bored'] }
export const TURNED_OUTSIDE: Entered = { kinds: ['outside'], words: 'an outside diameter', opposite: [] }
export const BORE: Entered = { kinds: ['inside', 'bored'], words: 'a bore', opposite: [] }
export const SHOULDER: Entered = { kinds: ['depth'], words: 'a face or shoulder', opposite: [] }
export const DEPTH: Entered = { kinds: ['depth'], words: 'a depth', opposite: [] }

/** What a size of the plan is called beside it. */
const PLANNED: Readonly<Record<SizeKind, string>> = {
  inside: 'is cut inside',
  outside: 'is cut outside',
  bored: 'is bored',
  depth: 'is a depth',
}

/**
 * A correction belongs to one size of the operation: its target lies within that size’s limits, it is entered as what that size is,
 * and on the tool that makes it. Where they point to different ones, somebody looked at another line of the drawing.
 * @param entered null while it is not chosen
 */
export function plannedSizeRemarks(
  { register, target }: Pick<Feature, 'register' | 'target'>,
  entered: Entered | null,
  tool: Pick<MountedTool, 'number'> | null,
  { plan, machine }: Scene,
): Remark[] {
  const sizes = plan?.sizes ?? []
  if (target === null || sizes.length === 0 || !entered) return []
  const shown = (value: Nm) => asShown(value, machine)
  const about = {
    id: 'planned-size',
    name: 'a size of the plan',
    figures: [{ label: 'target', value: target }],
    odd: register ? [registerKey(wearOf(register))] : [],
    names: true,
  }
  const meant = sizes.filter((size) => isWithin(size, target))
  if (meant.length === 0)
    return [
      {
        ...about,
        verdict: 'query',
        sentence: `Target ${shown(target)} lies within the limits of no size of this operation: ${listed(sizes.map(({ name }) => name))}. Look at the drawing, or say what is corrected.`,
      },
    ]
  const ofKind = meant.filter(({ kind }) => entered.kinds.includes(kind))
  const other = meant[0]!
  if (ofKind.length === 0) {
    const isOpposite = entered.opposite.includes(other.kind)
    return [
      {
        ...about,
        verdict: isOpposite ? 'stop' : 'query',
        sentence: `${other.name} ${PLANNED[other.kind]}, and this is entered as ${entered.words}${isOpposite ? ': the correction would go the other way' : ''}. Choose what it is, or say what is corrected.`,
      },
    ]
  }
  if (tool === null || ofKind.some((size) => size.tool === null || size.tool === tool.number)) return []
  return [
    {
      ...about,
      verdict: 'query',
      sentence: `${ofKind[0]!.name} is cut by T${ofKind[0]!.tool!}, and this corrects T${tool.number}. Choose the tool that cuts it, or say why it is another one.`,
    },
  ]
}

/** True where a figure lies within a size’s limits; a depth is a place below part zero, and stated as a size. */
export function isWithin({ nominal, lower, upper }: PlannedSize, value: Nm): boolean {
  const size = magnitude(value)
  return size >= plus(magnitude(nominal) as Nm, lower) && size <= plus(magnitude(nominal) as Nm, upper)
}
