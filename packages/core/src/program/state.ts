import type { Axis } from '../machine/index.ts'
import type { Place } from './extents.ts'

export type Plane = 'XY' | 'ZX' | 'YZ'

/** A drilling cycle in force, in programmed coordinates. */
export interface Cycle {
  code: number
  /** Height it begins at. */
  initial: number | null
  bottom: number | null
  retract: number | null
}

/** What stays in force from block to block. */
export interface State {
  motion: 'rapid' | 'feed' | 'cw' | 'ccw' | 'cycle' | null
  cycle: Cycle | null
  /** A turning cycle in force: G90, G92, G94 where those are cycles. */
  turning: boolean
  plane: Plane
  incremental: boolean
  /** True where I, J, K are places and not distances from the start (G90.1). */
  centresAbsolute: boolean
  unit: 'mm' | 'in'
  slot: string | null
  tool: string | null
  /** Chosen and not yet changed to. */
  waiting: string | null
  /** True while a length is called for the tool. */
  length: boolean
  returns: 'initial' | 'retract'
  compensates: 'left' | 'right' | null
  /** A contour that is roughed on a lathe: number of its last block, and where the tool stands after it. */
  contour: { last: number; back: Record<Axis, number | null> } | null
  /** Radians, with its centre; null where none is on, `unknown` where it is on and not known. */
  rotation: { angle: number; x: number; y: number } | 'unknown' | null
  /** Local shift: added to what is programmed. */
  shift: Place
  /** A local shift that G92.2 has set aside, for G92.3 to put back. */
  setAside: Place | null
  /** A frame that is not followed: scaling, mirror, tilted plane. Nothing is told of places while one is on. */
  frame: string | null
  /** Programmed coordinates. */
  at: Record<Axis, number | null>
}

export const begin = (unit: 'mm' | 'in', isLathe: boolean): State => ({
  motion: null,
  cycle: null,
  turning: false,
  plane: isLathe ? 'ZX' : 'XY',
  incremental: false,
  centresAbsolute: false,
  unit,
  slot: null,
  tool: null,
  waiting: null,
  length: false,
  returns: 'initial',
  compensates: null,
  contour: null,
  rotation: null,
  shift: { X: 0, Y: 0, Z: 0 },
  setAside: null,
  frame: null,
  at: { X: null, Y: null, Z: null },
})

/** Where the programmed place lies in the slot's own coordinates: turned, then shifted. */
export function inSlot({ rotation, shift, frame }: Pick<State, 'rotation' | 'shift' | 'frame'>, place: Place): Place {
  if (frame !== null) return { X: null, Y: null, Z: null }
  // The usual case, at every move of a program.
  if (rotation === null && shift.X === 0 && shift.Y === 0 && shift.Z === 0) return place
  const turned = rotation === null ? place : rotate(rotation, place)
  const add = (value: number | null, by: number | null) => (value === null || by === null ? null : value + by)
  return { X: add(turned.X, shift.X), Y: add(turned.Y, shift.Y), Z: add(turned.Z, shift.Z) }
}

function rotate(rotation: NonNullable<State['rotation']>, place: Place): Place {
  if (rotation === 'unknown' || place.X === null || place.Y === null) return { ...place, X: null, Y: null }
  const [x, y] = [place.X - rotation.x, place.Y - rotation.y]
  const [cos, sin] = [Math.cos(rotation.angle), Math.sin(rotation.angle)]
  return { ...place, X: rotation.x + x * cos - y * sin, Y: rotation.y + x * sin + y * cos }
}
