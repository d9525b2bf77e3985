import { radiansOf, type Microdegrees } from '../angle/index.ts'
import type { Nm } from '../length/index.ts'
import { registerKey, rotationRegister, workRegister, type RegisterKey } from '../register/index.ts'
import type { Scene, Standing } from './scene.ts'
import { workTotal } from './work-total.ts'

/** A place or a distance in X and Y: nanometres, real numbers before they are rounded. */
export interface Plane {
  x: number
  y: number
}

/**
 * The part's own frame in a slot: a point P of the part stands at W + common shift + R(\u03b8)\u00b7P, \u03b8 the rotation that
 * stands in the slot, counter-clockwise positive as seen from above. Everything that starts from a slot or reads a
 * part display goes through it.
 */
export interface PartFrame {
  slot: string
  /** Millionths of a degree; 0 where none stands. */
  rotation: Microdegrees
  radians: number
  /** The rotation with its evidence; undefined where none was ever set. */
  turnedBy: Standing | undefined
  /** Part zero in machine coordinates, common shift included; null while X or Y is unset. */
  zero: Plane | null
  /** R(\u03b8)\u00b7v: a distance along the part's axes as one along the machine's. */
  turn(distance: Plane): Plane
  /** Machine coordinates of a place of the part; null while X or Y is unset. */
  place(at: Plane): Plane | null
  /** Machine coordinates of what the part display shows with the slot active; null while X or Y is unset. */
  displayed(shown: Plane): Plane | null
  /** The registers that it is made of, for what rests on it: the rotation only where one is in force. */
  rests: RegisterKey[]
}

export function partFrame(scene: Scene, slot: string): PartFrame {
  const turnedBy = scene.standing[registerKey(rotationRegister(slot))]
  const rotation = (turnedBy?.value ?? 0) as number as Microdegrees
  const radians = radiansOf(rotation)
  const [x, y] = [workTotal(scene, slot, 'X'), workTotal(scene, slot, 'Y')]
  const zero = x === null || y === null ? null : { x, y }
  const turn = (distance: Plane) => turned(distance, radians)
  const from = (distance: Plane) => zero && { x: zero.x + distance.x, y: zero.y + distance.y }
  return {
    slot,
    rotation,
    radians,
    turnedBy,
    zero,
    turn,
    place: (at) => from(turn(at)),
    displayed: (shown) => from(scene.machine.displayTurns ? turn(shown) : shown),
    rests: [
      ...(['X', 'Y'] as const).map((axis) => registerKey(workRegister(slot, axis))),
      ...(rotation === 0 ? [] : [registerKey(rotationRegister(slot))]),
    ],
  }
}

/** R(\u03b8)\u00b7v, \u03b8 in radians. */
export function turned({ x, y }: Plane, radians: number): Plane {
  if (radians === 0) return { x, y }
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)]
  return { x: cos * x - sin * y, y: sin * x + cos * y }
}

/**
 * What the doubt of a rotation does to a turned distance: |dR/d\u03b8\u00b7v|\u00b7u(\u03b8) on each axis, nanometres.
 * @param standard standard uncertainty of the rotation, millionths of a degree; null counts as none
 */
export function turnDoubt(distance: Plane, radians: number, standard: Nm | number | null): Plane {
  const by = radiansOf((standard ?? 0) as number as Microdegrees)
  const at = turned(distance, radians)
  return { x: Math.abs(at.y) * by, y: Math.abs(at.x) * by }
}
