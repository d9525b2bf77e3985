import { layoutOf, type ArmSide } from '../../register/index.ts'
import { rowInput, wayName, type ChoiceInput, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Direction } from '../../touch/index.ts'
import { readsRadii } from '../../tip/x-reads.ts'

/** A face of a setter arm's stylus, named by the way a tool moves onto it. */
export interface ArmFace {
  side: ArmSide
  axis: 'X' | 'Z'
  direction: Direction
  opposite: ArmSide
}

const face = (side: ArmSide, axis: 'X' | 'Z', direction: Direction, opposite: ArmSide): ArmFace => ({ side, axis, direction, opposite })

export const ARM_FACES: readonly ArmFace[] = [
  face('X-', 'X', -1, 'X+'),
  face('X+', 'X', 1, 'X-'),
  face('Z-', 'Z', -1, 'Z+'),
  face('Z+', 'Z', 1, 'Z-'),
]

export const faceWords = ({ axis, direction }: Pick<ArmFace, 'axis' | 'direction'>): string => wayName(axis, direction)

export function faceInput(scene: Scene): ChoiceInput {
  const { axes } = layoutOf(scene.machine)
  return rowInput(
    'face',
    'Moving',
    ARM_FACES.filter(({ axis }) => axes.includes(axis)).map((one) => ({ value: one.side, label: faceWords(one) })),
  )
}

export const faceOf = (values: Values): ArmFace | null => ARM_FACES.find(({ side }) => side === values.choice('face')) ?? null

/** How often the stylus' width lies between the constants of two opposite faces: twice where X reads diameters. */
export const timesWidth = ({ axis }: Pick<ArmFace, 'axis'>, scene: Scene): 1 | 2 => (axis === 'X' && !readsRadii(scene) ? 2 : 1)
