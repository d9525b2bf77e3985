import type { Direction } from '../touch/index.ts'
import { registerKey, tipRegister } from '../register/index.ts'
import { wayName, type Refusal } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'

/** Where an imaginary tip lies as seen from the nose's centre: +1 away from the axis (X) or from the main chuck (Z). */
export interface TipPlace {
  X: 1 | 0 | -1
  Z: 1 | 0 | -1
}

const at = (X: TipPlace['X'], Z: TipPlace['Z']): TipPlace => ({ X, Z })

/** The tip directions that a control knows by number; 0 and 9 are the nose's centre itself. */
export const TIP_PLACES: Readonly<Record<number, TipPlace>> = {
  0: at(0, 0),
  1: at(1, 1),
  2: at(1, -1),
  3: at(-1, -1),
  4: at(-1, 1),
  5: at(0, 1),
  6: at(1, 0),
  7: at(0, -1),
  8: at(-1, 0),
  9: at(0, 0),
}

const AWAY = { X: { 1: 'away from the axis', '-1': 'toward the axis' }, Z: { 1: 'away from the chuck', '-1': 'toward the chuck' } } as const

/** "toward the axis and toward the chuck"; "the centre of the nose" */
export function tipWords(code: number): string {
  const place = TIP_PLACES[code]
  if (!place) return 'no tip direction'
  const ways = (['X', 'Z'] as const).flatMap((axis) => (place[axis] === 0 ? [] : [AWAY[axis][place[axis]]]))
  return ways.length === 0 ? 'the centre of the nose' : ways.join(' and ')
}

/**
 * True where a tip can touch a surface that its axis moves onto: moving X\u2212 it has to point toward the axis, moving X+ away
 * from it, and the same on Z. The centre of a nose is counted from either side.
 */
export function tipReaches(code: number, axis: 'X' | 'Z', direction: Direction): boolean {
  const place = TIP_PLACES[code]
  return !place || (place.X === 0 && place.Z === 0) || place[axis] === direction
}

/** Why a tool cannot have touched this surface with its tip; null where it can, or where its tip direction is not on record. */
export function tipRefusal(tool: MountedTool, axis: 'X' | 'Z', direction: Direction, scene: Scene): Refusal | null {
  const standing = scene.standing[registerKey(tipRegister(tool.offset))]
  if (!standing || tipReaches(standing.value, axis, direction)) return null
  return {
    input: 'tool',
    sentence: `T${tool.number} cannot touch moving ${wayName(axis, direction)}: its tip direction is ${standing.value}, ${tipWords(standing.value)}. Look which tool touched, or put its tip direction right.`,
  }
}
