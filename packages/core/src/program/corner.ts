import type { Axis } from '../machine/index.ts'
import type { Place } from './extents.ts'
import type { Given } from './given.ts'
import type { Listing } from './listing.ts'
import { PLANES } from './plane.ts'
import type { State } from './state.ts'

/** A corner at the end of a line: rounded by a radius, or cut off by as much on both sides, nanometres. */
export interface Corner {
  kind: 'round' | 'flat'
  by: number
}

/** The corner that a line ends with: `,R` and `,C`, and the words that say it without a comma on this control. */
export function cornerOf(given: Given, length: (given: Given, letter: string) => number | null, bare: readonly string[]): Corner | null {
  const letter = [',R', ',C', ...bare].find((one) => given.words.has(one))
  if (!letter) return null
  const by = length(given, letter)
  return by === null || by === 0 ? null : { kind: letter.endsWith('R') ? 'round' : 'flat', by: Math.abs(by) }
}

/** What goes where it is told. */
interface Goes {
  readonly state: State
  readonly listing: Listing
  straight(kind: 'feed' | 'rapid', line: number, to: Record<Axis, number | null>): void
  round(line: number, to: Record<Axis, number | null>, centre: Place, turns: 1 | -1): void
}

interface Held {
  corner: Corner
  line: number
  from: Place
}

type Point = readonly [u: number, v: number]

/** A line that ends with a corner waits for the next one: only both say where the corner lies. */
export class Corners {
  private readonly motion: Goes
  private readonly diameters: boolean
  private held: Held | null = null

  constructor(motion: Goes, diameters: boolean) {
    this.motion = motion
    this.diameters = diameters
  }

  hold(corner: Corner, line: number, to: Record<Axis, number | null>): void {
    this.held = { corner, line, from: this.motion.state.at }
    this.motion.state.at = to
  }

  /** Goes round the corner toward where it goes next; straight to the end of the line where no line follows. */
  before(next: Place | null): void {
    const { held } = this
    if (!held) return
    this.held = null
    const { motion } = this
    const { state, listing } = motion
    const end = state.at
    state.at = { ...held.from }
    const { u, v } = PLANES[state.plane]
    const point = (place: Place | null): Point | null =>
      place === null || place[u] === null || place[v] === null ? null : [this.half(u, place[u]), this.half(v, place[v])]
    const [one, corner, other] = [point(held.from), point(end), point(next)]
    const round = one && corner && other ? cut(one, corner, other, held.corner) : null
    if (!round) return motion.straight('feed', held.line, end)
    if (round === 'no room') {
      listing.error(held.line, 1, 'The corner at the end of this line is larger than the lines that it joins.')
      return motion.straight('feed', held.line, end)
    }
    const place = ([pu, pv]: Point): Record<Axis, number | null> => ({ ...end, [u]: this.whole(u, pu), [v]: this.whole(v, pv) })
    motion.straight('feed', held.line, place(round.begins))
    if (round.centre) motion.round(held.line, place(round.ends), place(round.centre), round.turns)
    else motion.straight('feed', held.line, place(round.ends))
  }

  private half(axis: Axis, value: number): number {
    return axis === 'X' && this.diameters ? value / 2 : value
  }
  private whole(axis: Axis, value: number): number {
    return Math.round(axis === 'X' && this.diameters ? value * 2 : value)
  }
}

/** Where a corner between two lines begins and ends; null where they run on or back in one line. */
function cut(from: Point, corner: Point, to: Point, { kind, by }: Corner) {
  const [a, b] = [along(from, corner), along(corner, to)]
  if (a.length === 0 || b.length === 0) return null
  const cross = a.u * b.v - a.v * b.u
  const dot = a.u * b.u + a.v * b.v
  if (Math.abs(cross) < 1e-9) return null
  // Both lines touch a circle of radius r at r·tan(θ/2) from where they meet.
  const back = kind === 'flat' ? by : by * Math.tan(Math.abs(Math.atan2(cross, dot)) / 2)
  if (back > a.length + 1 || back > b.length + 1) return 'no room' as const
  const begins: Point = [corner[0] - a.u * back, corner[1] - a.v * back]
  const ends: Point = [corner[0] + b.u * back, corner[1] + b.v * back]
  const turns: 1 | -1 = cross > 0 ? 1 : -1
  return { begins, ends, turns, centre: kind === 'flat' ? null : ([begins[0] - a.v * by * turns, begins[1] + a.u * by * turns] as Point) }
}

function along(from: Point, to: Point) {
  const [du, dv] = [to[0] - from[0], to[1] - from[1]]
  const length = Math.hypot(du, dv)
  return { u: du / length, v: dv / length, length }
}
