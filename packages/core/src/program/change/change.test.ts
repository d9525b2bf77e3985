import { describe, expect, it } from 'vitest'
import { MILL } from '@rook/testing'
import { dialectOf, readProgram } from '../index.ts'
import { layOut, renumber, retarget } from './index.ts'

const one = (line: string, from: string, to: string) => retarget([line], new Map([[from, to]]), true)[0]

describe('another slot', () => {
  it.each([
    ['G54 G0 X5.', 'G54', 'G55', 'G55 G0 X5.'],
    ['N10G0G54X5.', 'G54', 'G59.2', 'N10G0G59.2X5.'],
    ['g54 (back to G54)', 'G54', 'G56', 'G56 (back to G54)'],
    ['G54.1 P7 X0.', 'G54.1 P7', 'G54.1 P8', 'G54.1 P8 X0.'],
    ['G54.1 P7 X0.', 'G54.1 P7', 'G55', 'G55 X0.'],
    ['G54 X0.', 'G54', 'G54.1 P12', 'G54.1 P12 X0.'],
    ['G54.0 X0.', 'G54', 'G55', 'G55 X0.'],
    // What only looks alike stays.
    ['G540 X0.', 'G54', 'G55', 'G540 X0.'],
    ['G10 L2 P1 X5.', 'G54', 'G55', 'G10 L2 P1 X5.'],
    ['G54.1 P7', 'G54', 'G55', 'G54.1 P7'],
    ['X54. (G54)', 'G54', 'G55', 'X54. (G54)'],
    ['G0 X5. ; G54', 'G54', 'G55', 'G0 X5. ; G54'],
    ['M98 P54', 'G54', 'G55', 'M98 P54'],
  ])('%s', (line, from, to, out) => expect(one(line, from, to)).toBe(out))

  it('may change places with another', () => {
    const swap = new Map([
      ['G54', 'G55'],
      ['G55', 'G54'],
    ])
    expect(retarget(['G54 X0.', 'G55 X1.'], swap, true)).toEqual(['G55 X0.', 'G54 X1.'])
  })
})

describe('other offset numbers', () => {
  const to = { H: new Map([['4', '14']]), D: new Map([['4', '24']]) }
  it.each([
    ['G43 H4 Z50.', 'G43 H14 Z50.'],
    ['G43H04Z50.', 'G43H14Z50.'],
    ['G41 D4 X0. (D4)', 'G41 D24 X0. (D4)'],
    ['G43 H40', 'G43 H40'],
    ['G65 P9800 H4. D4.', 'G65 P9800 H4. D4.'],
    ['G10 L12 P4 R6.', 'G10 L12 P4 R6.'],
  ])('%s', (line, out) => expect(renumber([line], to, true)).toEqual([out]))
})

const PROGRAM = [
  '%',
  'O10 (ONE PART)',
  'G21 G90',
  'T4 M6',
  'G54 G0 X0. Y0.',
  'G43 H4 Z50.',
  'G1 Z-2. F200',
  'G0 Z50.',
  'T7 M6',
  'G54 G0 X10. Y10.',
  'G43 H7 Z50.',
  'G81 R2. Z-12. F100',
  'G80',
  'M30',
  '%',
]
const laid = (order: 'part by part' | 'tool by tool', slots = ['G54', 'G55', 'G56']) => layOut(PROGRAM, 'G54', slots, order, true)
const readOf = (lines: readonly string[]) => readProgram(() => [lines.join('\n')], { ...dialectOf(MILL), slots: ['G54', 'G55', 'G56'] })

describe('a program laid out over slots', () => {
  it('repeats all of it part by part, with head and end once', () => {
    const lines = laid('part by part') as string[]
    expect(lines.slice(0, 3)).toEqual(PROGRAM.slice(0, 3))
    expect(lines.slice(-2)).toEqual(['M30', '%'])
    expect(lines.filter((line) => /M6/.test(line))).toEqual(['T4 M6', 'T7 M6', 'T4 M6', 'T7 M6', 'T4 M6', 'T7 M6'])
    const read = readOf(lines)
    expect(read.errors).toEqual([])
    expect(read.slots.map(({ slot }) => slot)).toEqual(['G54', 'G55', 'G56'])
  })

  it('changes each tool once, tool by tool', () => {
    const lines = laid('tool by tool') as string[]
    expect(lines.filter((line) => /M6/.test(line))).toEqual(['T4 M6', 'T7 M6'])
    expect(lines.filter((line) => /^G5\d/.test(line)).map((line) => line.slice(0, 3))).toEqual(['G54', 'G55', 'G56', 'G54', 'G55', 'G56'])
  })

  it('cuts the same in every slot, whichever way', () => {
    const own = readOf(PROGRAM).extents
    for (const order of ['part by part', 'tool by tool'] as const) {
      const read = readOf(laid(order) as string[])
      for (const slot of ['G54', 'G55', 'G56'])
        for (const { tool, feed } of own) {
          const same = read.extents.find((one) => one.tool === tool && one.slot === slot)
          const spans = (reached: typeof feed) => Object.entries(reached).map(([axis, { min, max }]) => [axis, min, max])
          expect(spans(same!.feed)).toEqual(spans(feed))
        }
    }
  })

  it.each([
    [['G54 G0 X0.'], 'It has no M30 or M2'],
    [['G54', 'G55', 'M30'], 'It calls G54, G55'],
    [['G0 X5.', 'M30'], 'It calls no slot'],
    [['G54', 'M98 P100', 'M30'], 'It calls subprograms'],
    [['G54', 'G91 X1.', 'M30'], 'counts in increments'],
    [['G54', 'G10 L2 P1 X5.', 'M30'], 'It writes values of its own slot'],
    [['T4 M6', 'G54', 'T7 M6', 'G0 X1.', 'M30'], 'The tool of line 3 calls no slot of its own'],
  ])('is refused with a reason: %j', (lines, why) => {
    expect(layOut(lines, 'G54', ['G54', 'G55'], 'part by part', true)).toEqual({ refused: expect.stringContaining(why) as string })
  })
})
