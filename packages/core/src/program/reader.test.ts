import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { LATHE, MILL } from '@rook/testing'
import { dialectOf, readProgram, type Dialect, type ProgramRead } from './index.ts'

const MILL_DIALECT = { ...dialectOf(MILL), slots: ['G54', 'G55', 'G54.1 P7'] }
const LATHE_DIALECT = dialectOf(LATHE)
const read = (text: string, dialect: Dialect = MILL_DIALECT) => readProgram(() => [text], dialect)
const lines = (...all: string[]) => read(all.join('\n'))
const lathe = (...all: string[]) => read(all.join('\n'), LATHE_DIALECT)
const span = ({ extents }: ProgramRead, kind: 'feed' | 'rapid', axis: 'X' | 'Y' | 'Z', at = 0) => {
  const found = extents[at]?.[kind][axis]
  return found && [found.min / 1e6, found.max / 1e6]
}
const why = ({ notFollowed }: ProgramRead) => notFollowed.map(({ line, why: reason }) => `${line}: ${reason}`)
const bare = ({ errors }: ProgramRead) => errors.map(({ line, column, sentence }) => ({ line, column, sentence }))

const START = ['G21 G90 G17', 'T4 M6', 'G54 G0 X0. Y0.', 'G43 H4 Z50. M3 S2000']

describe('what a program calls', () => {
  const program = lines(
    '%',
    'O2410 (FLANGE, OP 20)',
    '(ISSUE 5)',
    ...START,
    'G1 Z-2. F200',
    'X92.',
    'G0 Z50.',
    'T7 M6',
    'G55 G0 X10. Y10.',
    'G43 H17 Z50. M3',
    'G41 D17 G1 X12. F100',
    'G40 X10.',
    'G54.1 P7',
    'G0 X0. Y0.',
    'M30',
    '%',
    'what stands here is not part of it',
  )

  it('is its name and what its first comments say', () => {
    expect(program).toMatchObject({ name: 'O2410', head: ['FLANGE, OP 20', 'ISSUE 5'], lines: 20, ends: 'M30', errors: [] })
  })

  it('is its slots, tools and offsets, each with the line', () => {
    expect(program.units).toEqual([{ unit: 'mm', line: 4 }])
    expect(program.slots).toEqual([
      { slot: 'G54', line: 6, times: 1, known: true },
      { slot: 'G55', line: 12, times: 1, known: true },
      { slot: 'G54.1 P7', line: 16, times: 1, known: true },
    ])
    expect(program.tools).toMatchObject([
      { number: '4', lines: [5], lengths: [{ offset: '4', line: 7 }], diameters: [], compensates: [], spindle: [{ turns: 'cw', line: 7 }] },
      {
        number: '7',
        lines: [11],
        lengths: [{ offset: '17', line: 13 }],
        diameters: [{ offset: '17', line: 14 }],
        compensates: [{ side: 'left', line: 14 }],
      },
    ])
    expect(program).toMatchObject({ beforeSlot: null, beforeTool: null, leftOn: [] })
  })

  it('is told where it is missing', () => {
    expect(lines('G21', 'G0 X5.', 'G1 Z-1. F100').beforeSlot).toBe(2)
    expect(lines('G54', 'G0 X5.', 'G1 Z-1. F100').beforeTool).toBe(3)
    expect(lines('G54 T1 M6', 'G0 X0. Y0. Z5.', 'G1 Z-1. F100').tools[0]!.cutsWithoutLength).toBe(3)
    expect(why(lines('G54 T1 M6', 'G43 Z5.'))[0]).toBe('2: no H is called with it: the control takes whichever was called last')
    expect(why(lines('G54 T1 M6', 'G0 G44 H1 Z5.'))).toEqual([
      '2: the length counts with the other sign, and the tip is not where the record puts it',
    ])
    expect(lines('G57', 'M30').slots).toMatchObject([{ slot: 'G57', known: false }])
    expect(bare(lines('M6'))).toEqual([{ line: 1, column: 1, sentence: 'M6 changes a tool, and no T stands before it.' }])
    expect(lines(...START, 'G41 D4 G1 X5. F100', 'G68 X0 Y0 R10.', 'G52 X1.', 'M30').leftOn).toEqual([
      'cutter compensation',
      'rotation',
      'local shift',
    ])
  })
})

describe('how far it goes', () => {
  it('is told by tool and slot, for cuts and rapids, with the lines', () => {
    const program = lines(...START, 'G1 Z-2.5 F200', 'X92. Y-3.', 'G0 Z50.')
    expect(program.extents).toHaveLength(1)
    expect(program.extents[0]).toMatchObject({ tool: '4', slot: 'G54' })
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Y'), span(program, 'feed', 'Z')]).toEqual([
      [0, 92],
      [-3, 0],
      [-2.5, 50],
    ])
    expect(program.extents[0]!.feed.Z).toMatchObject({ minLine: 5 })
    expect(program.extents[0]!.feed.X).toMatchObject({ max: mm(92), maxLine: 6 })
  })

  it('counts arcs by what they reach, whole circles too', () => {
    // From (10, 0) around (0, 0): half a circle counter-clockwise reaches y 10.
    expect(span(lines(...START, 'G1 X10. F100', 'G3 X-10. I-10.'), 'feed', 'Y')).toEqual([0, 10])
    expect(span(lines(...START, 'G1 X10. F100', 'G2 X-10. I-10.'), 'feed', 'Y')).toEqual([-10, 0])
    expect(span(lines(...START, 'G1 X10. F100', 'G3 I-10.'), 'feed', 'X')).toEqual([-10, 10])
    expect(span(lines(...START, 'G1 X10. F100', 'G3 X0. Y10. R10.'), 'feed', 'Y')).toEqual([0, 10])
    // By its radius below zero the long way round: around (10, 10).
    expect(span(lines(...START, 'G1 X10. F100', 'G3 X0. Y10. R-10.'), 'feed', 'X')).toEqual([0, 20])
    // A helix goes down while it turns; centres as places where G90.1 says so.
    expect(span(lines(...START, 'G1 X10. Z0. F100', 'G90.1 G3 X10. Y0. Z-3. I0. J0.'), 'feed', 'Z')).toEqual([-3, 50])
    expect(span(lines(...START, 'G18 G1 X10. Z0. F100', 'G2 X-10. I-10.'), 'feed', 'Z')).toEqual([0, 50])
  })

  it('goes by increments, inches and figures without a point', () => {
    expect(span(lines(...START, 'G91 G1 X10. F100', 'X10.', 'X-5.'), 'feed', 'X')).toEqual([0, 20])
    expect(span(lines('G20 G54 T1 M6', 'G0 X1. Y0. Z1.', 'G1 X2. F10.'), 'feed', 'X')).toEqual([25.4, 50.8])
    const bare = lines(...START, 'G1 X10 F100')
    expect(span(bare, 'feed', 'X')).toEqual([0, 10])
    expect(bare.withoutPoint).toEqual({ times: 1, line: 5 })
    const small = read([...START, 'G1 X10000 F100'].join('\n'), { ...MILL_DIALECT, bare: 'increments' })
    expect(span(small, 'feed', 'X')).toEqual([0, 10])
  })

  it('counts drilling cycles: above, down to R, to the bottom, and back', () => {
    const holes = [...START, 'G81 X10. Y5. R2. Z-12. F100', 'X30.', 'Y25.', 'G80']
    const program = lines(...holes)
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Y'), span(program, 'feed', 'Z')]).toEqual([
      [10, 30],
      [5, 25],
      [-12, 2],
    ])
    expect(span(program, 'rapid', 'Z')).toEqual([-12, 50])
    // Back to R only, and what follows begins there.
    const low = lines(...START, 'G99 G83 X10. R2. Z-12. Q3. F100', 'G80', 'G1 X20.')
    expect(low.extents[0]!.feed.Z).toMatchObject({ min: mm(-12), max: mm(2) })
    // Counted from where it stands: R from the height it began at, Z from R; repeated along the row.
    const row = lines(...START, 'G91 G81 X10. R-48. Z-14. K4 F100')
    expect([span(row, 'feed', 'X'), span(row, 'feed', 'Z')]).toEqual([
      [10, 40],
      [-12, 2],
    ])
    expect(span(lines(...START, 'G81 X10. R2. Z-12. K0', 'X20.'), 'feed', 'X')).toEqual([20, 20])
  })

  it('turns with a rotation and goes with a local shift', () => {
    const turned = lines(...START, 'G68 X0. Y0. R90.', 'G1 X10. F100')
    expect(span(turned, 'feed', 'Y')!.map((value) => Math.round(value * 1e6) / 1e6)).toEqual([0, 10])
    // A half circle that bulges in X bulges in Y once it is turned by 90°.
    const arc = lines(...START, 'G68 X0. Y0. R90.', 'G1 X0. Y-10. F100', 'G3 Y10. J10.')
    expect(span(arc, 'feed', 'Y')!.map((value) => Math.round(value) + 0)).toEqual([0, 10])
    const shifted = lines(...START, 'G52 X100.', 'G1 X5. F100')
    expect(span(shifted, 'feed', 'X')).toEqual([0, 105])
    expect(shifted.shifts).toEqual([{ code: 'G52', line: 5, text: 'G52 X100.' }])
    expect(span(lines(...START, 'G92 X40.', 'G1 X50. F100'), 'feed', 'X')).toEqual([0, 10])
  })

  it('ends a local shift, sets it aside and puts it back', () => {
    // The tool stands at 0, called 40: 50 is 10. Without the shift 50 is 50 again, and the tool stands at 10 still.
    const shifted = ['G92 X40.', 'G1 X50. F100']
    expect(span(lines(...START, ...shifted, 'G92.1', 'G91 X5.'), 'feed', 'X')).toEqual([0, 15])
    expect(span(lines(...START, ...shifted, 'G92.1', 'X50.'), 'feed', 'X')).toEqual([0, 50])
    expect(span(lines(...START, ...shifted, 'G92.2', 'X50.', 'G92.3', 'X100.'), 'feed', 'X')).toEqual([0, 60])
    // What was ended does not come back.
    expect(span(lines(...START, ...shifted, 'G92.1', 'G92.3', 'X100.'), 'feed', 'X')).toEqual([0, 100])
    expect(lines(...START, ...shifted, 'G92.1', 'M30').leftOn).toEqual([])
  })

  it.each(['G31', 'G38.2', 'G38.3', 'G38.4', 'G38.5'])('does not say where a probe stops: %s', (code) => {
    const probed = lines(...START, `${code} Z-10. F50`, 'G91 G1 Z5. F100', 'G90 Z20.')
    expect(why(probed)).toEqual(['5: a probing move ends where it touches', '6: Z is counted from where nobody knows'])
    expect(span(probed, 'feed', 'Z')).toEqual([20, 20])
    expect(probed.unknown).toEqual([])
  })

  it('is not told where nobody knows it', () => {
    // After a tool change and after machine coordinates the place in the part is unknown until it is said.
    const program = lines(...START, 'G53 G0 Z0.', 'G1 X5. F100')
    expect(span(program, 'feed', 'Z')).toBeUndefined()
    expect(program.machineMoves).toEqual([{ code: 'G53', line: 5, text: 'G53 G0 Z0.' }])
    expect(why(lines('G54 T1 M6', 'G91 G0 X5.'))).toEqual(['2: X is counted from where nobody knows'])
    // Straight home from wherever it stands, as most programs begin.
    expect(why(lines('G91 G28 Z0.', 'G90 G54'))).toEqual([])
    expect(why(lathe('G28 U0 W0', 'T0101'))).toEqual([])
    const scaled = lines(...START, 'G51 X0 Y0 P2.', 'G1 X500. F100', 'G50', 'G1 X5.')
    // Nobody knows where X500 was, scaled: only the place that is said after it is told.
    expect(span(scaled, 'feed', 'X')).toEqual([5, 5])
    expect(why(scaled)).toEqual(['5: scaling: no place is told until it is off'])
  })
})

describe('variables and macros', () => {
  it('are worked out where they are constant', () => {
    expect(span(lines(...START, '#101=20.', 'G1 X[#101+2.5] F100'), 'feed', 'X')).toEqual([0, 22.5])
    expect(span(lines(...START, '#1=1', 'IF [#1 EQ 1] THEN #101=7.', 'G1 X#101 F100'), 'feed', 'X')).toEqual([0, 7])
  })

  it('are listed where they are not', () => {
    const program = lines(...START, 'G1 X#500 F100')
    expect(program.variables).toEqual([{ number: 500, line: 5 }])
    expect(why(program)).toEqual(['5: a variable in it is not known without the machine', '5: X is not known without the machine'])
    expect(why(lines('#5221=-300.'))).toEqual(['1: it writes a variable of the control itself'])
  })

  it('are not trusted after a jump or within a loop', () => {
    const loop = lines(...START, '#1=0', 'WHILE [#1 LT 5] DO1', 'G1 X[#1*10.] F100', '#1=#1+1', 'END1', 'G1 Y#1')
    expect(span(loop, 'feed', 'X')).toEqual([0, 0])
    expect(why(loop)[0]).toBe('6: a loop is read once')
    expect(why(lines('#1=5.', 'GOTO 20', '#2=1.', 'G54 G1 X#2', 'N20')).slice(0, 2)).toEqual([
      '2: a jump: lines are read one after the other',
      '4: a variable in it is not known without the machine',
    ])
  })
})

describe('subprograms', () => {
  const square = ['O100', 'G91 G1 X10. F100', 'Y10.', 'G90', 'M99']

  it('are followed wherever they stand in the file, as often as they are called', () => {
    const program = lines('O1', ...START, 'M98 P100 L3', 'M30', ...square)
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Y')]).toEqual([
      [0, 30],
      [0, 30],
    ])
    expect(program.subs).toEqual([{ number: 'O100', line: 6, times: 1, atHand: true }])
    expect(program.extents[0]!.feed.X).toMatchObject({ maxLine: 9 })
  })

  it('are numbered behind a colon too', () => {
    const program = lines('\ufeff%', ':0001', ...START, 'M98 P100', 'M30', ':0100', 'G1 X33. F100', 'M99')
    expect([program.name, span(program, 'feed', 'X')]).toEqual(['O0001', [0, 33]])
  })

  it('are local where a block number calls them', () => {
    const program = lines('O1', ...START, 'M97 P500', 'M30', 'N500 G1 X33. F100', 'M99')
    expect(span(program, 'feed', 'X')).toEqual([0, 33])
  })

  it('have variables of their own as macros', () => {
    const program = lines(
      'O1',
      '#1=1.',
      '#110=5.',
      ...START,
      'G65 P200 A7. X30.',
      'G1 Y#1',
      'M30',
      'O200',
      'G1 X[#24+#1+#110] F100',
      '#1=99.',
      'M99',
    )
    expect(span(program, 'feed', 'X')).toEqual([0, 42])
    expect(span(program, 'feed', 'Y')).toEqual([0, 1])
  })

  it('that are missing are said, and what follows is not guessed', () => {
    const program = lines('O1', ...START, 'M98 P9001', 'G91 G1 X5. F100', 'M30')
    expect(program.subs).toEqual([{ number: 'O9001', line: 6, times: 1, atHand: false }])
    expect(why(program)).toEqual(['6: O9001 is not in this file', '7: X is counted from where nobody knows'])
  })

  it('that call themselves are read once', () => {
    const program = lines('O1', 'M98 P5', 'M30', 'O5', 'M98 P6', 'M99', 'O6', 'M98 P5', 'M99')
    expect(bare(program)).toEqual([{ line: 8, column: 1, sentence: 'O5 is called from within itself; it is not read again.' }])
  })

  it('are not run where they are not called', () => {
    const program = lines('O1', ...START, 'G1 X5. F100', 'O2', 'G1 X500.', 'M30')
    expect(span(program, 'feed', 'X')).toEqual([0, 5])
    expect(program.ends).toBe('another program')
  })
})

describe('values that the program writes', () => {
  it('are named by register', () => {
    const program = lines(
      'G21',
      'G10 L2 P1 X-313.204 Y-169.7',
      'G10 L20 P7 Z-5.',
      'G10 L10 P4 R103.476',
      'G91 G10 L11 P4 R-.01',
      'G10 L99 P1',
    )
    expect(program.writes.map(({ register, value, adds }) => [register, value, adds])).toEqual([
      ['work/G54/X/geometry', mm(-313.204), false],
      ['work/G54/Y/geometry', mm(-169.7), false],
      ['work/G54.1 P7/Z/geometry', mm(-5), false],
      ['tool/4/length/geometry', mm(103.476), false],
      ['tool/4/length/wear', mm(-0.01), true],
      [null, null, true],
    ])
  })
})

describe('a lathe\u2019s program', () => {
  const start = ['G21 G54', 'T0303', 'G0 X64. Z2.']

  it('calls station and offset in one word', () => {
    expect(lathe('G54', 'T0303', 'T0313', 'T505', 'T0300').tools).toMatchObject(
      [
        {
          number: '3',
          lengths: [
            { offset: '3', line: 2 },
            { offset: '13', line: 3 },
          ],
        },
        { number: '5', lengths: [{ offset: '5', line: 4 }] },
        {},
      ].slice(0, 2),
    )
  })

  it('counts X as diameters, U and W from where it stands', () => {
    const program = lathe(...start, 'G1 X60. F.2', 'Z-30.', 'U4. W-2.')
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Z')]).toEqual([
      [60, 64],
      [-32, 2],
    ])
  })

  it('has cycles where a mill has distances', () => {
    // From X64 Z2: cut to X60 Z-30 and back, then X56.
    const program = lathe(...start, 'G90 X60. Z-30. F.2', 'X56.', 'G0 X100.')
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Z')]).toEqual([
      [56, 64],
      [-30, 2],
    ])
    const thread = lathe(...start, 'G76 P010060 Q100 R.02', 'G76 X58.16 Z-20. P920 Q300 F1.5')
    expect([span(thread, 'feed', 'X'), span(thread, 'rapid', 'X')]).toEqual([
      [58.16, 58.16],
      [58.16, 64],
    ])
    expect(lathe(...start, 'G50 S2500', 'G96 S180 M3', 'G99').notFollowed).toEqual([])
  })

  it('roughs a contour whose words are depths, stands where it stood before it, and comes back from every thread', () => {
    const moves: string[] = []
    const text = [
      ...start,
      'G71 U2. R1.',
      'G71 P10 Q20 U0.4 W0.1 F.2',
      'N10 G0 X20.',
      'G1 Z-30. F.1',
      'N20 X60. Z-40.',
      'G70 P10 Q20',
      'G76 P010060 Q50 R0.1',
      'G76 X18. Z-20. P1000 Q300 F1.5',
      'G73 U5. W2. R3',
      'G0 Z5.',
    ]
    const place = ([x, , z]: readonly [number, number, number]) => `${x / 1e6} ${z / 1e6}`
    const program = readProgram(
      () => [text.join('\n')],
      LATHE_DIALECT,
      ({ kind, line, to }) => moves.push(`${line} ${kind} ${place(to)}`),
    )
    expect(moves).toEqual([
      '3 rapid 64 2',
      '6 rapid 20 2',
      '7 feed 20 -30',
      '8 feed 60 -40',
      // Roughed, the tool is back at X64 Z2; finished, it has gone along the contour once more and is back again.
      '6 rapid 20 2',
      '7 feed 20 -30',
      '8 feed 60 -40',
      '9 rapid 64 2',
      // In, along, out and back.
      '11 rapid 18 2',
      '11 feed 18 -20',
      '11 rapid 64 -20',
      '11 rapid 64 2',
      '13 rapid 64 5',
    ])
    expect(program.notFollowed).toEqual([])
    expect(span(program, 'rapid', 'X')).toEqual([18, 64])
  })

  it('turns arcs in Z and X, X halved', () => {
    // From X20 Z0 a quarter of radius 10 to X40 Z-10 around (X20, Z-10): no further than its ends.
    const program = lathe('G21 G54 T0101', 'G0 X20. Z0.', 'G3 X40. Z-10. R10. F.1')
    expect(program.errors).toEqual([])
    expect([span(program, 'feed', 'X'), span(program, 'feed', 'Z')]).toEqual([
      [20, 40],
      [-10, 0],
    ])
  })
})

describe('what is not understood', () => {
  it('is counted by word and line, and the rest is read', () => {
    const program = lines(...START, 'G777 X5.', 'M205', 'M205', 'G1 X7. F100')
    expect(program.unknown).toEqual([
      { word: 'G777', times: 1, line: 5 },
      { word: 'M205', times: 2, line: 6 },
    ])
    // Nobody knows whether and where G777 went: X is known again with the next place that is said.
    expect(why(program)).toEqual(['5: G777 is not known, nor is where it goes'])
    expect(span(program, 'feed', 'X')).toEqual([7, 7])
    expect(why(lines(...START, 'G777 X5.', 'G91 G1 X7. F100'))).toContain('6: X is counted from where nobody knows')
  })

  it.each([
    ['G12.1', 'G13.1', 'polar interpolation'],
    ['G112', 'G113', 'polar interpolation'],
    ['G7.1 C20.', 'G7.1 C0.', 'cylindrical interpolation'],
    ['G107 C20.', 'G107 C0.', 'cylindrical interpolation'],
  ])('tells no place between %s and %s', (on, off, words) => {
    const program = lines(...START, on, 'G1 X99. F100', off, 'G1 X7.')
    expect(why(program)).toEqual([`5: ${words}: no place is told until it is off`])
    expect(span(program, 'feed', 'X')![1]).toBeLessThan(99)
  })

  it('is one error where it stands together', () => {
    expect(bare(read('N4 G1 X2. F100*57\nG1 X3. @@ Y1.'))).toEqual([
      { line: 1, column: 15, sentence: '\u201c*57\u201d has no meaning here.' },
      { line: 2, column: 8, sentence: '\u201c@@\u201d has no meaning here.' },
    ])
  })

  it('has line and column where a line cannot be read', () => {
    expect(bare(lines(...START, 'G1 X1.2.3 Y5. F100', 'G1 X[1+] F100'))).toEqual([
      { line: 5, column: 4, sentence: 'X1.2.3 is no number.' },
      { line: 6, column: 8, sentence: '\u201c]\u201d has no meaning here.' },
    ])
    expect(lines(...START, 'G2 X5. F100').errors[0]).toMatchObject({
      line: 5,
      sentence: 'An arc stands here without a centre or a radius.',
    })
    expect(lines(...START, 'G2 X5. Y7. I5. F100').errors[0]).toMatchObject({ line: 5 })
    expect(lines(...START, 'G2 X50. R5. F100').errors[0]).toMatchObject({ line: 5, column: 9 })
  })

  it('is bounded however much of it there is', () => {
    const program = read('?\n'.repeat(5_000))
    expect(program.errors).toMatchObject([{ line: 1, times: 5_000 }])
    expect(program.errors[0]!.lines).toHaveLength(50)
    const many = read(Array.from({ length: 5_000 }, (_, at) => `!${at}!\n`).join(''))
    expect([many.errors.length, many.errorsInAll]).toEqual([200, 5_000])
  })
})

describe('lines', () => {
  it('end in any way, and may be cut anywhere', () => {
    const text = 'G21 G54\r\nT4 M6\rG0 X5. Y0. Z5.\nG1 X7.5 F100\r\n'
    const whole = read(text)
    expect(whole.lines).toBe(4)
    for (let cut = 1; cut < text.length; cut++)
      expect(readProgram(() => [text.slice(0, cut), text.slice(cut)], MILL_DIALECT)).toEqual(whole)
  })
})
