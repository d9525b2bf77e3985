import { MILL, mounted, scene, stands } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { KIND_WORDS, type ToolKind } from '../assembly/index.ts'
import { mm, nm } from '../length/index.ts'
import { lengthRegister, wearOf, workRegister } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { drawSetup, hangingTools, toolOutline } from './index.ts'

const KINDS = Object.keys(KIND_WORDS) as ToolKind[]

describe.each(KINDS)('the outline of a tool of the kind %s', (kind) => {
  it.each([
    ['with everything on record', { DC: mm(12), RE: mm(kind === 'ball-mill' ? 6 : 0.5), APMX: mm(26), DMM: mm(12), OAL: mm(83) }],
    ['with its diameter alone', { DC: mm(63) }],
    ['with nothing on record', {}],
    ['with sizes that cannot be', { DC: mm(2), APMX: mm(400), OAL: mm(900), DMM: mm(40), RE: mm(30) }],
  ])('%s hangs from the gauge line to its tip, and its pieces follow one another', (_, properties) => {
    const { pieces, length, radius } = toolOutline({ kind, properties }, mm(104))
    expect(length).toBe(mm(104))
    const depths = pieces.flatMap(({ half }) => half.map(({ z }) => z))
    expect(Math.min(...depths)).toBe(0)
    expect(Math.max(...depths)).toBe(mm(104))
    for (const { half } of pieces) {
      expect(half.every(({ r, z }) => Number.isInteger(r) && Number.isInteger(z) && r >= 0)).toBe(true)
      // From top to bottom: an outline that turned back on itself would cross itself.
      for (const [at, { z }] of half.entries()) if (at > 0) expect(z).toBeGreaterThanOrEqual(half[at - 1]!.z)
    }
    for (const [at, { half }] of pieces.entries()) if (at > 0) expect(half[0]!.z).toBe(pieces[at - 1]!.half.at(-1)!.z)
    expect(radius).toBe(Math.max(...pieces.flatMap(({ half }) => half.map(({ r }) => r))))
  })
})

describe('the shape of a tip', () => {
  const cutter = (kind: ToolKind, properties: object) =>
    toolOutline({ kind, properties }, mm(100)).pieces.find(({ what }) => what === 'cutter')!

  it('is a point of 118° for a drill and of 90° for a spot drill', () => {
    // Half of 10 over the tangent of 59°: 5 / 1.664279 = 3.0043.
    expect(cutter('drill', { DC: mm(10) }).half[2]).toEqual({ r: mm(5), z: nm(100_000_000 - 3_004_303) })
    expect(cutter('spot-drill', { DC: mm(10) }).half[2]).toEqual({ r: mm(5), z: mm(95) })
  })

  it('is a half ball for a ball-nosed mill: every point of it a radius from its centre', () => {
    const { half } = cutter('ball-mill', { DC: mm(8) })
    for (const { r, z } of half.filter((point) => point.z > mm(96) && point.r > 0))
      expect(Math.abs(Math.hypot(r, z - mm(96)) - mm(4))).toBeLessThan(3)
  })

  it('says what is assumed: only what is on record is drawn as it is', () => {
    expect(cutter('end-mill', { DC: mm(10), APMX: mm(22) }).nominal).toBe(false)
    expect(cutter('end-mill', { DC: mm(10) }).nominal).toBe(true)
    expect(cutter('boring-head', { DC: mm(28) }).nominal).toBe(false)
    expect(cutter('boring-head', {}).nominal).toBe(true)
    expect(cutter('end-mill', {}).nominal).toBe(true)
    expect(toolOutline({ kind: 'end-mill', properties: {} }, mm(100)).pieces[0]).toMatchObject({ what: 'holder', nominal: true })
  })
})

describe('tools that hang from the gauge line', () => {
  const TOOLS = [
    mounted('4', 'em', 'End mill 12'),
    mounted('7', 'dr', 'Drill 6.6', { estimate: mm(138) }),
    mounted('9', 'bh', 'Boring head'),
  ]
  const at = (convention: Scene['machine']['lengthConvention'], figures: [string, number][]) =>
    scene(
      figures.map(([number, figure]) => [lengthRegister(number), stands(mm(figure))]),
      { tools: TOOLS, plan: null, machine: { ...MILL, lengthConvention: convention } },
    )
  const lengths = (of: Scene) => hangingTools(of).map(({ outline }) => outline!.length)

  it('are as long as they stand, wear and all, and by their rough length where nothing stands', () => {
    const worn = scene(
      [
        [lengthRegister('4'), stands(mm(103.4755))],
        [wearOf(lengthRegister('4')), stands(mm(-0.02))],
      ],
      { tools: TOOLS, plan: null },
    )
    expect(lengths(worn)).toEqual([mm(103.4555), mm(138), mm(100)])
    expect(hangingTools(worn).map(({ drawnFrom }) => drawnFrom)).toEqual(['length', 'rough length', 'nothing'])
  })

  it('differ by the same however the machine counts', () => {
    const gauge = lengths(
      at('gauge-length', [
        ['4', 103.5],
        ['7', 138],
        ['9', 121.6],
      ]),
    )
    expect(
      lengths(
        at('reference-tool', [
          ['4', 0],
          ['7', 34.5],
          ['9', 18.1],
        ]),
      ),
    ).toEqual(gauge)
    expect(
      lengths(
        at('touch-off', [
          ['4', -416.5],
          ['7', -382],
          ['9', -398.4],
        ]),
      ),
    ).toEqual(gauge)
  })

  it('can be drawn whatever stands there, and by the numbers that the program calls', () => {
    const wild = at('gauge-length', [
      ['4', -3],
      ['7', 90_000],
      ['9', 0],
    ])
    expect(lengths(wild)).toEqual([mm(20), mm(600), mm(20)])
    const planned = {
      ...scene().plan!,
      tools: [
        { number: '12', offset: '12', diameterOffset: '12', diameter: false },
        { number: '4', offset: '24', diameterOffset: '24', diameter: false },
      ],
    }
    const called = hangingTools(scene([[lengthRegister('24'), stands(mm(99))]], { tools: TOOLS, plan: planned }))
    expect(called.map(({ number, value, outline }) => [number, value, outline?.length])).toEqual([
      ['12', null, undefined],
      ['4', mm(99), mm(99)],
    ])
  })
})

describe('a setup from above', () => {
  it('has its further parts where their zeros stand, turned as they are', () => {
    const plan = { ...scene().plan!, slots: ['G54', 'G55'] }
    const at = scene(
      [
        [workRegister('G54', 'X'), stands(mm(-600))],
        [workRegister('G54', 'Y'), stands(mm(-300))],
        [workRegister('G55', 'X'), stands(mm(-460))],
        [workRegister('G55', 'Y'), stands(mm(-299.5))],
      ],
      { plan },
    )
    const [second] = drawSetup(at)!.outlines!
    const { X, Y } = plan.stock!
    expect(second!.label).toBe('G55')
    expect(second!.points[0]).toEqual({ x: X.from + mm(140), y: Y.from + mm(0.5) })
    expect(second!.points[2]).toEqual({ x: X.to + mm(140), y: Y.to + mm(0.5) })
  })

  it('is not drawn without a stock, and without the zero of a slot leaves that part out', () => {
    expect(drawSetup(scene([], { plan: { ...scene().plan!, stock: null } }))).toBeNull()
    expect(drawSetup(scene([], { plan: null }))).toBeNull()
    expect(drawSetup(scene([], { plan: { ...scene().plan!, slots: ['G54', 'G55'] } }))!.outlines).toEqual([])
  })
})
