import { formatLength, nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import { centreByRadius, extremesOf, type PlanePoint } from './arc.ts'
import { AXES, type Place } from './extents.ts'
import { has, numberOf, textOf, type Given } from './given.ts'
import type { Listing } from './listing.ts'
import type { Move } from './read.ts'
import { Corners, cornerOf } from './corner.ts'
import { inSlot, notAtZero, type State, type TurningCycle } from './state.ts'
import { PLANES } from './plane.ts'
import { Under } from './under.ts'

/** An axis' word that adds to where it stands, on a lathe. */
const ADDS: Readonly<Record<Axis, string>> = { X: 'U', Y: 'V', Z: 'W' }

/** Ends of an arc may lie this far from one circle: posts round to a few micrometres, nanometres. */
const ROUND = 20_000

/** Everything that moves: what it reaches goes into the listing, and to whoever draws it. */
export class Motion {
  readonly listing: Listing
  readonly state: State
  /** How many nanometres a length word counts. */
  private readonly length: (given: Given, letter: string) => number | null
  private readonly diameters: boolean
  private readonly addsByLetter: boolean
  private readonly onMove: ((move: Move) => void) | undefined
  /** Words that say a corner without a comma. */
  private readonly bareCorners: readonly string[]
  private readonly under: Under
  private readonly corners: Corners

  constructor(
    listing: Listing,
    state: State,
    more: {
      length: (given: Given, letter: string) => number | null
      diameters: boolean
      addsByLetter: boolean
      bareCorners: readonly string[]
      onMove: ((move: Move) => void) | undefined
    },
  ) {
    this.listing = listing
    this.state = state
    this.length = more.length
    this.diameters = more.diameters
    this.addsByLetter = more.addsByLetter
    this.bareCorners = more.bareCorners
    this.onMove = more.onMove
    this.under = new Under(listing, state)
    this.corners = new Corners(this, more.diameters)
  }

  /** A distance across, of a lathe whose X counts diameters. */
  across(value: number): number {
    return this.diameters ? 2 * value : value
  }

  /** Where a block goes: each axis that it names, the others as they stand. */
  target(given: Given): Record<Axis, number | null> {
    const { at, incremental } = this.state
    const to = { X: at.X, Y: at.Y, Z: at.Z }
    for (const axis of AXES) {
      const adds = this.addsByLetter && given.words.has(ADDS[axis])
      if (!adds && !given.words.has(axis)) continue
      const value = this.length(given, adds ? ADDS[axis] : axis)
      const from = at[axis]
      if (value === null) to[axis] = null
      else if (adds || incremental) to[axis] = from === null ? null : from + value
      else to[axis] = value
      if (to[axis] === null)
        this.listing.notFollowed(
          given.block.line,
          textOf(given),
          value === null ? `${axis} is not known without the machine` : `${axis} is counted from where nobody knows`,
        )
    }
    return to
  }

  /** Axes that the block names. */
  named(given: Given): Axis[] {
    return AXES.filter((axis) => this.names(given, axis))
  }

  /** True where the block names a place. */
  goes(given: Given): boolean {
    return has(given, 'XYZ') || (this.addsByLetter && has(given, 'UVW'))
  }

  rapid(given: Given, to: Record<Axis, number | null>): void {
    this.corners.before(to)
    this.straight('rapid', given.block.line, to)
  }

  feed(given: Given, to: Record<Axis, number | null>): void {
    const { line } = given.block
    this.corners.before(to)
    this.under.cuts(line)
    const corner = cornerOf(given, this.length, this.bareCorners)
    if (corner) this.corners.hold(corner, line, to)
    else this.straight('feed', line, to)
  }

  /** What waits for the next straight move goes to where it was sent, with a sharp corner. */
  settle(): void {
    this.corners.before(null)
  }

  arc(given: Given, to: Record<Axis, number | null>, turns: 1 | -1): void {
    const { line } = given.block
    this.settle()
    const { plane, at } = this.state
    const { u, v, iu, iv } = PLANES[plane]
    this.under.cuts(line)
    const half = (axis: Axis, value: number) => (axis === 'X' && this.diameters ? value / 2 : value)
    const point = (place: Place): PlanePoint | null =>
      place[u] === null || place[v] === null ? null : { u: half(u, place[u]), v: half(v, place[v]) }
    const [start, end] = [point(at), point(to)]
    const centre = start && end && this.centre(given, start, end, turns, [iu, iv])
    if (!start || !end || !centre) {
      // What lies between is not known; its ends are.
      this.straight('feed', line, to)
      return
    }
    const back = (one: PlanePoint, other: Axis): Place => {
      const place: Record<Axis, number | null> = { ...to }
      place[u] = u === 'X' && this.diameters ? one.u * 2 : one.u
      place[v] = v === 'X' && this.diameters ? one.v * 2 : one.v
      place[other] = to[other]
      return place
    }
    const third = AXES.find((axis) => axis !== u && axis !== v)!
    for (const one of this.turnedExtremes({ start, end, centre, turns })) this.reach('feed', back(one, third), line)
    this.reach('feed', at, line)
    this.reach('feed', to, line)
    this.draw('feed', line, at, to, { centre: triple(inSlot(this.state, back(centre, third))), plane, turns })
    this.state.at = to
  }

  /** A rounded corner, which reaches nowhere beyond the lines that it joins. */
  round(line: number, to: Record<Axis, number | null>, centre: Place, turns: 1 | -1): void {
    const { at, plane } = this.state
    this.reach('feed', to, line)
    this.draw('feed', line, at, to, { centre: triple(inSlot(this.state, centre)), plane, turns })
    this.state.at = to
  }

  /** Extremes in the frame of the slot: an arc that is turned bulges elsewhere. */
  private turnedExtremes(arc: { start: PlanePoint; end: PlanePoint; centre: PlanePoint; turns: 1 | -1 }): PlanePoint[] {
    const { rotation, plane } = this.state
    if (rotation === null || rotation === 'unknown' || plane !== 'XY') return extremesOf(arc)
    const turn = (angle: number, { u, v }: PlanePoint): PlanePoint => ({
      u: u * Math.cos(angle) - v * Math.sin(angle),
      v: u * Math.sin(angle) + v * Math.cos(angle),
    })
    const { angle } = rotation
    const turned = { ...arc, start: turn(angle, arc.start), end: turn(angle, arc.end), centre: turn(angle, arc.centre) }
    return extremesOf(turned).map((point) => turn(-angle, point))
  }

  private centre(given: Given, start: PlanePoint, end: PlanePoint, turns: 1 | -1, [iu, iv]: [string, string]): PlanePoint | null {
    const { line } = given.block
    if (given.words.has('R') && !has(given, iu + iv)) {
      const radius = this.length(given, 'R')
      const found = radius === null ? null : centreByRadius(start, end, radius, turns)
      if (radius !== null && !found)
        this.listing.error(
          line,
          given.words.get('R')!.column,
          'An arc cannot have this radius: its ends lie further apart, or are one point.',
        )
      return found
    }
    if (!has(given, iu + iv)) {
      this.listing.error(line, 1, 'An arc stands here without a centre or a radius.')
      return null
    }
    const offset = (letter: string) => (given.words.has(letter) ? this.length(given, letter) : 0)
    const [du, dv] = [offset(iu), offset(iv)]
    if (du === null || dv === null) return null
    const centre = this.state.centresAbsolute ? { u: du, v: dv } : { u: start.u + du, v: start.v + dv }
    const [one, other] = [Math.hypot(start.u - centre.u, start.v - centre.v), Math.hypot(end.u - centre.u, end.v - centre.v)]
    if (Math.abs(one - other) > Math.max(ROUND, one * 1e-4)) {
      this.listing.error(line, 1, `An arc begins ${this.shown(one)} from its centre and ends ${this.shown(other)} from it.`)
      return null
    }
    return centre
  }

  /** One hole of a drilling cycle, at where the block goes in the plane; across it goes at the height where it stands. */
  hole(given: Given, to: Record<Axis, number | null>): void {
    const { state } = this
    const { cycle } = state
    if (!cycle) return
    const { line } = given.block
    const { Z } = state.at
    // From below R it comes up to R first.
    if (Z !== null && cycle.retract !== null && Z < cycle.retract) this.straight('rapid', line, { ...state.at, Z: cycle.retract })
    this.straight('rapid', line, { ...to, Z: state.at.Z })
    this.straight('rapid', line, { ...to, Z: cycle.retract })
    this.under.cuts(line)
    this.straight('feed', line, { ...to, Z: cycle.bottom })
    this.straight('rapid', line, { ...to, Z: state.returns === 'initial' ? cycle.initial : cycle.retract })
  }

  /** One pass of a turning cycle, or the last of a thread: in, along, out and back to where it began. */
  turns(given: Given, cycle: TurningCycle): void {
    const { line } = given.block
    const from = { ...this.state.at }
    const to = this.target(given)
    if (this.names(given, 'X')) cycle.X = to.X
    if (this.names(given, 'Z')) cycle.Z = to.Z
    const taper = ['R', 'I', 'K'].find((letter) => given.words.has(letter))
    if (taper) cycle.taper = this.length(given, taper) ?? 0
    const { X, Z } = { X: cycle.X ?? from.X, Z: cycle.Z ?? from.Z }
    const plus = (value: number | null, by: number) => (value === null ? null : value + by)
    this.under.cuts(line)
    if (cycle.code === 'across') {
      this.straight('rapid', line, { ...from, Z: plus(Z, cycle.taper) })
      this.straight('feed', line, { ...from, X, Z })
      this.straight('feed', line, { ...from, X })
    } else {
      const out = cycle.code === 'thread' ? 'rapid' : 'feed'
      this.straight('rapid', line, { ...from, X: plus(X, this.across(cycle.taper)) })
      this.straight('feed', line, { ...from, X, Z })
      this.straight(out, line, { ...from, Z })
    }
    this.straight('rapid', line, from)
  }

  /** Pecks along one axis, a step across after each, and back to where it began. */
  pecks(given: Given, along: 'X' | 'Z'): void {
    const { line } = given.block
    const from = { ...this.state.at }
    const to = this.target(given)
    const across = along === 'X' ? 'Z' : 'X'
    this.under.cuts(line)
    for (const at of this.steps(from[across], to[across], this.stepOf(given, across))) {
      if (at !== from[across]) this.straight('rapid', line, { ...from, [across]: at })
      this.straight('feed', line, { ...from, [across]: at, [along]: to[along] })
      this.straight('rapid', line, { ...from, [across]: at })
    }
    if (this.state.at[across] !== from[across]) this.straight('rapid', line, from)
  }

  /** Where it pecks on the way from one place to the other; the ends alone where the step is not known or is very small. */
  private steps(from: number | null, to: number | null, step: number): (number | null)[] {
    if (from === null || to === null || from === to) return [to]
    const times = step > 0 ? Math.ceil(Math.abs(to - from) / step) : 1
    if (times > MOST_PECKS) return [from, to]
    return Array.from({ length: times + 1 }, (_, at) => (at === times ? to : from + Math.sign(to - from) * step * at))
  }

  /** The step across of a pecking cycle: P on X, a radius, and Q on Z. */
  private stepOf(given: Given, across: 'X' | 'Z'): number {
    const letter = across === 'X' ? 'P' : 'Q'
    const word = given.words.get(letter)
    if (!word?.known) return 0
    // Without a point these count steps of the control, whatever lengths do.
    const value = word.pointed ? (this.length(given, letter) ?? 0) : word.known * this.listing.increments[this.state.unit]
    return Math.abs(across === 'X' ? this.across(value) : value)
  }

  /** The start of a contour's first pass, which stands off. */
  standsOff(line: number): void {
    this.reach('rapid', this.state.at, line)
  }

  private names(given: Given, axis: Axis): boolean {
    return given.words.has(axis) || (this.addsByLetter && given.words.has(ADDS[axis]))
  }

  /** A distance in the unit that the program is in just there. */
  private shown(value: number): string {
    const { unit } = this.state
    return `${formatLength(nm(Math.round(value)), { unit, decimals: unit === 'mm' ? 4 : 5 })} ${unit}`
  }

  /** Straight from where it stands. */
  straight(kind: 'feed' | 'rapid', line: number, to: Record<Axis, number | null>): void {
    const from = this.state.at
    if (this.state.slot === null) this.listing.read.beforeSlot ??= line
    if (to.Z !== from.Z) this.under.length(line)
    this.reach(kind, from, line)
    this.reach(kind, to, line)
    const isUp = from.X === to.X && from.Y === to.Y && from.Z !== null && to.Z !== null && to.Z >= from.Z
    if (kind === 'rapid' && !isUp) this.reach('into', to, line)
    this.draw(kind, line, from, to, null)
    this.state.at = to
  }

  private reach(kind: 'feed' | 'rapid' | 'into', place: Place, line: number): void {
    const { tool, slot, contour, turned } = this.state
    if (turned.size > 0) this.listing.hidden(line, notAtZero(this.state))
    this.listing.reached(kind, inSlot(this.state, place), line, tool, slot)
    const by = contour?.by
    if (!by) return
    const off = (axis: Axis) => (place[axis] === null ? null : place[axis] + by[axis])
    this.listing.reached(kind, inSlot(this.state, { X: off('X'), Y: off('Y'), Z: off('Z') }), line, tool, slot)
  }

  private draw(kind: 'feed' | 'rapid', line: number, from: Place, to: Place, arc: Move['arc']): void {
    if (!this.onMove) return
    const { tool, slot } = this.state
    this.onMove({ kind, line, tool, slot, from: triple(inSlot(this.state, from)), to: triple(inSlot(this.state, to)), arc })
  }

  /** A drilling cycle as its block defines it; what it does not say stays. */
  define(given: Given, code: number): void {
    const { state } = this
    const initial = state.cycle ? state.cycle.initial : state.at.Z
    const said = (letter: string, from: number | null): number | null | undefined => {
      if (!given.words.has(letter)) return undefined
      const value = this.length(given, letter)
      if (value === null) return null
      return state.incremental ? (from === null ? null : from + value) : value
    }
    const retract = said('R', initial)
    const before = state.cycle?.retract ?? initial
    const level = retract === undefined ? before : retract
    const bottom = said('Z', level)
    state.cycle = { code, initial, retract: level, bottom: bottom === undefined ? (state.cycle?.bottom ?? null) : bottom }
    if (state.cycle.bottom === null) this.listing.notFollowed(given.block.line, textOf(given), 'the bottom of the cycle is not known')
  }
}

/** So many pecks are followed one by one. */
const MOST_PECKS = 200

const triple = ({ X, Y, Z }: Place): [number, number, number] => [X ?? NaN, Y ?? NaN, Z ?? NaN]

/** How often a block is repeated: K or L, once where neither stands. */
export function repeats(given: Given): number {
  const times = numberOf(given, 'K') ?? numberOf(given, 'L')
  return times === null ? 1 : Math.max(0, Math.trunc(times))
}
