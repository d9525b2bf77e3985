import { formatLength, nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import { centreByRadius, extremesOf, type PlanePoint } from './arc.ts'
import { AXES, type Place } from './extents.ts'
import { has, numberOf, textOf, type Given } from './given.ts'
import type { Listing } from './listing.ts'
import type { Move } from './read.ts'
import { inSlot, type Plane, type State } from './state.ts'

/** Axes of a plane: the two it spans, seen so that the third looks at you, and the letters of an arc's centre in it. */
const PLANES: Readonly<Record<Plane, { u: Axis; v: Axis; iu: string; iv: string }>> = {
  XY: { u: 'X', v: 'Y', iu: 'I', iv: 'J' },
  ZX: { u: 'Z', v: 'X', iu: 'K', iv: 'I' },
  YZ: { u: 'Y', v: 'Z', iu: 'J', iv: 'K' },
}

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

  constructor(
    listing: Listing,
    state: State,
    more: {
      length: (given: Given, letter: string) => number | null
      diameters: boolean
      addsByLetter: boolean
      onMove: ((move: Move) => void) | undefined
    },
  ) {
    this.listing = listing
    this.state = state
    this.length = more.length
    this.diameters = more.diameters
    this.addsByLetter = more.addsByLetter
    this.onMove = more.onMove
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
    return AXES.filter((axis) => given.words.has(axis) || (this.addsByLetter && given.words.has(ADDS[axis])))
  }

  /** True where the block names a place. */
  goes(given: Given): boolean {
    return has(given, 'XYZ') || (this.addsByLetter && has(given, 'UVW'))
  }

  rapid(given: Given, to: Record<Axis, number | null>): void {
    this.straight('rapid', given.block.line, to)
  }

  feed(given: Given, to: Record<Axis, number | null>): void {
    this.cuts(given.block.line)
    this.straight('feed', given.block.line, to)
  }

  arc(given: Given, to: Record<Axis, number | null>, turns: 1 | -1): void {
    const { line } = given.block
    const { plane, at } = this.state
    const { u, v, iu, iv } = PLANES[plane]
    this.cuts(line)
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

  /** One hole of a drilling cycle, at where the block goes in the plane. */
  hole(given: Given, to: Record<Axis, number | null>): void {
    const { state } = this
    const { cycle } = state
    if (!cycle) return
    const { line } = given.block
    const over = { ...to, Z: cycle.initial }
    this.straight('rapid', line, over)
    this.straight('rapid', line, { ...to, Z: cycle.retract })
    this.cuts(line)
    this.straight('feed', line, { ...to, Z: cycle.bottom })
    this.straight('rapid', line, { ...to, Z: state.returns === 'initial' ? cycle.initial : cycle.retract })
  }

  /** A cut that comes back to where it began: a turning, grooving or threading cycle. */
  there(given: Given, to: Record<Axis, number | null>): void {
    const from = { ...this.state.at }
    this.cuts(given.block.line)
    this.straight('feed', given.block.line, to)
    this.straight('rapid', given.block.line, from)
  }

  /** A distance in the unit that the program is in just there. */
  private shown(value: number): string {
    const { unit } = this.state
    return `${formatLength(nm(Math.round(value)), { unit, decimals: unit === 'mm' ? 4 : 5 })} ${unit}`
  }

  private straight(kind: 'feed' | 'rapid', line: number, to: Record<Axis, number | null>): void {
    const from = this.state.at
    if (this.state.slot === null) this.listing.read.beforeSlot ??= line
    this.reach(kind, from, line)
    this.reach(kind, to, line)
    const isUp = from.X === to.X && from.Y === to.Y && from.Z !== null && to.Z !== null && to.Z >= from.Z
    if (kind === 'rapid' && !isUp) this.reach('into', to, line)
    this.draw(kind, line, from, to, null)
    this.state.at = to
  }

  /** What has to be there before metal is cut. */
  private cuts(line: number): void {
    const { state, listing } = this
    if (state.slot === null) listing.read.beforeSlot ??= line
    if (state.tool === null) listing.read.beforeTool ??= line
    const tool = state.length ? undefined : listing.toolOf(state.tool)
    if (tool) tool.cutsWithoutLength ??= line
  }

  private reach(kind: 'feed' | 'rapid' | 'into', place: Place, line: number): void {
    this.listing.reached(kind, inSlot(this.state, place), line, this.state.tool, this.state.slot)
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

const triple = ({ X, Y, Z }: Place): [number, number, number] => [X ?? NaN, Y ?? NaN, Z ?? NaN]

/** How often a block is repeated: K or L, once where neither stands. */
export function repeats(given: Given): number {
  const times = numberOf(given, 'K') ?? numberOf(given, 'L')
  return times === null ? 1 : Math.max(0, Math.trunc(times))
}
