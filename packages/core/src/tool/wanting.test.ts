import { describe, expect, it } from 'vitest'
import { INCH_MILL, mounted, scene } from '@rook/testing'
import { mm } from '../length/index.ts'
import { fitsNeed, needWords, type ToolNeed } from '../assembly/index.ts'
import { toolsWanting } from './wanting.ts'

const NEED: ToolNeed = { kind: 'end-mill', diameter: mm(10), flutes: 2 }
const tool = (DC: number | null, flutes: number | null = 2, kind: ToolNeed['kind'] = 'end-mill') => ({
  kind,
  flutes,
  properties: DC === null ? {} : { DC: mm(DC) },
})

describe('what a program needs of a tool', () => {
  it('is written in the unit of whoever reads it', () => {
    expect(needWords(NEED, 'mm')).toBe('end mill 10 mm, 2 edges')
    expect(needWords({ kind: 'saw', diameter: mm(25.4), flutes: 1 }, 'in')).toBe('slitting saw 1 in, 1 edge')
    expect(needWords({ kind: 'tap', diameter: null, flutes: null }, 'mm')).toBe('tap')
  })

  it.each<[string, Parameters<typeof fitsNeed>[1], boolean]>([
    ['the very thing', tool(10), true],
    ['a diameter of which nothing is on record', tool(null), true],
    ['edges of which nothing is on record', tool(10, null), true],
    ['a tap drill one size up', tool(10.1), false],
    ['another number of edges', tool(10, 4), false],
    ['another kind', tool(10, 2, 'drill'), false],
  ])('is met by %s: %#', (_what, one, fits) => {
    expect(fitsNeed(NEED, one)).toBe(fits)
  })

  it('is missed by an empty pocket and by another tool in it', () => {
    const called = (number: string, need: ToolNeed | null = null) => ({
      number,
      offset: number,
      diameterOffset: number,
      diameter: false,
      need,
    })
    const at = scene([], {
      tools: [
        mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', properties: { DC: mm(12) } }),
        mounted('5', 'em-10', 'End mill 10', tool(10)),
      ],
    })
    expect(
      toolsWanting([called('4', NEED), called('5', NEED), called('6', NEED), called('7'), called('4')], at).map(({ sentence }) => sentence),
    ).toEqual([
      'T4 holds End mill 12; the program calls end mill 10 mm, 2 edges.',
      'T6 is empty; the program calls end mill 10 mm, 2 edges.',
      'T7 is empty; the program calls it.',
    ])
    expect(toolsWanting([called('9', { ...NEED, diameter: mm(6.35) })], { ...at, machine: INCH_MILL })[0]!.sentence).toContain(
      'end mill 0.25 in',
    )
  })
})
