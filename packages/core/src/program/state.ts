import type { Axis } from '../machine/index.ts'
import type { Place } from './extents.ts'
import type { Plane } from './plane.ts'

/** A drilling cycle in force, in programmed coordinates. */
export interface Cycle {
  code: number
  /** Height it begins at. */
  initial: number | null
  bottom: number | null
  retract: number | null
}

/** A turning cycle in force, with what its blocks have said so far; programmed coordinates. */
export interface TurningCycle {
  code: 'along' | 'across' | 'thread'
  X: number | null
  Z: number | null
  /** How much further out it begins than it ends, counted as a radius on X. */
  taper: number
}

/** What a tool is run with: an offset, and the tool for which it was called. */
export interface CalledFor {
  tool: string | null
  offset: string | null
}

/** What stays in force from block to block. */
export interface State {
  motion: 'rapid' | 'feed' | 'cw' | 'ccw' | 'cycle' | null
  cycle: Cycle | null
  /** G90, G92, G94 where those are cycles. */
  turning: TurningCycle | null
  plane: Plane
  incremental: boolean
  /** True where I, J, K are places and not distances from the start (G90.1). */
  centresAbsolute: boolean
  unit: 'mm' | 'in'
  slot: string | null
  tool: string | null
  /** Chosen and not yet changed to. */
  waiting: string | null
  /** The length that is on, whoever sits in the spindle. */
  length: CalledFor | null
  returns: 'initial' | 'retract'
  compensates: (CalledFor & { side: 'left' | 'right' }) | null
  spindle: 'cw' | 'ccw' | null
  /** A contour that is roughed on a lathe: its blocks, where the tool stands after it, and how far its first pass stands off. */
  contour: { first: number; last: number; back: Record<Axis, number | null>; by: Record<Axis, number> | null } | null
  /** What the block before said of the passes of a contour that is repeated. */
  relief: { X: number; Z: number } | null
  /** A contour that is to be finished once its block is done. */
  finishes: { first: number; last: number } | null
  /** Rotary axes that the program has turned: degrees, null where not known, with the line. */
  turned: ReadonlyMap<string, { angle: number | null; line: number }>
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

export const NOWHERE: Readonly<Record<Axis, null>> = { X: null, Y: null, Z: null }

export const begin = (unit: 'mm' | 'in', isLathe: boolean): State => ({
  motion: null,
  cycle: null,
  turning: null,
  plane: isLathe ? 'ZX' : 'XY',
  incremental: false,
  centresAbsolute: false,
  unit,
  slot: null,
  tool: null,
  waiting: null,
  length: null,
  returns: 'initial',
  compensates: null,
  spindle: null,
  contour: null,
  relief: null,
  finishes: null,
  turned: new Map(),
  rotation: null,
  shift: { X: 0, Y: 0, Z: 0 },
  setAside: null,
  frame: null,
  at: { ...NOWHERE },
})

/** Rotary axes that stand elsewhere than at 0, where the slots are set: whole turns are nothing. */
export const notAtZero = ({ turned }: Pick<State, 'turned'>): string[] =>
  [...turned].flatMap(([axis, { angle }]) => (angle === null || angle % 360 !== 0 ? [axis] : []))

type Frame = Pick<State, 'rotation' | 'shift' | 'frame' | 'turned'>

/** Where the programmed place lies in the slot's own coordinates: turned, then shifted. */
export function inSlot(state: Frame, place: Place): Place {
  const { rotation, shift, frame } = state
  if (frame !== null || (state.turned.size > 0 && notAtZero(state).length > 0)) return NOWHERE
  // The usual case, at every move of a program.
  if (rotation === null && shift.X === 0 && shift.Y === 0 && shift.Z === 0) return place
  const turned = rotation === null ? place : rotate(rotation, place, 1)
  const add = (value: number | null, by: number | null) => (value === null || by === null ? null : value + by)
  return { X: add(turned.X, shift.X), Y: add(turned.Y, shift.Y), Z: add(turned.Z, shift.Z) }
}

/** What a place in the slot is called in the frame that is on: the other way round of `inSlot`. */
function fromSlot({ rotation, shift, frame }: Frame, place: Place): Record<Axis, number | null> {
  if (frame !== null) return { ...NOWHERE }
  const less = (value: number | null, by: number | null) => (value === null || by === null ? null : value - by)
  const moved = { X: less(place.X, shift.X), Y: less(place.Y, shift.Y), Z: less(place.Z, shift.Z) }
  return rotation === null ? moved : { ...rotate(rotation, moved, -1) }
}

/** Puts another shift or rotation in force. The tool stays where it is: what its place is called is worked out anew. */
export function changeFrame(state: State, to: Partial<Pick<State, 'rotation' | 'shift'>>): void {
  const place = inSlot(state, state.at)
  Object.assign(state, to)
  state.at = fromSlot(state, place)
}

function rotate(rotation: NonNullable<State['rotation']>, place: Place, way: 1 | -1): Place {
  if (rotation === 'unknown' || place.X === null || place.Y === null) return { ...place, X: null, Y: null }
  const [x, y] = [place.X - rotation.x, place.Y - rotation.y]
  const [cos, sin] = [Math.cos(rotation.angle), way * Math.sin(rotation.angle)]
  return { ...place, X: rotation.x + x * cos - y * sin, Y: rotation.y + x * sin + y * cos }
}
