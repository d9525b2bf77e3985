import { readInsert } from '../../assembly/index.ts'
import type { Drawing, Point } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import { TIP_PLACES } from '../../tip/tip.ts'

const PLAIN_CORNER = 80
/** Steps of an arc; the eye takes it for round. */
const STEPS = 12

const point = (z: number, x: number): Point => ({ x: nm(Math.round(z)), y: nm(Math.round(x)) })

/** Which way the corner points, radians from Z+ toward X+: where its tip lies, or toward the axis and the chuck where that is not known. */
function pointing(tip: number | null): number {
  const place = tip === null ? null : TIP_PLACES[tip]
  return place && (place.X !== 0 || place.Z !== 0) ? Math.atan2(place.X, place.Z) : (-3 * Math.PI) / 4
}

/**
 * The nose of an insert many times larger than it is: its arc about the centre that the sum counts from, the two edges that leave
 * it, and the imaginary tip, where the two axes' outermost places meet.
 */
export function noseDrawing(tool: MountedTool | null, radius: Nm | null, tip: number | null): Drawing {
  const drawing: Drawing = {
    view: 'front',
    horizontal: 'Z',
    vertical: 'X',
    toScale: radius !== null,
    zeroName: 'centre',
    solids: [],
    touches: [],
    surfaces: [],
    formerZero: null,
  }
  const r = radius ?? mm(0.8)
  if (r <= 0) return drawing
  const read = tool?.insert ? readInsert(tool.insert) : null
  const corner = read && typeof read !== 'string' ? read.corner : PLAIN_CORNER
  const way = pointing(tip)
  if (corner === null) return { ...drawing, rounds: [{ kind: 'wall', centre: point(0, 0), radius: r }] }
  const half = (corner * Math.PI) / 360
  // The edges touch the arc where their normals point; between the two it runs through the corner's own direction.
  const reach = Math.PI / 2 - half
  const arc = Array.from({ length: STEPS + 1 }, (_, step) => {
    const at = way - reach + (2 * reach * step) / STEPS
    return point(r * Math.cos(at), r * Math.sin(at))
  })
  const long = 5 * r
  const along = (at: number, side: 1 | -1) => {
    const normal = way + side * reach
    // An edge runs away from the corner, at right angles to its normal.
    const run = normal + (side * Math.PI) / 2
    return point(r * Math.cos(normal) + at * Math.cos(run), r * Math.sin(normal) + at * Math.sin(run))
  }
  const place = tip === null ? null : TIP_PLACES[tip]
  return {
    ...drawing,
    outlines: [{ kind: 'part', points: [along(long, -1), ...arc, along(long, 1)] }],
    rounds: [{ kind: 'fitted', centre: point(0, 0), radius: r }],
    marks: place ? [{ at: point(place.Z * r, place.X * r), label: `tip ${tip}` }] : [],
  }
}
