import { radiansOf, type Microdegrees } from '../angle/index.ts'
import { nm, plus, type Nm } from '../length/index.ts'

/**
 * How much of a wrong nose radius shows on a cone, along its normal: |sin \u03b8| + |cos \u03b8| \u2212 1, \u03b8 the angle between cone and axis.
 * Cylinders and faces (0\u00b0 and 90\u00b0) come out right whatever radius is entered; at 45\u00b0 it is 0.414.
 */
export function showsOnCone(angle: Microdegrees): number {
  const theta = radiansOf(angle)
  return Math.abs(Math.sin(theta)) + Math.abs(Math.cos(theta)) - 1
}

/** Below this share a cone says nothing of the nose: it is too near to a cylinder or a face. */
const LEAST_SHARE = 0.1

/**
 * The nose radius from a cone that was cut between two right faces: what is left on it, along its normal, is
 * (r \u2212 r')(|sin \u03b8| + |cos \u03b8| \u2212 1), so that r = r' + left / share. Null where the cone is too near to a cylinder or a face.
 * @param entered r', the radius that the control compensated with
 * @param left what was left on the cone along its normal; below zero where too much was cut
 */
export function noseByCone(entered: Nm, left: Nm, angle: Microdegrees): Nm | null {
  const share = showsOnCone(angle)
  return share < LEAST_SHARE ? null : plus(entered, nm(Math.round(left / share)))
}
