import { describe, expect, it } from 'vitest'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { mm } from '../../length/index.ts'
import { lengthRegister, workRegister } from '../../register/index.ts'
import { dialectOf, readProgram } from '../index.ts'
import { layOut, recordHeader, renumber, retarget, withHeader } from './index.ts'

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

describe('the record in the head of a program', () => {
  const HEADER = ['Op 20, job 0407, Mill 3', 'G54 X\u2212313.2037 (measured)', 'T4 \u00d812']
  const WRITTEN = ['(RECORD: OP 20, JOB 0407, MILL 3)', '(RECORD: G54 X-313.2037 MEASURED)', '(RECORD: T4 D12)']

  it('stands behind its number, in what every control shows', () => {
    expect(withHeader(PROGRAM, HEADER, true)).toEqual([...PROGRAM.slice(0, 2), ...WRITTEN, ...PROGRAM.slice(2)])
    expect(withHeader(['G21', 'M30'], HEADER.slice(0, 1), true)).toEqual([WRITTEN[0], 'G21', 'M30'])
    expect(withHeader(['%', 'G21'], HEADER.slice(0, 1), true)).toEqual(['%', WRITTEN[0], 'G21'])
  })

  it('never cuts a figure: what is long takes several lines', () => {
    const long = 'T12 Chamfer mill 8, reground twice, long holder: H12 length 84.9340, D12 radius 4.0000'
    const lines = withHeader(['%'], [long], true).slice(1)
    expect(lines).toEqual(['(RECORD: T12 CHAMFER MILL 8, REGROUND TWICE, LONG HOLDER:)', '(RECORD: H12 LENGTH 84.9340, D12 RADIUS 4.0000)'])
    // Without a comma it is broken between words.
    expect(withHeader([], ['G54 ' + 'X -313.2037 '.repeat(7)], true)).toHaveLength(2)
    expect(withHeader(['%', ...lines], [], true)).toEqual(['%'])
  })

  it('takes the place of the one before, and changes no other comment', () => {
    const own = ['%', 'O10 (ONE PART)', '(RECORD SPEED)', 'G54 (RECORD: NOT ALONE)', 'M30']
    const once = withHeader(own, HEADER, true)
    expect(withHeader(once, HEADER.slice(0, 1), true)).toEqual(['%', 'O10 (ONE PART)', WRITTEN[0], ...own.slice(2)])
    expect(withHeader(once, HEADER, true)).toEqual(once)
    expect(readOf(withHeader(PROGRAM, HEADER, true))).toMatchObject({ slots: [{ slot: 'G54', line: 8 }], errors: [] })
  })

  it('says what stands for the slots and tools that it calls, and what does not', () => {
    const base = scene([
      [workRegister('G54', 'X'), stands(mm(-313.2037))],
      [workRegister('G54', 'Y'), stands(mm(-169.7036), { state: 'estimated' })],
      [lengthRegister('4'), stands(mm(103.4781))],
      [lengthRegister('9'), stands(mm(121.6466))],
    ])
    const own = { ...base, tools: [mounted('4', 'em-12', 'End mill 12'), mounted('9', 'bh', 'Boring head')] }
    expect(recordHeader(readOf(PROGRAM), own, { at: '29 Nov 20:42', by: 'I. Marrow' })).toEqual([
      'Op 20, rev C, job 0417, Mill 3, 29 Nov 20:42, I. Marrow',
      'G54 X \u2212313.2037 Y \u2212169.7036 estimated Z UNSET',
      'T4 End mill 12: H4 length 103.4781',
      'T7 not in the machine',
    ])
  })
})
