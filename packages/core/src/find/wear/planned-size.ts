import { magnitude, plus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { listed, registerKey, wearOf } from '../../register/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { MountedTool, PlannedSize, Scene, SizeKind } from '../../scene/index.ts'
import type { Feature } from './last-size.ts'

/** What is corrected, by the words of a routine: the kinds of planned size that it can be, and what a person calls it. */
const ENTERED: Readonly<Record<string, { kinds: readonly SizeKind[]; words: string }>> = {
  inside: { kinds: ['inside', 'bored'], words: 'inside' },
  outside: { kinds: ['outside'], words: 'outside' },
  'turned outside': { kinds: ['outside'], words: 'an outside diameter' },
  'turned bore': { kinds: ['inside', 'bored'], words: 'a bore' },
  'turned cone': { kinds: ['outside'], words: 'an outside diameter' },
  'turned cone-bore': { kinds: ['inside', 'bored'], words: 'a bore' },
  'turned shoulder': { kinds: ['depth'], words: 'a face or shoulder' },
  depth: { kinds: ['depth'], words: 'a depth' },
  bored: { kinds: ['bored', 'inside'], words: 'a bore' },
}

/** What a size of the plan is called beside it. */
const PLANNED: Readonly<Record<SizeKind, string>> = {
  inside: 'is cut inside',
  outside: 'is cut outside',
  bored: 'is bored',
  depth: 'is a depth',
}

/** Two sides of a wall: what makes one right makes the other wrong by twice as much. */
const OPPOSITE: readonly (readonly SizeKind[])[] = [['inside', 'bored'], ['outside']]

/**
 * A correction belongs to one size of the operation: its target lies within that size’s limits, it is entered as what that size is,
 * and on the tool that makes it. Where they point to different ones, somebody looked at another line of the drawing.
 * @param entered what was said to be cut, as ENTERED names it
 */
export function plannedSizeRemarks(
  { register, target }: Pick<Feature, 'register' | 'target'>,
  entered: string | null,
  tool: Pick<MountedTool, 'number'> | null,
  { plan, machine }: Scene,
): Remark[] {
  const sizes = plan?.sizes ?? []
  const own = entered === null ? undefined : ENTERED[entered]
  if (target === null || sizes.length === 0 || !own) return []
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
  const ofKind = meant.filter(({ kind }) => own.kinds.includes(kind))
  const [other] = meant
  if (ofKind.length === 0)
    return [
      {
        ...about,
        verdict: isOpposite(other!.kind, own.kinds) ? 'stop' : 'query',
        sentence: `${other!.name} ${PLANNED[other!.kind]}, and this is entered as ${own.words}${isOpposite(other!.kind, own.kinds) ? ': the correction would go the other way' : ''}. Choose what it is, or say what is corrected.`,
      },
    ]
  if (tool === null || ofKind.some((size) => size.tool === null || size.tool === tool.number)) return []
  return [
    {
      ...about,
      verdict: 'query',
      sentence: `${ofKind[0]!.name} is cut by T${ofKind[0]!.tool!}, and this corrects T${tool.number}. Choose the tool that cuts it, or say why it is another one.`,
    },
  ]
}

const isOpposite = (kind: SizeKind, entered: readonly SizeKind[]): boolean =>
  OPPOSITE.some((side) => side.includes(kind)) && !entered.includes('depth') && !entered.includes(kind)

/** True where a figure lies within a size’s limits; a depth is a place below part zero, and stated as a size. */
export function isWithin({ nominal, lower, upper }: PlannedSize, value: Nm): boolean {
  const size = magnitude(value)
  return size >= plus(magnitude(nominal) as Nm, lower) && size <= plus(magnitude(nominal) as Nm, upper)
}
