import type { Dialect } from './dialect.ts'
import type { Depths } from './extents.ts'
import { flattenArc } from './path/flatten-arc.ts'
import { planFrameOf, type PlanFrame } from './path/plan-frame.ts'
import type { Move } from './read.ts'

/** Squares are as small as this, nanometres, as long as there are not too many of them; then they double. */
const SQUARE = 1_000_000
const MOST = 60_000
/** A move is looked at this many times in each square that it crosses. */
const LOOKS = 2

type Squares = Map<number, { feed: number; feedLine: number; rapid: number; rapidLine: number }>
interface Group {
  tool: string | null
  slot: string | null
  squares: Squares
}

/** A square by one number that fits a small integer: sixteen metres either way, and what lies beyond counts as the rim. */
const HALF = 1 << 14
const WIDE = 2 * HALF
const within = (at: number): number => (at < -HALF ? -HALF : at >= HALF ? HALF - 1 : at)
const keyOf = (x: number, y: number): number => (within(x) + HALF) * WIDE + within(y) + HALF
const placeOf = (key: number): [number, number] => [Math.floor(key / WIDE) - HALF, (key % WIDE) - HALF]

/** Gathers the depths of a program while it is read. Bounded: a long program makes its squares larger and not more. */
export class DepthMap {
  private square = SQUARE
  private count = 0
  private last: Group | null = null
  private readonly groups = new Map<string, Group>()
  private readonly frame: PlanFrame

  constructor(dialect: Pick<Dialect, 'diameters' | 'kind'>) {
    this.frame = planFrameOf(dialect)
  }

  readonly push = (move: Move): void => {
    const group = this.groupOf(move)
    const isFeed = move.kind === 'feed'
    let from = move.from
    if (move.arc)
      for (const place of flattenArc(move.from, move.to, move.arc, this.frame.factorX)) {
        this.along(group.squares, from, place, isFeed, move.line)
        from = place
      }
    this.along(group.squares, from, move.to, isFeed, move.line)
    // Squares that no longer fit are joined four to one.
    while (this.count > MOST) this.widen()
  }

  end(): Depths[] {
    return [...this.groups.values()].map(({ tool, slot, squares }) => {
      const all = [...squares]
      const middle = (at: 0 | 1) => all.map(([key]) => (placeOf(key)[at] + 0.5) * this.square)
      const list = (what: 'feed' | 'feedLine' | 'rapid' | 'rapidLine') => all.map(([, one]) => one[what])
      return {
        tool,
        slot,
        square: this.square,
        x: middle(0),
        y: middle(1),
        feed: { z: list('feed'), line: list('feedLine') },
        rapid: { z: list('rapid'), line: list('rapidLine') },
      }
    })
  }

  private groupOf({ tool, slot }: Move): Group {
    const { last } = this
    if (last !== null && last.tool === tool && last.slot === slot) return last
    const name = `${tool}|${slot}`
    const known = this.groups.get(name)
    const group = known ?? { tool, slot, squares: new Map() as Squares }
    if (!known) this.groups.set(name, group)
    this.last = group
    return group
  }

  private along(squares: Squares, from: Move['from'], to: Move['to'], isFeed: boolean, line: number): void {
    const { square } = this
    const [x, y, z] = [to[0] * this.frame.factorX, this.frame.yOf(to[1]), to[2]]
    if (Number.isNaN(x) || Number.isNaN(y) || Number.isNaN(z)) return
    // From a place that is not known only the end of the move is.
    const isKnown = !Number.isNaN(from[0]) && !Number.isNaN(this.frame.yOf(from[1])) && !Number.isNaN(from[2])
    const [fromX, fromY, fromZ] = isKnown ? [from[0] * this.frame.factorX, this.frame.yOf(from[1]), from[2]] : [x, y, z]
    const steps = Math.ceil((LOOKS * Math.max(Math.abs(x - fromX), Math.abs(y - fromY))) / square)
    let [before, low] = [fromZ, fromZ < z ? fromZ : z]
    for (let n = 1; n <= steps; n++) {
      const after = fromZ + ((z - fromZ) * n) / steps
      const part = (n - 1) / steps
      low = before < after ? before : after
      this.mark(squares, fromX + (x - fromX) * part, fromY + (y - fromY) * part, low, isFeed, line)
      before = after
    }
    this.mark(squares, x, y, low, isFeed, line)
  }

  private mark(squares: Squares, x: number, y: number, z: number, isFeed: boolean, line: number): void {
    const key = keyOf(Math.floor(x / this.square), Math.floor(y / this.square))
    let one = squares.get(key)
    if (!one) {
      one = { feed: NaN, feedLine: 0, rapid: NaN, rapidLine: 0 }
      squares.set(key, one)
      this.count++
    }
    if (isFeed && !(one.feed <= z)) {
      one.feed = z
      one.feedLine = line
    } else if (!isFeed && !(one.rapid <= z)) {
      one.rapid = z
      one.rapidLine = line
    }
  }

  private widen(): void {
    this.square *= 2
    this.count = 0
    for (const group of this.groups.values()) {
      const wider: Squares = new Map()
      for (const [key, one] of group.squares) {
        const [x, y] = placeOf(key)
        const into = keyOf(Math.floor(x / 2), Math.floor(y / 2))
        const known = wider.get(into)
        if (!known) wider.set(into, { ...one })
        else
          for (const kind of ['feed', 'rapid'] as const)
            if (!(known[kind] <= one[kind]) && !Number.isNaN(one[kind])) {
              known[kind] = one[kind]
              known[`${kind}Line`] = one[`${kind}Line`]
            }
      }
      group.squares = wider
      this.count += wider.size
    }
  }
}
