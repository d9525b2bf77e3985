import type { Point, Solid } from '../drawing/index.ts'
import { mm, nm } from '../length/index.ts'
import { toolOutline, type Drawn, type HalfPoint, type ToolPiece } from './tool-outline.ts'

/** A closed piece of a tool where it stands in a drawing. */
export interface StandingPiece extends Pick<ToolPiece, 'what' | 'nominal'> {
  points: Point[]
}

const USUAL_LENGTH = mm(110)

/** The part of a half section that lies lower than a depth: what is above is cut off straight. */
function below(half: readonly HalfPoint[], depth: number): HalfPoint[] {
  if (half.every(({ z }) => z <= depth)) return []
  const kept: HalfPoint[] = []
  half.forEach((point, at) => {
    const before = half[at - 1]
    if (before && before.z < depth && point.z >= depth) {
      const part = (depth - before.z) / (point.z - before.z)
      const r = nm(Math.round(before.r + (point.r - before.r) * part))
      if (r > 0) kept.push({ r: nm(0), z: nm(depth) })
      kept.push({ r, z: nm(depth) })
    }
    if (point.z >= depth) kept.push(point)
  })
  return kept
}

/**
 * A tool in the spindle with its tip on the lower edge of a box in a drawing, seen from the side. Its cutting part is drawn from
 * what is on record; as much of it is shown as the box is high.
 */
export function standingTool(tool: Drawn, { min, max }: Solid['box']): StandingPiece[] {
  const { pieces, length } = toolOutline(tool, USUAL_LENGTH)
  const middle = (min.x + max.x) / 2
  const cut = Math.max(0, length - (max.y - min.y))
  return pieces.flatMap(({ what, nominal, half }) => {
    const kept = below(half, cut)
    if (kept.length < 2) return []
    const side = (sign: 1 | -1) => kept.map(({ r, z }) => ({ x: nm(Math.round(middle + sign * r)), y: nm(Math.round(min.y + length - z)) }))
    return [{ what, nominal, points: [...side(1), ...side(-1).reverse()] }]
  })
}

/**
 * A turning tool with its corner where it touches: an insert of 80° in its holder, both by usual sizes. The axis is below, the
 * chuck to the left; a boring bar's corner points away from the axis.
 */
export function turningTool({ kind }: Drawn, corner: Point): StandingPiece[] {
  const up = kind === 'boring-bar' ? -1 : 1
  const at = (x: number, y: number): Point => ({ x: nm(Math.round(corner.x + mm(x))), y: nm(Math.round(corner.y + up * mm(y))) })
  const holder = kind === 'boring-bar' ? [at(4, 2), at(60, 2), at(60, 14), at(4, 14)] : [at(2.5, 8), at(20, 8), at(20, 42), at(2.5, 42)]
  const blade = kind === 'parting'
  const insert = blade
    ? [at(0, 0), at(3, 0), at(2.7, 14), at(0.3, 14)]
    : // Both edges stand 5° off the axes, 12 mm long: 12 cos 5° = 11.95, 12 sin 5° = 1.05.
      [at(0, 0), at(11.95, 1.05), at(13, 13), at(1.05, 11.95)]
  return [
    { what: 'holder', nominal: true, points: holder },
    { what: 'cutter', nominal: true, points: insert },
  ]
}

/** A setter from the side: a foot, a neck and the plate that is touched on its upper edge. */
export function setterOutline({ min, max }: Solid['box']): Point[] {
  const [wide, tall] = [max.x - min.x, max.y - min.y]
  const middle = (min.x + max.x) / 2
  const half = [
    [wide / 2, min.y],
    [wide / 2, min.y + tall * 0.72],
    [wide * 0.3, min.y + tall * 0.8],
    [wide * 0.3, max.y - tall * 0.1],
    [wide * 0.42, max.y - tall * 0.1],
    [wide * 0.42, max.y],
  ] as const
  const side = (sign: 1 | -1) => half.map(([r, y]) => ({ x: nm(Math.round(middle + sign * r)), y: nm(Math.round(y)) }))
  return [...side(1), ...side(-1).reverse()]
}
