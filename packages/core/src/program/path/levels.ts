import { JUMP, type Toolpath } from './toolpath.ts'

/** Vertices of one block, whose bounds tell whether it has to be looked at. */
export const BLOCK = 256

/** A path as it is drawn: with the bounds of its blocks, and how far what is left out of it may lie from it. */
export interface Level {
  path: Toolpath
  /** Least X, Y, Z and greatest X, Y, Z of each block, millimetres; a block has the vertex before it too. */
  bounds: Float32Array
  /** Millimetres. */
  tolerance: number
}

/** Each level is so many times coarser than the one before. */
const STEP = 4
/** Levels stop where so few vertices are left. */
const FEW = 20_000
const MOST_LEVELS = 9

/**
 * The path at several finenesses, the finest first: what is drawn small needs few vertices, what is drawn large has few in sight.
 * @param first tolerance of the first coarser level, millimetres
 */
export function levelsOf(path: Toolpath, first = 0.02): Level[] {
  const levels: Level[] = [withBounds(path, 0)]
  for (let tolerance = first; levels.length < MOST_LEVELS; tolerance *= STEP) {
    const finer = levels.at(-1)!.path
    if (finer.ways.length <= FEW) break
    levels.push(withBounds(thinned(finer, tolerance), tolerance))
  }
  return levels
}

/** The level to draw where a pixel is so many millimetres wide: nothing that is left out lies half a pixel off. */
export const levelFor = (levels: readonly Level[], pixel: number): Level =>
  levels.findLast(({ tolerance }) => tolerance <= pixel / 2) ?? levels[0]!

/**
 * Leaves out vertices that lie closer to the last one kept than the tolerance. Where the way changes (a jump, rapid to feed,
 * another tool) the vertex stays, so that nothing is joined that was apart.
 */
export function thinned(path: Toolpath, tolerance: number): Toolpath {
  const { places, ways, lines, belongs } = path
  const kept = new Uint32Array(ways.length)
  let count = 0
  let last = -1
  for (let at = 0; at < ways.length; at++) {
    const isLast = at + 1 === ways.length || ways[at + 1] !== ways[at]
    if (last >= 0 && ways[at] !== JUMP && !isLast && within(places, last, at, tolerance)) continue
    kept[count++] = at
    last = at
  }
  const take = <T extends Uint8Array | Uint32Array | Uint16Array>(into: T, from: T): T => {
    for (let n = 0; n < count; n++) into[n] = from[kept[n]!]!
    return into
  }
  const taken = new Float32Array(3 * count)
  for (let n = 0; n < count; n++) taken.set(places.subarray(3 * kept[n]!, 3 * kept[n]! + 3), 3 * n)
  return {
    ...path,
    places: taken,
    ways: take(new Uint8Array(count), ways),
    lines: take(new Uint32Array(count), lines),
    belongs: take(new Uint16Array(count), belongs),
  }
}

function within(places: Float32Array, one: number, other: number, tolerance: number): boolean {
  for (let axis = 0; axis < 3; axis++) if (Math.abs(places[3 * one + axis]! - places[3 * other + axis]!) > tolerance) return false
  return true
}

function withBounds(path: Toolpath, tolerance: number): Level {
  const blocks = Math.ceil(path.ways.length / BLOCK)
  const bounds = new Float32Array(6 * blocks)
  for (let block = 0; block < blocks; block++) {
    bounds.fill(Infinity, 6 * block, 6 * block + 3)
    bounds.fill(-Infinity, 6 * block + 3, 6 * block + 6)
    const end = Math.min((block + 1) * BLOCK, path.ways.length)
    for (let at = Math.max(0, block * BLOCK - 1); at < end; at++)
      for (let axis = 0; axis < 3; axis++) {
        const value = path.places[3 * at + axis]!
        if (value < bounds[6 * block + axis]!) bounds[6 * block + axis] = value
        if (value > bounds[6 * block + 3 + axis]!) bounds[6 * block + 3 + axis] = value
      }
  }
  return { path, bounds, tolerance }
}
