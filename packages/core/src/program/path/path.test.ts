import { describe, expect, it } from 'vitest'
import { Chance, generateProgram, LATHE, MILL, mounted, scene, stands } from '@rook/testing'
import { mm, nm } from '../../length/index.ts'
import { lengthRegister, registerKey, rotationRegister, workRegister } from '../../register/index.ts'
import { dialectOf } from '../dialect.ts'
import { readProgram } from '../index.ts'
import {
  aroundPath,
  BLOCK,
  FEED,
  JUMP,
  levelFor,
  levelsOf,
  nearestLine,
  pathViews,
  RAPID,
  ToolpathBuilder,
  travelInPart,
  type PathView,
  type Toolpath,
} from './index.ts'

function pathOf(text: string, machine = MILL): Toolpath {
  const dialect = dialectOf(machine)
  const builder = new ToolpathBuilder(dialect)
  readProgram(() => [text], dialect, builder.push)
  return builder.end()
}

const vertex = ({ places }: Toolpath, at: number) => [...places.subarray(3 * at, 3 * at + 3)]
const all = (path: Toolpath) => [...path.lines.keys()].map((at) => ({ place: vertex(path, at), way: path.ways[at], line: path.lines[at] }))

/** Down at (10, 10), along to X30, a half circle over (40, 20) to X50, and up. */
const BRIDGE = [
  'G21 G90 G17',
  'T4 M6',
  'G54 G0 X10. Y10.',
  'G43 H4 Z50.',
  'G1 Z-2. F100',
  'X30.',
  'G2 X50. Y10. I10. J0.',
  'G0 Z50.',
  'M30',
].join('\n')
const [above, front, side] = pathViews('mill') as [PathView, PathView, PathView]

describe('a path', () => {
  it('has a vertex for each place that is known, with its way and its line', () => {
    const path = pathOf(BRIDGE)
    const met = all(path)
    expect(met.slice(0, 3)).toEqual([
      { place: [10, 10, 50], way: JUMP, line: 5 },
      { place: [10, 10, -2], way: FEED, line: 5 },
      { place: [30, 10, -2], way: FEED, line: 6 },
    ])
    expect(met.slice(-2)).toEqual([
      { place: [50, 10, -2], way: FEED, line: 7 },
      { place: [50, 10, 50], way: RAPID, line: 8 },
    ])
    // The first place has no Z yet, and the way to the first Z none to come from.
    expect(path.leftOut).toBe(2)
    expect(path.parts).toEqual([{ tool: '4', slot: 'G54' }])
  })

  it('takes an arc as chords on its circle, over the side that the program says', () => {
    const arc = all(pathOf(BRIDGE)).filter(({ line }) => line === 7)
    for (const { place } of arc) expect(Math.hypot(place[0]! - 40, place[1]! - 10)).toBeCloseTo(10, 4)
    expect(Math.max(...arc.map(({ place }) => place[1]!))).toBeCloseTo(20, 2)
    expect(Math.min(...arc.map(({ place }) => place[1]!))).toBeCloseTo(10, 4)
    // Half a turn at radius 10 with chords 0.005 from it: π over 2 acos(1 − 0.0005) is 49.7.
    expect(arc).toHaveLength(50)
    const other = all(pathOf(BRIDGE.replace('G2 X50', 'G3 X50'))).filter(({ line }) => line === 7)
    expect(Math.min(...other.map(({ place }) => place[1]!))).toBeCloseTo(0, 2)
  })

  it('rises evenly along a helix, and begins anew where another tool or slot does', () => {
    const text = ['T4 M6', 'G55 G0 X0 Y0', 'Z0', 'G3 X0 Y0 I5. J0 Z-4. F100', 'T7 M6', 'G0 X0 Y0', 'Z1.', 'G1 X1.'].join('\n')
    const path = pathOf(text)
    const turn = all(path).filter(({ line }) => line === 4)
    const half = turn.reduce((one, other) => (other.place[0]! > one.place[0]! ? other : one))
    expect(half.place[2]).toBeCloseTo(-2, 1)
    expect(path.parts).toEqual([
      { tool: '4', slot: 'G55' },
      { tool: '7', slot: 'G55' },
    ])
    expect(all(path).slice(-2)).toEqual([
      { place: [0, 0, 1], way: JUMP, line: 8 },
      { place: [1, 0, 1], way: FEED, line: 8 },
    ])
  })

  it('is drawn in radii on a lathe that reads diameters', () => {
    // From diameter 20 a quarter of radius 5 out to diameter 30, centre on diameter 20: 5 under it in Z.
    const path = pathOf(['T0101', 'G54 G0 X20. Z0.', 'G3 X30. Z-5. R5. F0.1', 'G1 X40.'].join('\n'), LATHE)
    const met = all(path)
    expect(met.at(-1)!.place).toEqual([20, 0, -5])
    for (const { place } of met.filter(({ line }) => line === 3)) expect(Math.hypot(place[0]! - 10, place[2]! + 5)).toBeCloseTo(5, 4)
  })

  it('reaches what the reader says the program reaches', () => {
    for (let seed = 0; seed < 60; seed++) {
      const { text, cuts } = generateProgram(new Chance(`path ${seed}`))
      const path = pathOf(text)
      for (const [key, spans] of cuts) {
        const part = path.parts.findIndex(({ tool, slot }) => `${tool}|${slot}` === key)
        const ends = all(path).filter((_, at) => path.belongs[at] === part && (path.ways[at] === FEED || path.ways[at + 1] === FEED))
        for (const [axis, name] of (['X', 'Y', 'Z'] as const).entries()) {
          const values = ends.map(({ place }) => place[axis]!)
          // The spans are sampled and rounded to 0.0001; a chord lies up to 0.005 within its arc.
          expect(Math.abs(Math.min(...values) - spans[name].min), `seed ${seed}, ${key}, least ${name}`).toBeLessThan(0.02)
          expect(Math.abs(Math.max(...values) - spans[name].max), `seed ${seed}, ${key}, greatest ${name}`).toBeLessThan(0.02)
        }
      }
    }
  })
})

/** A meander of a hundred thousand short moves over 100 by 100, a line each, with a rapid across now and then. */
function meander(): Toolpath {
  const lines = ['T4 M6', 'G54 G0 X0 Y0', 'Z0']
  for (let row = 0; row < 100; row++) {
    lines.push(`G0 Y${row}.`)
    for (let step = 1; step <= 600; step++) lines.push(`G1 X${((row % 2 ? 600 - step : step) / 6).toFixed(3)}`)
  }
  return pathOf(lines.join('\n'))
}

describe('levels', () => {
  const path = meander()
  const levels = levelsOf(path)

  it('get coarser, and nothing that is left out lies further off than they say', () => {
    expect(levels[0]!.path).toBe(path)
    expect(levels.length).toBeGreaterThan(2)
    const coarse = levels.at(-1)!
    expect(coarse.path.ways.length).toBeLessThan(path.ways.length / 3)
    const kept = new Map<number, number[]>()
    for (const [at, line] of coarse.path.lines.entries()) kept.set(line, vertex(coarse.path, at))
    let last: number[] = []
    // Levels build upon each other: their tolerances add up to less than a third more than the last.
    for (const [at, line] of path.lines.entries()) {
      last = kept.get(line) ?? last
      const place = vertex(path, at)
      expect(Math.max(...place.map((value, axis) => Math.abs(value - last[axis]!)))).toBeLessThan(coarse.tolerance * 1.34)
    }
  })

  it('keep where rapid turns to feed, so that nothing is joined that was apart', () => {
    const rapids = ({ ways }: Toolpath) => ways.reduce((sum, way) => sum + (way === RAPID ? 1 : 0), 0)
    for (const level of levels) expect(rapids(level.path)).toBe(rapids(path))
  })

  it('are chosen by how wide a pixel is', () => {
    expect(levelFor(levels, 0.001).tolerance).toBe(0)
    expect(levelFor(levels, 0.04).tolerance).toBe(0.02)
    expect(levelFor(levels, 100)).toBe(levels.at(-1))
  })

  it('bound each block, the vertex before it taken in', () => {
    const { bounds } = levels[0]!
    expect(bounds.length).toBe(6 * Math.ceil(path.ways.length / BLOCK))
    for (let at = 1; at < path.ways.length; at += 97) {
      const block = Math.floor(at / BLOCK)
      for (const one of [at - 1, at])
        for (let axis = 0; axis < 3; axis++) {
          if (Math.floor(at / BLOCK) !== Math.floor((at - 1) / BLOCK) && one < block * BLOCK - 1) continue
          expect(vertex(path, one)[axis]).toBeGreaterThanOrEqual(bounds[6 * block + axis]!)
          expect(vertex(path, one)[axis]).toBeLessThanOrEqual(bounds[6 * block + 3 + axis]!)
        }
    }
  })
})

describe('the line under a finger', () => {
  const level = levelsOf(pathOf(BRIDGE))[0]!
  const every = () => true

  it('is that of the nearest move of the view', () => {
    expect(nearestLine(level, above, { right: 20, up: 10.3 }, 1, every)).toBe(6)
    expect(nearestLine(level, above, { right: 40, up: 20.4 }, 1, every)).toBe(7)
    expect(nearestLine(level, front, { right: 10.2, up: 20 }, 1, every)).toBe(5)
    expect(nearestLine(level, front, { right: 49.9, up: 20 }, 1, every)).toBe(8)
  })

  it('is none where nothing lies near, nor where what lies there is not looked at', () => {
    expect(nearestLine(level, above, { right: 20, up: 14 }, 1, every)).toBeNull()
    expect(nearestLine(level, above, { right: 20, up: 10.3 }, 1, () => false)).toBeNull()
  })
})

describe('what stands around a path', () => {
  it('is how far the axes go, counted from part zero with the tool: M less zero and length', () => {
    const tool = mounted('4', 'em-12', 'End mill 12')
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-313.204))],
      [workRegister('G54', 'Z'), stands(mm(-476.566))],
      [lengthRegister('4'), stands(mm(103.476))],
    ])
    const [x, y, z] = MILL.travels.map((limit) => travelInPart(limit, 'G54', tool, at))
    // −660 + 313.204 and 0 + 313.204; Z: 0 + 476.566 − 103.476, and 560 less.
    expect(x).toEqual({ min: mm(-346.796), max: mm(313.204) })
    expect(z).toEqual({ min: mm(-186.91), max: mm(373.09) })
    expect(y).toBeNull()
    // Where the slot is turned, X and Y of the part are not those of the machine; Z is.
    const turned = { ...at, standing: { ...at.standing, [registerKey(rotationRegister('G54'))]: stands(nm(90_000_000)) } }
    expect(MILL.travels.map((limit) => travelInPart(limit, 'G54', tool, turned))).toEqual([null, null, z])
  })

  it('is the stock and its jaws as each view sees them', () => {
    const plan = { ...scene().plan!, holding: { kind: 'vise' as const, count: 1, fixedJaw: 'Y+' as const, grip: mm(6), parallels: mm(20) } }
    const fixed = (view: PathView) =>
      aroundPath(plan, view)!
        .pieces.find(({ label }) => label === 'fixed jaw')
        ?.points.map(({ x, y }) => [x / 1e6, y / 1e6])
    expect(aroundPath(plan, side)!.stock).toEqual({ min: { x: 0, y: mm(-18) }, max: { x: mm(63), y: mm(0.8) } })
    // From above it lies beyond Y63; from the right it stands right of Y63 and grips 6 of the stock over its foot at −18.
    expect(Math.min(...fixed(above)!.map(([, y]) => y!))).toBe(63)
    expect(Math.min(...fixed(side)!.map(([x]) => x!))).toBe(63)
    expect(Math.max(...fixed(side)!.map(([, y]) => y!))).toBe(-12)
    expect(aroundPath({ ...plan, stock: null }, above)).toBeNull()
  })
})
