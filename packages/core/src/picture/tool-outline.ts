import type { Assembly, ToolKind } from '../assembly/index.ts'
import { mm, nm, type Nm } from '../length/index.ts'

/** A point of a half section: how far from the axis, and how far below the gauge line. Nanometres. */
export interface HalfPoint {
  r: Nm
  z: Nm
}

/** A piece of a tool as seen from the side: the right half of its outline from top to bottom; the left one mirrors it. */
export interface ToolPiece {
  what: 'holder' | 'shank' | 'cutter'
  half: HalfPoint[]
  /** True where no figure says how big it is: it stands for the thing. */
  nominal: boolean
}

export interface ToolOutline {
  pieces: ToolPiece[]
  /** From the gauge line to the tip. */
  length: Nm
  /** The greatest radius of what turns. */
  radius: Nm
}

/** What a tool looks like is drawn from these; what is missing is assumed. */
export type Drawn = Pick<Assembly, 'kind' | 'properties'>

/** Points on a quarter of a circle; enough for a picture. */
const ARC = 8
/** Half of a tip's included angle, degrees: 118° for drills, 90° for spot drills and chamfer mills. */
const HALF_POINT: Partial<Record<ToolKind, number>> = { drill: 59, 'spot-drill': 45, 'chamfer-mill': 45 }
/** How long the cutting part of a kind is against its diameter, where APMX is not on record. */
const CUTTING: Partial<Record<ToolKind, number>> = {
  'end-mill': 2.2,
  'ball-mill': 2,
  'face-mill': 0.5,
  'chamfer-mill': 0.5,
  saw: 0.06,
  drill: 6,
  'spot-drill': 1.2,
  reamer: 5,
  tap: 2.5,
}
const USUAL_DIAMETER = mm(10)

const round = (value: number): Nm => nm(Math.round(value))

/**
 * The outline of a tool in its holder, seen from the side, from the ISO 13399 properties that are on record: DC, RE, APMX,
 * DMM, OAL. Holder and whatever is not on record are assumed and marked nominal. A diagram's geometry: no offset comes from it.
 * @param length from the gauge line to the tip, nanometres, more than zero
 */
export function toolOutline({ kind, properties }: Drawn, length: Nm): ToolOutline {
  const { DC, RE, APMX, DMM, OAL } = properties
  const cutting = (DC ?? USUAL_DIAMETER) / 2
  const isDisc = kind === 'face-mill' || kind === 'saw'
  const shank = (DMM ?? (isDisc ? cutting : cutting * 2)) / 2
  // What is clamped is not seen: about a third of a shank.
  const sticksOut = Math.min(length * 0.72, OAL ? OAL * 0.68 : length * 0.6)
  const face = length - sticksOut
  const top = length - Math.min(APMX ?? cutting * 2 * (CUTTING[kind] ?? 2), sticksOut * 0.85)
  const pieces: ToolPiece[] = [
    { what: 'holder', nominal: true, half: holderHalf(face, shank) },
    ...(kind === 'boring-head' ? boringHead(face, length, cutting, DC === undefined) : []),
  ]
  if (kind !== 'boring-head')
    pieces.push(
      { what: 'shank', nominal: DMM === undefined || OAL === undefined, half: straight(shank, face, top) },
      { what: 'cutter', nominal: DC === undefined || APMX === undefined, half: cutterHalf(kind, cutting, top, length, RE ?? 0) },
    )
  const radius = Math.max(...pieces.flatMap(({ half }) => half.map(({ r }) => r)))
  return { pieces, length, radius: round(radius) }
}

const point = (r: number, z: number): HalfPoint => ({ r: round(r), z: round(z) })
const straight = (r: number, from: number, to: number): HalfPoint[] => [point(0, from), point(r, from), point(r, to), point(0, to)]

/** A flange at the gauge line and a nose that narrows down to the face which clamps. */
function holderHalf(face: number, shank: number): HalfPoint[] {
  const nose = Math.max(shank * 1.7, mm(9))
  const flange = Math.max(nose * 1.25, mm(16))
  const thick = Math.min(face * 0.3, mm(12))
  return [point(0, 0), point(flange, 0), point(flange * 0.94, thick), point(nose, thick * 1.3), point(nose * 0.94, face), point(0, face)]
}

function cutterHalf(kind: ToolKind, r: number, top: number, tip: number, corner: number): HalfPoint[] {
  const half = HALF_POINT[kind]
  if (half !== undefined) {
    const cone = r / Math.tan((half * Math.PI) / 180)
    const shoulder = Math.max(top, tip - cone)
    return [point(0, top), point(r, top), point(r, shoulder), point(0, tip)]
  }
  const nose = kind === 'ball-mill' ? r : Math.min(corner, r)
  // A tap and a reamer begin with a lead.
  const lead = kind === 'tap' ? 0.25 * r : kind === 'reamer' ? 0.08 * r : 0
  if (lead > 0) return [point(0, top), point(r, top), point(r, tip - lead * 4), point(r - lead, tip), point(0, tip)]
  const arc = Array.from({ length: nose > 0 ? ARC + 1 : 0 }, (_, at) => {
    const angle = (at / ARC) * (Math.PI / 2)
    return point(r - nose + nose * Math.cos(angle), tip - nose + nose * Math.sin(angle))
  })
  return [point(0, top), point(r, top), ...(arc.length > 0 ? arc : [point(r, tip)]), point(0, tip)]
}

/** A head that carries a bar out of its middle; the bar's edge is what bores. */
function boringHead(face: number, tip: number, bores: number, nominal: boolean): ToolPiece[] {
  const head = Math.max(bores * 0.9, mm(14))
  const under = face + (tip - face) * 0.45
  return [
    { what: 'shank', nominal: true, half: straight(head, face, under) },
    {
      what: 'cutter',
      nominal,
      half: [
        point(bores * 0.35, under),
        point(bores * 0.75, under),
        point(bores * 0.75, tip - bores * 0.3),
        point(bores, tip - bores * 0.12),
        point(bores * 0.75, tip),
        point(bores * 0.35, tip),
      ],
    },
  ]
}
