import type { Axis } from '../machine/index.ts'

/** A place in part coordinates, nanometres; null on an axis that is not known. */
export type Place = Readonly<Record<Axis, number | null>>

/** Least and greatest on one axis, with the lines that go there. */
export interface Span {
  min: number
  max: number
  minLine: number
  maxLine: number
}

/** What a tool reaches in a slot, in part coordinates. */
export type Reached = Partial<Record<Axis, Span>>

/** Extents of one tool under one slot. */
export interface Extents {
  /** Tool number as the program calls it; null before any is called. */
  tool: string | null
  /** Null before any slot is called. */
  slot: string | null
  feed: Reached
  rapid: Reached
  /** Places that a rapid goes to, other than straight up. */
  into: Reached
}

/** How deep a tool goes over each small square of the plan, under one slot: all that is needed to hold it against what stands there. */
export interface Depths {
  tool: string | null
  slot: string | null
  /** Side of a square, nanometres. */
  square: number
  /** Middles of the squares, nanometres in part coordinates; X of a lathe is a radius. */
  x: number[]
  y: number[]
  /** Lowest Z of the tool's end there at feed and at rapid, with its line; NaN and 0 where it never is. */
  feed: { z: number[]; line: number[] }
  rapid: { z: number[]; line: number[] }
}

export const AXES: readonly Axis[] = ['X', 'Y', 'Z']

/** Takes a place into what is reached. */
export function reach(reached: Reached, place: Place, line: number): void {
  for (const axis of AXES) {
    const value = place[axis]
    if (value === null) continue
    const span = reached[axis]
    if (!span) reached[axis] = { min: value, max: value, minLine: line, maxLine: line }
    else if (value < span.min) {
      span.min = value
      span.minLine = line
    } else if (value > span.max) {
      span.max = value
      span.maxLine = line
    }
  }
}
