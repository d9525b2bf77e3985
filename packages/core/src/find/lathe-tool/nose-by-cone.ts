import { radiansOf, type Microdegrees } from '../../angle/index.ts'
import { nm, plus, type Nm } from '../../length/index.ts'
import { rowInput, type ChoiceInput } from '../../routine/index.ts'
import { TIP_PLACES } from '../../tip/tip.ts'

/** A cone's wall: how steep it is, whether it is a bore's, and which way it looks along the axis. */
export interface ConeWall {
  /** Between the wall and the axis. */
  angle: Microdegrees
  inside: boolean
  /** +1 where it looks away from the chuck, −1 where it looks toward it. */
  looks: 1 | -1
}

/** Asks which way a cone's wall looks. How much of a wrong nose shows on it hangs on that. */
export const looksInput = (): ChoiceInput =>
  rowInput('looks', 'Its wall looks', [
    { value: '+', label: 'away from the chuck', note: 'outside: larger toward it' },
    { value: '-', label: 'toward the chuck', note: 'outside: smaller toward it' },
  ])

export const looksOf = (choice: string | null): 1 | -1 | null => (choice === null ? null : choice === '+' ? 1 : -1)

/**
 * How much of a wrong nose radius is left on a wall, along its normal: \u2212(n\u00b7t) \u2212 1, n the wall's outward normal and t from the nose's
 * centre to the theoretical tip. The control leads the tip so that a nose of r' touches; one of r stands (r' \u2212 r)(1 + n\u00b7t) off.
 * A tip that faces the wall on both axes: |sin \u03b8| + |cos \u03b8| \u2212 1; on one of them: sin \u03b8 \u2212 1 or cos \u03b8 \u2212 1; the nose's centre: \u22121.
 */
export function showsOnCone({ angle, inside, looks }: ConeWall, tip: number): number {
  const theta = radiansOf(angle)
  const normal = { X: (inside ? -1 : 1) * Math.cos(theta), Z: looks * Math.sin(theta) }
  const { X, Z } = TIP_PLACES[tip] ?? { X: 0, Z: 0 }
  return -(normal.X * X + normal.Z * Z) - 1
}

/** True where a tip can be led along a wall at all: it does not point away from it on every axis that it has. */
export function tipMeets({ inside, looks }: ConeWall, tip: number): boolean {
  const place = TIP_PLACES[tip]
  if (!place || (place.X === 0 && place.Z === 0)) return true
  return place.X === (inside ? 1 : -1) || (place.Z !== 0 && place.Z === 0 - looks)
}

/** Below this share a cone says nothing of the nose. */
const LEAST_SHARE = 0.1

/**
 * The nose radius from a cone that was cut between two right faces: what is left on it, along its normal, is (r \u2212 r')\u00b7share, so that
 * r = r' + left / share. Null where the nose hardly shows there.
 * @param entered r', the radius that the control compensated with
 * @param left what was left on the cone along its normal; below zero where too much was cut
 * @param share as `showsOnCone` gives it
 */
export function noseByCone(entered: Nm, left: Nm, share: number): Nm | null {
  return Math.abs(share) < LEAST_SHARE ? null : plus(entered, nm(Math.round(left / share)))
}
