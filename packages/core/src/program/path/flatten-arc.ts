import { sweepOf } from '../arc.ts'
import type { Move } from '../read.ts'

/** A chord lies no further than this from its arc, nanometres: far under what a screen shows, and few points for a bore. */
const SAGITTA = 5_000
/** No arc takes more chords than this, however large it is. */
const MOST = 720

type Triple = readonly [number, number, number]

/** Axes that a plane spans, seen so that the third looks at you (ISO 6983: G17, G18, G19), and the third. */
const SPANNED = { XY: [0, 1, 2], ZX: [2, 0, 1], YZ: [1, 2, 0] } as const

/**
 * Points of an arc between its ends, evenly spread over its sweep; the third axis goes along evenly, as in a helix.
 * Chords of angle a lie r (1 − cos a/2) from a circle of radius r.
 * @param factorX 0.5 where X is a diameter: the circle is one in radii
 * @returns places in the frame of the move, the ends left out
 */
export function flattenArc(from: Triple, to: Triple, arc: NonNullable<Move['arc']>, factorX: number): Triple[] {
  const [u, v, w] = SPANNED[arc.plane]
  const factor = (axis: number) => (axis === 0 ? factorX : 1)
  const flat = (place: Triple) => ({ u: place[u] * factor(u), v: place[v] * factor(v) })
  const [start, end, centre] = [flat(from), flat(to), flat(arc.centre)]
  const radius = Math.hypot(start.u - centre.u, start.v - centre.v)
  if (!(radius > SAGITTA)) return []
  const sweep = sweepOf({ start, end, centre, turns: arc.turns })
  const chords = Math.min(MOST, Math.max(2, Math.ceil(sweep / (2 * Math.acos(1 - SAGITTA / radius)))))
  const begins = Math.atan2(start.v - centre.v, start.u - centre.u)
  const points: Triple[] = []
  for (let n = 1; n < chords; n++) {
    const angle = begins + (arc.turns * sweep * n) / chords
    const place: [number, number, number] = [0, 0, 0]
    place[u] = (centre.u + radius * Math.cos(angle)) / factor(u)
    place[v] = (centre.v + radius * Math.sin(angle)) / factor(v)
    place[w] = from[w] + ((to[w] - from[w]) * n) / chords
    points.push(place)
  }
  return points
}
