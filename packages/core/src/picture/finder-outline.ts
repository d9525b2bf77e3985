import type { DrawnFinder } from '../drawing/index.ts'
import { mm, nm, type Nm } from '../length/index.ts'
import type { HalfPoint } from './tool-outline.ts'

/** A piece of what touches, from the side: the right half of its outline; the left one mirrors it. */
export interface FinderPiece {
  what: 'body' | 'stem' | 'tip'
  /** z counts down from the top of the picture. */
  half: HalfPoint[]
}

export interface FinderOutline {
  pieces: FinderPiece[]
  /** From the top of the picture to the lowest point. */
  tall: Nm
  /** How far above its lowest point it touches a wall: a ball by its middle. */
  contact: Nm
}

const ARC = 12
const USUAL = mm(6)
const point = (r: number, z: number): HalfPoint => ({ r: nm(Math.round(r)), z: nm(Math.round(z)) })
const tube = (r: number, from: number, to: number): HalfPoint[] => [point(0, from), point(r, from), point(r, to), point(0, to)]

function ball(r: number, tall: number, stem: number): HalfPoint[] {
  const middle = tall - r
  // From where the stem enters the ball down to its lowest point.
  const begins = Math.asin(Math.min(1, stem / r))
  const arc = (from: number, to: number) =>
    Array.from({ length: ARC / 2 + 1 }, (_, at) => from + (at / (ARC / 2)) * (to - from)).map((angle) =>
      point(r * Math.sin(angle), middle - r * Math.cos(angle)),
    )
  // The widest place is a point of its own: there the ball touches.
  return [...arc(begins, Math.PI / 2), ...arc(Math.PI / 2, Math.PI)]
}

/** A ball on a stem below a body: a touch probe, or an indicator's lever. */
function onStem(r: number, body: number): FinderOutline {
  const tall = 11 * r
  const under = 3.5 * r
  const stem = 0.5 * r
  const enters = tall - r - r * Math.cos(Math.asin(stem / r))
  return {
    tall: nm(Math.round(tall)),
    contact: nm(Math.round(r)),
    pieces: [
      { what: 'body', half: [...tube(body, 0, under * 0.75).slice(0, 3), point(body * 0.4, under), point(0, under)] },
      { what: 'stem', half: tube(stem, under, enters) },
      { what: 'tip', half: ball(r, tall, stem) },
    ],
  }
}

/** A tip of its own diameter below a thicker body: an edge finder. */
function stepped(r: number): FinderOutline {
  const tall = 8 * r
  const under = 3.4 * r
  return {
    tall: nm(Math.round(tall)),
    contact: nm(Math.round(1.4 * r)),
    pieces: [
      { what: 'body', half: tube(r * 1.25, 0, under) },
      { what: 'stem', half: tube(r * 0.4, under, under + r * 0.35) },
      { what: 'tip', half: tube(r, under + r * 0.35, tall) },
    ],
  }
}

function straight(r: number): FinderOutline {
  const tall = 8 * r
  return {
    tall: nm(Math.round(tall)),
    contact: nm(Math.round(1.6 * r)),
    pieces: [
      { what: 'body', half: tube(r * 1.9, 0, 2.2 * r) },
      { what: 'tip', half: tube(r, 2.2 * r, tall) },
    ],
  }
}

/**
 * What touches as it is seen from the side, by its family. Its ball, tip or pin has the diameter on record; what carries it is
 * drawn by usual proportions. A diagram's geometry: no offset comes from it.
 */
export function finderOutline({ family, size }: Pick<DrawnFinder, 'family' | 'size'>): FinderOutline {
  const r = (size > 0 ? size : USUAL) / 2
  if (family === 'touch-probe') return onStem(r, r * 2.6)
  if (family === 'indicator') return onStem(r, r * 2)
  if (family === 'edge-finder') return stepped(r)
  return straight(r)
}
