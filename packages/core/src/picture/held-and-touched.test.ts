import { Chance, GAUGES, mounted, PLAYS, run, scene } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { KIND_WORDS, type ToolKind } from '../assembly/index.ts'
import { drawBar, drawStock, type Box, type Point } from '../drawing/index.ts'
import type { GaugeFamily } from '../gauge/index.ts'
import { mm, nm } from '../length/index.ts'
import { STOCK_SIDES, type Holding } from '../scene/index.ts'
import { closeUp, finderOutline, holdingPieces, standingTool, turningTool } from './index.ts'

const stock = scene().plan!.stock!
const around = (points: readonly Point[]): Box => ({
  min: { x: nm(Math.min(...points.map(({ x }) => x))), y: nm(Math.min(...points.map(({ y }) => y))) },
  max: { x: nm(Math.max(...points.map(({ x }) => x))), y: nm(Math.max(...points.map(({ y }) => y))) },
})
const held = (view: 'above' | 'front', holding: Holding) => holdingPieces({ ...drawStock(view, stock), holding })
const vise = (more: Partial<Extract<Holding, { kind: 'vise' }>> = {}): Holding => ({
  kind: 'vise',
  count: 1,
  fixedJaw: 'Y+',
  grip: mm(6),
  parallels: mm(20),
  ...more,
})

describe('a part in a vise', () => {
  it.each(STOCK_SIDES)('has the fixed jaw against its side %s, and the moving one against the other', (fixedJaw) => {
    const jaws = held('above', vise({ fixedJaw }))
    const [fixed, moving] = ['fixed jaw', 'moving jaw'].map((name) => around(jaws.find(({ label }) => label === name)!.points))
    const part = { X: { min: 0, max: mm(92) }, Y: { min: 0, max: mm(63) } }[fixedJaw[0] as 'X' | 'Y']
    const along = fixedJaw[0] === 'X' ? 'x' : 'y'
    const [plus, minus] = fixedJaw[1] === '+' ? [fixed!, moving!] : [moving!, fixed!]
    expect(plus.min[along]).toBe(part.max)
    expect(minus.max[along]).toBe(part.min)
  })

  it('stands on its parallels, and the jaws reach up as far as they grip', () => {
    const pieces = held('front', vise())
    // The stock's lowest face is at -18: the bed 20 below it, the jaws' upper edge 6 above it.
    expect(around(pieces.find(({ what }) => what === 'parallel')!.points)).toMatchObject({ min: { y: mm(-38) }, max: { y: mm(-18) } })
    expect(around(pieces.find(({ what }) => what === 'jaw')!.points)).toMatchObject({ min: { y: mm(-38) }, max: { y: mm(-12) } })
    expect(around(pieces.find(({ what }) => what === 'bed')!.points).max.y).toBe(mm(-38))
  })

  it('may lie in several vises: each has its jaws, with room between them', () => {
    const jaws = held('above', vise({ count: 2 })).map(({ points }) => around(points))
    expect(jaws).toHaveLength(4)
    expect(jaws[0]!.max.x).toBeLessThan(jaws[1]!.min.x)
  })

  it('is not gripped higher than it is', () => {
    const [jaw] = held('front', vise({ grip: mm(500) })).filter(({ what }) => what === 'jaw')
    expect(around(jaw!.points).max.y).toBe(mm(0.8))
  })
})

describe('what holds the work', () => {
  it('lies under a plate, and under the clamps', () => {
    const plate = held('front', { kind: 'plate', thickness: mm(12) })
    expect(around(plate[0]!.points)).toMatchObject({ min: { y: mm(-30) }, max: { y: mm(-18) } })
    const clamps = held('front', { kind: 'clamps', parallels: null }).filter(({ what }) => what === 'clamp')
    expect(Math.max(...clamps.map(({ points }) => around(points).max.y))).toBeGreaterThan(mm(0.8))
  })

  it('grips a bar so far behind its face as it stands out', () => {
    const bar = { ...drawBar(mm(61), nm(0)), holding: { kind: 'chuck', stickOut: mm(60) } as const }
    const jaws = holdingPieces(bar).filter(({ what }) => what === 'jaw')
    expect(jaws.map(({ points }) => around(points).max.x)).toEqual([mm(-60), mm(-60)])
    expect(around(jaws[0]!.points).min.y).toBe(mm(30.5))
    const collet = holdingPieces({ ...bar, holding: { kind: 'collet', stickOut: null } })
    expect(collet).toHaveLength(2)
  })

  it('is drawn where it can be: no chuck around a block, no vise around a bar, nothing where nobody has said it', () => {
    expect(held('above', { kind: 'chuck', stickOut: null })).toEqual([])
    expect(holdingPieces({ ...drawBar(mm(61), nm(0)), holding: vise() })).toEqual([])
    expect(holdingPieces(drawStock('above', stock))).toEqual([])
  })
})

describe('what touches, from the side', () => {
  const families: GaugeFamily[] = ['edge-finder', 'touch-probe', 'gauge-pin', 'indicator', 'by-eye']

  it.each(families)('a %s is as wide where it touches as its size says', (family) => {
    const { pieces, tall, contact } = finderOutline({ family, size: mm(6) })
    const tip = pieces.find(({ what }) => what === 'tip')!.half
    expect(Math.max(...tip.map(({ r }) => r))).toBeCloseTo(mm(3), -2)
    expect(Math.max(...pieces.flatMap(({ half }) => half.map(({ z }) => z)))).toBe(tall)
    expect(contact).toBeGreaterThan(0)
    for (const { half } of pieces)
      for (const [at, { z }] of half.entries()) if (at > 0) expect(z).toBeGreaterThanOrEqual(half[at - 1]!.z - 1)
  })

  it('a ball touches by its middle, a radius above its lowest point', () => {
    const { pieces, tall, contact } = finderOutline({ family: 'touch-probe', size: mm(6) })
    expect(contact).toBe(mm(3))
    for (const { r, z } of pieces.at(-1)!.half) expect(Math.hypot(r, z - (tall - mm(3)))).toBeCloseTo(mm(3), -2)
  })

  it('shows the effective radius of the touch that is asked for, and what lies between', () => {
    const edge = { slot: 'G54', axis: 'X', direction: '-', finder: 'finder', between: 'shim', place: '92' }
    expect(closeUp(run('edge', edge, scene()).sheet.drawing)).toMatchObject({
      name: 'Finder 10',
      way: 'X\u2212',
      radius: mm(5),
      thickness: mm(1),
    })
    const { between: _between, ...bare } = edge
    expect(closeUp(run('edge', bare, scene()).sheet.drawing)).toMatchObject({ radius: mm(5), thickness: 0, between: null })
  })

  it('is the radius that the sum takes off, for the way the probe moves', () => {
    const probe = { ...GAUGES.find(({ family }) => family === 'touch-probe')!, id: 'own' }
    const radii = { xPlus: mm(2.9845), xMinus: mm(2.9901), yPlus: mm(2.9862), yMinus: mm(2.9881) }
    const at = scene([], { gauges: [{ ...probe, radii }] })
    const bore = { slot: 'G54', kind: 'bore', finder: 'own', touches: '4', X1: '1', Y1: '0', X2: '0', Y2: '1', X3: '-1', Y3: '0' }
    const shown = closeUp(run('bore-boss', bore, at).sheet.drawing)!
    expect([shown.way, shown.radius]).toEqual(['Y\u2212', radii.yMinus])
    const edge = { slot: 'G54', axis: 'X', direction: '-', finder: 'own', between: 'none', place: '92' }
    expect(closeUp(run('edge', edge, at).sheet.drawing)!.radius).toBe(radii.xMinus)
  })

  it.each(PLAYS.map((play) => [play.name, play] as const))('is shown in %s wherever something round touches a side', (name, play) => {
    const { raw, scene: at } = play.play(new Chance(`touched in ${name}`))
    const { drawing } = run(play.routine, raw, at).sheet
    const round = drawing.view === 'above' && drawing.touches.some(({ radius }) => radius !== null)
    const chosen = Object.values(raw).some((id) => at.gauges.some((gauge) => gauge.id === id && families.includes(gauge.family)))
    // A cutter that touches a setter is no gauge; its own drawing shows it.
    expect(closeUp(drawing) !== null).toBe(round && chosen)
    const shown = closeUp(drawing)
    if (shown) expect(shown.radius).toBe(drawing.touches.findLast(({ done }) => done)!.radius)
  })
})

describe.each(Object.keys(KIND_WORDS) as ToolKind[])('a %s that stands in a drawing', (kind) => {
  it('has its tip on the lower edge, is cut off at the upper one, and is as wide as it cuts', () => {
    const box: Box = { min: { x: mm(40), y: mm(2) }, max: { x: mm(52), y: mm(47) } }
    const pieces = standingTool({ kind, properties: { DC: mm(12), APMX: mm(26) } }, box)
    const all = around(pieces.flatMap(({ points }) => points))
    expect(all.min.y).toBe(mm(2))
    expect(all.max.y).toBeLessThanOrEqual(mm(47) + 1)
    const cutter = around(pieces.find(({ what }) => what === 'cutter')!.points)
    expect(cutter.min.x + cutter.max.x).toBe(mm(92))
    expect(cutter.max.x - cutter.min.x).toBe(mm(12))
  })
})

describe('a turning tool', () => {
  it('has its corner where it touches: outside above the axis, a boring bar\u2019s below its own', () => {
    const corner = { x: mm(-15), y: mm(30) }
    const outside = turningTool({ kind: 'turning', properties: {} }, corner).flatMap(({ points }) => points)
    expect(outside).toContainEqual(corner)
    expect(around(outside).min).toEqual(corner)
    const bar = turningTool({ kind: 'boring-bar', properties: {} }, corner).flatMap(({ points }) => points)
    expect(bar).toContainEqual(corner)
    expect(around(bar).max.y).toBe(corner.y)
  })
})

describe('the size that is corrected', () => {
  const tools = [mounted('4', 'em', 'End mill 12', { kind: 'end-mill', properties: { DC: mm(12) } })]
  const across = (more: object) =>
    run('side-size', { tool: '4', by: 'measured', kind: 'inside', target: '40', measured: '39.988', ...more }, scene([], { tools }))

  it('is cut through: the walls stand as far apart as is wanted, the cutter at the right one', () => {
    const { drawing } = across({}).sheet
    const [left, right, floor, cutter] = drawing.solids
    expect([left!.box.max.x, right!.box.min.x]).toEqual([mm(-20), mm(20)])
    expect(cutter!.box.max.x).toBe(mm(20))
    expect(cutter!.box.min.y).toBe(floor!.box.max.y)
    expect(drawing.dimensions!.map(({ label, from, to }) => [label, to.x - from.x])).toEqual([
      ['wanted 40.0000', mm(40)],
      ['measured 39.9880', mm(39.988)],
    ])
    // Each wall is 6 µm too far in.
    expect(drawing.deviations!.map(({ by }) => by.x)).toEqual([mm(0.006), mm(-0.006)])
  })

  it('of a boss is the boss itself, the cutter beside it', () => {
    const [boss, , cutter] = across({ kind: 'outside' }).sheet.drawing.solids
    expect([boss!.box.min.x, boss!.box.max.x]).toEqual([mm(-20), mm(20)])
    expect(cutter!.box.min.x).toBe(mm(20))
  })

  it('shows no cutter in a pocket that it does not go into, and the plain stock before anything is known', () => {
    expect(across({ target: '8' }).sheet.drawing.solids).toHaveLength(3)
    expect(across({ target: '' }).sheet.drawing.section).toBeUndefined()
  })

  it('in depth is a floor at the height that is wanted, counted from part zero', () => {
    const found = run('depth-size', { tool: '4', by: 'measured', target: '-6', measured: '-5.96' }, scene([], { tools })).sheet.drawing
    expect(found.solids.some(({ kind, box }) => kind === 'stock' && box.max.y === mm(-6))).toBe(true)
    expect(found.dimensions!.map(({ from, to }) => [from.y, to.y])).toEqual([
      [0, mm(-6)],
      [0, mm(-5.96)],
    ])
  })
})
