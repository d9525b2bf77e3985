import type { Dialect } from '../dialect.ts'
import type { Move } from '../read.ts'
import { flattenArc } from './flatten-arc.ts'
import { planFrameOf, type PlanFrame } from './plan-frame.ts'

/** How a vertex was come to: not at all (the path begins anew there), at rapid, at feed. */
export const JUMP = 0
export const RAPID = 1
export const FEED = 2

/** What is done with one tool under one slot. */
export interface PathPart {
  tool: string | null
  slot: string | null
}

/**
 * A path as vertices in arrays of one length, so that a million moves are few objects and go to another thread without a copy.
 * Part coordinates, millimetres; on a lathe that reads diameters, X is half of what the program says.
 */
export interface Toolpath {
  /** X, Y, Z of each vertex, one after the other. */
  places: Float32Array
  /** `JUMP`, `RAPID` or `FEED`, of the way to the vertex. */
  ways: Uint8Array
  /** Line of the program that goes there. */
  lines: Uint32Array
  /** Which of `parts` it belongs to. */
  belongs: Uint16Array
  parts: PathPart[]
  /** Moves that are left out because an axis is not known: before the first place, behind what cannot be followed. */
  leftOut: number
}

/** Turns moves as the reader tells them into a path: arcs become chords, and what is not known is left out and counted. */
export class ToolpathBuilder {
  private places = new Float32Array(3 * 1024)
  private ways = new Uint8Array(1024)
  private lines = new Uint32Array(1024)
  private belongs = new Uint16Array(1024)
  private count = 0
  private leftOut = 0
  private readonly parts: PathPart[] = []
  private readonly byName = new Map<string, number>()
  /** Where the last vertex lies, programmed nanometres; NaN where none does. */
  private last: [number, number, number] = [NaN, NaN, NaN]
  private lastPart = -1
  private readonly frame: PlanFrame

  constructor(dialect: Pick<Dialect, 'diameters' | 'kind'>) {
    this.frame = planFrameOf(dialect)
  }

  readonly push = (move: Move): void => {
    const [from, to] = [this.whole(move.from), this.whole(move.to)]
    if (to.some(Number.isNaN) || from.some(Number.isNaN)) {
      this.leftOut++
      this.last = [NaN, NaN, NaN]
      return
    }
    const part = this.partOf(move)
    if (part !== this.lastPart || from.some((value, axis) => value !== this.last[axis])) this.add(from, JUMP, move.line, part)
    const way = move.kind === 'feed' ? FEED : RAPID
    if (move.arc) for (const place of flattenArc(from, to, move.arc, this.frame.factorX)) this.add(place, way, move.line, part)
    this.add(to, way, move.line, part)
    this.last = [to[0], to[1], to[2]]
    this.lastPart = part
  }

  end(): Toolpath {
    return {
      places: this.places.slice(0, 3 * this.count),
      ways: this.ways.slice(0, this.count),
      lines: this.lines.slice(0, this.count),
      belongs: this.belongs.slice(0, this.count),
      parts: this.parts,
      leftOut: this.leftOut,
    }
  }

  private whole([x, y, z]: Move['from']): Move['from'] {
    return [x, this.frame.yOf(y), z]
  }

  private partOf({ tool, slot }: Move): number {
    const name = `${tool}|${slot}`
    const known = this.byName.get(name)
    if (known !== undefined) return known
    const at = this.parts.push({ tool, slot }) - 1
    this.byName.set(name, at)
    return at
  }

  private add([x, y, z]: readonly [number, number, number], way: number, line: number, part: number): void {
    if (this.count === this.ways.length) this.grow()
    const at = this.count++
    this.places[3 * at] = (x * this.frame.factorX) / 1e6
    this.places[3 * at + 1] = y / 1e6
    this.places[3 * at + 2] = z / 1e6
    this.ways[at] = way
    this.lines[at] = line
    this.belongs[at] = part
  }

  private grow(): void {
    const length = this.ways.length * 2
    const into = <T extends Float32Array | Uint8Array | Uint32Array | Uint16Array>(wider: T, old: T): T => {
      wider.set(old)
      return wider
    }
    this.places = into(new Float32Array(3 * length), this.places)
    this.ways = into(new Uint8Array(length), this.ways)
    this.lines = into(new Uint32Array(length), this.lines)
    this.belongs = into(new Uint16Array(length), this.belongs)
  }
}
