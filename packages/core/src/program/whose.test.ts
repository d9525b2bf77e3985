import { LATHE, MILL } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { dialectOf, readProgram, type Dialect, type Move, type ProgramRead } from './index.ts'

const MILL_WORDS = { ...dialectOf(MILL), rotary: ['A'] }
const read = (lines: string[], dialect: Dialect = MILL_WORDS) => readProgram(() => [lines.join('\n')], dialect)
const under = ({ tools }: ProgramRead) =>
  tools.flatMap(({ number, under: all }) => all.map(({ what, of, offset, line }) => `${line}: T${number} by ${what} ${offset} of T${of}`))
const drawn = (lines: string[], dialect: Dialect = MILL_WORDS): string[] => {
  const moves: string[] = []
  const at = (place: Move['to']) => place.map((value) => (Number.isNaN(value) ? '?' : +(value / 1e6).toFixed(3))).join(' ')
  readProgram(
    () => [lines.join('\n')],
    dialect,
    ({ kind, line, to, arc }) => moves.push(`${line} ${arc ? (arc.turns > 0 ? 'ccw' : 'cw') : kind} ${at(to)}`),
  )
  return moves
}

const START = ['G21 G90 G17 G54', 'T4 M6', 'G0 X0. Y0.', 'G43 H4 Z50. M3 S2000', 'G1 Z-3. F100', 'G0 Z50.']

describe('what is still on of another tool', () => {
  it('is told where the next one moves in Z before its own length is called', () => {
    expect(under(read([...START, 'T5 M6', 'G0 X10. Y10. M3', 'Z5.', 'G1 Z-3.']))).toEqual(['9: T5 by length 4 of T4'])
    // A way across is made at the height where the change left it.
    expect(under(read([...START, 'T5 M6', 'G0 X10. Y10. M3', 'G43 H5 Z5.', 'G1 Z-3.']))).toEqual([])
    expect(under(read([...START, 'T5 M6', 'G0 X10. Y10. M3', 'H5 Z5.', 'G1 Z-3.']))).toEqual([])
    // None is another fault.
    const none = read([...START, 'G49', 'T5 M6', 'G0 X10. Y10. M3', 'Z5.', 'G1 Z-3.'])
    expect([under(none), none.tools[1]!.cutsWithoutLength]).toEqual([[], 11])
  })

  it('is told of cutter compensation as well', () => {
    const on = [...START, 'G41 D4 G1 X10. F100', 'T5 M6', 'G43 H5 Z5. M3', 'G1 Z-1.']
    expect(under(read(on))).toEqual(['9: T5 by radius 4 of T4'])
    expect(under(read([...on.slice(0, -2), 'G0 G40 G43 H5 Z5. M3', 'G1 Z-1.']))).toEqual([])
  })

  it('is nothing where a lathe’s tool brings its own', () => {
    const lathe = ['G21 G54', 'T0101', 'G97 S500 M4', 'G0 X64. Z2.', 'G1 Z-3. F.2', 'T0202', 'G0 X64. Z2.', 'G1 Z-3.']
    const told = read(lathe, dialectOf(LATHE))
    expect(under(told)).toEqual([])
    // Nobody stopped the spindle: the second tool cuts under the same hand.
    expect(told.tools.map(({ spindle }) => spindle.map(({ turns, line }) => `${turns} ${line}`))).toEqual([['ccw 3'], ['ccw 8']])
  })
})

describe('words of a block', () => {
  it.each([
    ['G28 G91 Z0.', 'G91 G28 Z0.'],
    ['T5 G43 H5 M6 Z5.', 'T5 M6 G43 H5 Z5.'],
    ['G1 X10. G91 F100', 'G91 G1 X10. F100'],
    ['X10. G1 G20', 'G20 G1 X10.'],
    ['G81 G98 G55 X5. R2. Z-3. F100', 'G55 G98 G81 X5. R2. Z-3. F100'],
  ])('act in one order whatever order they stand in: %s is %s', (one, other) => {
    const [a, b] = [one, other].map((line) => read([...START, line, 'M30']))
    const plain = (told: ProgramRead) => ({ ...told, notFollowed: [], machineMoves: told.machineMoves.length })
    expect(plain(a!)).toEqual(plain(b!))
    expect(drawn([...START, one])).toEqual(drawn([...START, other]))
  })
})

describe('a change of frame', () => {
  it('leaves the tool where it is: a lift after a rotation goes up where it stands', () => {
    // 100 along X turned by a quarter is 100 along Y.
    expect(drawn([...START, 'G68 X0 Y0 R90', 'G0 X100. Y0.', 'G69', 'G0 Z60.']).slice(-2)).toEqual([
      '8 rapid 0 100 50',
      '10 rapid 0 100 60',
    ])
    expect(drawn([...START, 'G0 X10. Y20.', 'G68 X5. Y5. R-90', 'G0 Z60.']).slice(-1)).toEqual(['9 rapid 10 20 60'])
    expect(drawn([...START, 'G0 X10. Y20.', 'G52 X3. Y4.', 'G68 X0 Y0 R30', 'G0 Z60.', 'G69', 'G52 X0 Y0', 'G91 X1.']).slice(-1)).toEqual([
      '13 rapid 11 20 60',
    ])
  })

  it('is not guessed where a preset meets a rotation', () => {
    const told = read([...START, 'G68 X0 Y0 R90', 'G92 X5.', 'G0 X9.'])
    expect(told.notFollowed.map(({ why }) => why)).toEqual(['it puts the zero elsewhere while a rotation is on'])
    expect(told.extents[0]!.rapid.X!.max).toBe(0)
  })
})

describe('drilling cycles', () => {
  it('go from hole to hole at the height where they stand', () => {
    const holes = drawn([...START, 'G99 G81 X10. Y0. R2. Z-3. F100', 'X20.', 'G98 X30.', 'X40.']).slice(4)
    expect(holes).toEqual([
      ...['7 rapid 10 0 50', '7 rapid 10 0 2', '7 feed 10 0 -3', '7 rapid 10 0 2'],
      ...['8 rapid 20 0 2', '8 rapid 20 0 2', '8 feed 20 0 -3', '8 rapid 20 0 2'],
      ...['9 rapid 30 0 2', '9 rapid 30 0 2', '9 feed 30 0 -3', '9 rapid 30 0 50'],
      ...['10 rapid 40 0 50', '10 rapid 40 0 2', '10 feed 40 0 -3', '10 rapid 40 0 50'],
    ])
    // From below R straight up to it first.
    expect(drawn([...START, 'G0 Z1.', 'G99 G81 X10. Y0. R2. Z-3. F100'])[5]).toBe('8 rapid 0 0 2')
  })
})

describe('rotary axes', () => {
  it('hide what is done while they do not stand at 0', () => {
    const told = read([...START, 'G0 A90.', 'G0 X99. Y0.', 'G1 Z-50. F100', 'G0 Z50.', 'G0 A360.', 'G0 X7. Y7.'])
    expect(told.turned).toEqual([{ axis: 'A', line: 7, text: 'A90.', times: 2, known: true, hides: 7 + 1 }])
    expect(told.extents[0]!.feed.Z!.min).toBe(-3e6)
    // Back at 0 it stands where it was sent meanwhile.
    expect([told.extents[0]!.rapid.X!.max, told.extents[0]!.rapid.Y!.max]).toEqual([99e6, 7e6])
  })

  it('hide nothing at 0, and are asked by increments and by what a machine has', () => {
    expect(read([...START, 'G0 A0.', 'G1 Z-9. F100']).turned[0]).toMatchObject({ hides: null })
    expect(read([...START, 'G91 A180.', 'A180.', 'G90 G1 Z-9. F100']).extents[0]!.feed.Z!.min).toBe(-9e6)
    expect(read([...START, 'G0 B90.']).turned).toMatchObject([{ axis: 'B', known: false }])
    // Only the axis that is turned hides anything.
    expect(read([...START, 'G0 A0. B90.', 'G1 X5. F100']).turned.map(({ axis, hides }) => [axis, hides])).toEqual([
      ['A', null],
      ['B', 8],
    ])
    // What is written into the control, and where a cycle has its own words, turns nothing.
    expect(read([...START, 'G10 L2 P1 A90.', 'G92 A0', 'G52 B1.']).turned).toEqual([])
  })

  it('of a lathe may be a C, its increment an H', () => {
    const lathe = ['G21 G54 T0101', 'G0 X64. Z2.', 'H90.']
    expect(read(lathe, { ...dialectOf(LATHE), rotary: ['C'] }).turned).toMatchObject([{ axis: 'C', text: 'H90.', known: true }])
    expect(read(lathe, dialectOf(LATHE)).tools[0]!.lengths).toMatchObject([{ offset: '1' }])
  })
})

describe('reasons', () => {
  it('are told each by itself, with its lines', () => {
    const told = read([...START, 'G0 X#5221', 'WHILE [#1 LT 5] DO 1', 'GOTO 20', 'G0 Y#5222', 'X@', 'G2 X5.', 'X@'])
    expect(told.notFollowed.map(({ why, times, lines }) => `${why}: ${times}, ${lines.join(' ')}`)).toEqual([
      'a variable in it is not known without the machine: 2, 7 10',
      'X is not known without the machine: 1, 7',
      'a loop is read once: 1, 8',
      'a jump: lines are read one after the other: 1, 9',
      'Y is not known without the machine: 1, 10',
    ])
    expect(told.errors.map(({ sentence, lines }) => `${sentence} ${lines.join(' ')}`)).toContain('“@” has no meaning here. 11 13')
  })
})

describe('values by L20', () => {
  it('are an extended slot only where the machine has it', () => {
    const write = (slots: string[]) => read(['G10 L20 P2 X-5.'], { ...MILL_WORDS, slots }).writes[0]!.register
    expect([write(['G54', 'G54.1 P2']), write(['G54'])]).toEqual(['work/G54.1 P2/X/geometry', null])
  })
})

describe('corners', () => {
  // Up X, then up Y: a radius of 4 touches both lines 4 from where they meet, turning to the left.
  it('are rounded or cut off between two lines, with or without the comma', () => {
    expect(drawn([...START, 'G1 Z-3.', 'X20. ,R4.', 'Y30.']).slice(-3)).toEqual(['8 feed 16 0 -3', '8 ccw 20 4 -3', '9 feed 20 30 -3'])
    expect(drawn([...START, 'G1 Z-3.', 'X20. ,C4.', 'Y30.']).slice(-3)).toEqual(['8 feed 16 0 -3', '8 feed 20 4 -3', '9 feed 20 30 -3'])
    // On a lathe X counts diameters: a leg of 2 is 4 across.
    const turned = drawn(['G21 G54 T0101', 'G0 X20. Z2.', 'G1 Z-10. C2. F.2', 'X40.', 'Z-20.'], dialectOf(LATHE))
    expect(turned.slice(1)).toEqual(['3 feed 20 ? -8', '3 feed 24 ? -10', '4 feed 40 ? -10', '5 feed 40 ? -20'])
  })

  it('stay sharp where no line follows, and are told where they do not fit', () => {
    expect(drawn([...START, 'G1 Z-3.', 'X20. ,R4.', 'M30']).at(-1)).toBe('8 feed 20 0 -3')
    expect(read([...START, 'G1 X20. ,R40.', 'Y30.']).errors.map(({ line }) => line)).toEqual([7])
  })
})
