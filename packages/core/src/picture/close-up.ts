import type { Drawing, TouchMark } from '../drawing/index.ts'
import { nm, type Nm } from '../length/index.ts'
import { finderOutline, type FinderPiece } from './finder-outline.ts'

/**
 * A touch on a side as it is seen from the side: the spindle's axis, what touches, what lies between, the wall. The axis is at
 * 0, the wall to the right; nanometres.
 */
export interface CloseUp {
  name: string
  /** The way the axis moves: "X+". */
  way: string
  pieces: FinderPiece[]
  /** From the spindle's axis to where it touches. */
  radius: Nm
  /** Thickness of what lies between; 0 for bare contact. */
  thickness: Nm
  between: string | null
  /** Height of the picture, and how far from its top the touch is. */
  tall: Nm
  contact: Nm
}

type Shown = Pick<Drawing, 'touches' | 'finder' | 'between' | 'view'>

/** The touch to look at: the one that is asked for, else the last that was made. */
const chosen = (touches: readonly TouchMark[]): TouchMark | undefined =>
  touches.find(({ lit }) => lit) ?? touches.findLast(({ done }) => done) ?? touches[0]

/** Null where nothing round touches a side from above: then the drawing itself shows it. */
export function closeUp({ view, touches, finder, between }: Shown): CloseUp | null {
  const touch = chosen(touches)
  if (!finder || !touch || touch.radius === null || view !== 'above') return null
  const { pieces, tall, contact } = finderOutline(finder)
  return {
    name: finder.name,
    way: wayOf(touch.toward),
    pieces,
    radius: touch.radius,
    thickness: between?.thickness ?? nm(0),
    between: between && between.thickness > 0 ? between.label : null,
    tall,
    contact: nm(tall - contact),
  }
}

/** "X+" for a motion along an axis; an angle for any other, counted from X+. */
function wayOf({ x, y }: { x: number; y: number }): string {
  const near = (value: number) => Math.abs(value) < 1e-6
  if (near(y)) return x > 0 ? 'X+' : 'X\u2212'
  if (near(x)) return y > 0 ? 'Y+' : 'Y\u2212'
  return `${Math.round(((Math.atan2(y, x) * 180) / Math.PI + 360) % 360)}\u00b0`
}
