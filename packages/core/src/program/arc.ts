/** A point in a plane, nanometres. */
export interface PlanePoint {
  u: number
  v: number
}

export interface Arc {
  start: PlanePoint
  end: PlanePoint
  centre: PlanePoint
  /** +1 counter-clockwise as seen against the plane's normal, −1 clockwise. */
  turns: 1 | -1
}

const TURN = 2 * Math.PI

/** Angle travelled from start to end, radians, more than zero; a whole turn where the two are one point. */
export function sweepOf({ start, end, centre, turns }: Arc): number {
  const from = Math.atan2(start.v - centre.v, start.u - centre.u)
  const to = Math.atan2(end.v - centre.v, end.u - centre.u)
  const sweep = (turns * (to - from)) % TURN
  const forward = sweep < 0 ? sweep + TURN : sweep
  // A whole circle is written by an end that is its start.
  return forward < 1e-9 || TURN - forward < 1e-9 ? (Math.hypot(end.u - start.u, end.v - start.v) < 1 ? TURN : forward) : forward
}

/** Points that bound an arc: its ends, and where it crosses an axis through its centre. */
export function extremesOf(arc: Arc): PlanePoint[] {
  const { start, end, centre, turns } = arc
  const radius = Math.hypot(start.u - centre.u, start.v - centre.v)
  const from = Math.atan2(start.v - centre.v, start.u - centre.u)
  const sweep = sweepOf(arc)
  const crossed = [0, 1, 2, 3].flatMap((quarter): PlanePoint[] => {
    const angle = (quarter * Math.PI) / 2
    const along = (turns * (angle - from)) % TURN
    const forward = along < 0 ? along + TURN : along
    if (forward > sweep) return []
    const [du, dv] = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ][quarter]! as [number, number]
    return [{ u: centre.u + du * radius, v: centre.v + dv * radius }]
  })
  return [start, end, ...crossed]
}

/**
 * Centre of an arc that is written by its radius: the shorter of the two for a radius above zero, the longer one below it (ISO 6983).
 * @returns null where the ends lie further apart than twice the radius, or are one point
 */
export function centreByRadius(start: PlanePoint, end: PlanePoint, radius: number, turns: 1 | -1): PlanePoint | null {
  const [du, dv] = [end.u - start.u, end.v - start.v]
  const chord = Math.hypot(du, dv)
  if (chord < 1) return null
  const half = chord / 2
  // A radius that is rounded may fall short of half the chord by a step of the control.
  const height = Math.abs(radius) >= half ? Math.sqrt(radius * radius - half * half) : half - Math.abs(radius) < 5_000 ? 0 : null
  if (height === null) return null
  const side = turns * Math.sign(radius)
  return {
    u: (start.u + end.u) / 2 - (side * height * dv) / chord,
    v: (start.v + end.v) / 2 + (side * height * du) / chord,
  }
}
