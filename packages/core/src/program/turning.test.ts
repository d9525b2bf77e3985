import { LATHE } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { dialectOf, readProgram, type Move, type ProgramRead } from './index.ts'

const DIAMETERS = dialectOf(LATHE)
const START = ['G21 G54', 'T0303', 'G0 X64. Z2.']

/** Moves of a lathe's program from its fourth line on: way, X as programmed, Z. */
function drawn(lines: string[], dialect = DIAMETERS): string[] {
  const moves: string[] = []
  const place = ([x, , z]: Move['to']) => `${+(x / 1e6).toFixed(3)} ${+(z / 1e6).toFixed(3)}`
  readProgram(
    () => [[...START, ...lines].join('\n')],
    dialect,
    ({ kind, line, to }) => line > START.length && moves.push(`${line} ${kind} ${place(to)}`),
  )
  return moves
}
const read = (lines: string[], dialect = DIAMETERS): ProgramRead => readProgram(() => [[...START, ...lines].join('\n')], dialect)
const reach = ({ extents }: ProgramRead, kind: 'feed' | 'rapid') =>
  extents.map(({ tool, [kind]: { X, Z } }) => `T${tool} X ${X!.min / 1e6}..${X!.max / 1e6} Z ${Z!.min / 1e6}..${Z!.max / 1e6}`)

describe('a thread by G92', () => {
  it('is cut in its first block as well, and every pass ends where the first one said', () => {
    expect(drawn(['G92 X19.4 Z-20. F1.5', 'X19.'])).toEqual([
      ...['4 rapid 19.4 2', '4 feed 19.4 -20', '4 rapid 64 -20', '4 rapid 64 2'],
      ...['5 rapid 19 2', '5 feed 19 -20', '5 rapid 64 -20', '5 rapid 64 2'],
    ])
  })

  it('may be tapered: R is how much further out, as a radius, it begins', () => {
    // −1.25 on the radius: it begins 2.5 smaller across than it ends.
    expect(drawn(['G92 X19.4 Z-20. R-1.25 F1.5']).slice(0, 2)).toEqual(['4 rapid 16.9 2', '4 feed 19.4 -20'])
    expect(drawn(['G92 X19.4 Z-20. R-1.25 F1.5'], { ...DIAMETERS, diameters: false })[0]).toBe('4 rapid 18.15 2')
  })

  it('is a speed limit where it names no place', () => {
    expect(drawn(['G92 S2500', 'G0 X70.'])).toEqual(['5 rapid 70 2'])
  })
})

describe('single cuts', () => {
  it('along go in, along, out and back', () => {
    expect(drawn(['G90 X60. Z-30. F.2', 'U-8.'])).toEqual([
      ...['4 rapid 60 2', '4 feed 60 -30', '4 feed 64 -30', '4 rapid 64 2'],
      // From where it stands, X64, to X56, as long as the one before.
      ...['5 rapid 56 2', '5 feed 56 -30', '5 feed 64 -30', '5 rapid 64 2'],
    ])
  })

  it('across go along Z first', () => {
    expect(drawn(['G94 X-1.6 Z0. F.1'])).toEqual(['4 rapid 64 0', '4 feed -1.6 0', '4 feed -1.6 2', '4 rapid 64 2'])
  })

  it('pass over nothing on their way: no slanting cut through the solid', () => {
    for (const line of ['G90 X60. Z-30. F.2', 'G92 X19.4 Z-20. F1.5', 'G94 X10. Z-1. F.1', 'G75 R1.', 'G75 X40. Z-10. P2000 Q4000 F.1'])
      for (const [before, after] of pairs([`3 rapid 64 2`, ...drawn([line])])) {
        const [from, to] = [before, after].map((move) => move!.split(' ').slice(2).map(Number))
        expect(from![0] === to![0] || from![1] === to![1], `${line}: ${before} to ${after}`).toBe(true)
      }
  })
})

const pairs = (moves: string[]) => moves.slice(1).map((move, at) => [moves[at]!, move] as const)

describe('pecking', () => {
  it('across steps along Z and plunges at each step', () => {
    expect(drawn(['G0 Z-10.', 'G75 R1.', 'G75 X40. Z-17. P2000 Q4000 F.1']).slice(1)).toEqual([
      ...['6 feed 40 -10', '6 rapid 64 -10'],
      ...['6 rapid 64 -14', '6 feed 40 -14', '6 rapid 64 -14'],
      ...['6 rapid 64 -17', '6 feed 40 -17', '6 rapid 64 -17', '6 rapid 64 -10'],
    ])
  })

  it('along drills in the middle', () => {
    expect(drawn(['G0 X0.', 'G74 R1.', 'G74 Z-40. Q5000 F.1']).slice(1)).toEqual(['6 feed 0 -40', '6 rapid 0 2'])
  })
})

describe('contours', () => {
  const contour = ['N10 G0 X20.', 'G1 Z-30. F.1', 'N20 X60. Z-40.']

  it('are finished by the tool that runs G70, under its own offset and hand', () => {
    const text = ['G71 U2. R1.', 'G71 P10 Q20 U0.4 W0.1 F.2', ...contour, 'G0 X100. Z50.', 'T0404', 'G0 X64. Z2.', 'G42', 'G70 P10 Q20']
    const told = read(text)
    expect(reach(told, 'feed')).toEqual(['T3 X 20..60 Z -40..2', 'T4 X 20..60 Z -40..2'])
    expect(told.tools.map(({ number, compensates }) => [number, compensates.length])).toEqual([
      ['3', 0],
      ['4', 1],
    ])
    expect(told.notFollowed).toEqual([])
    expect(drawn(text).at(-1)).toBe('13 rapid 64 2')
  })

  it('that were not read are not finished in silence', () => {
    expect(read(['G70 P10 Q20']).notFollowed.map(({ why }) => why)).toEqual(['the contour that it finishes was not roughed before it'])
  })

  it('that are repeated stand off by the relief at first, which is reached beyond contour and start', () => {
    // 5 on the radius and 0.4 left on across, 2 and 0.1 along.
    const told = read(['G73 U5. W2. R3', 'G73 P10 Q20 U0.4 W0.1 F.2', ...contour])
    expect(reach(told, 'feed')).toEqual(['T3 X 20..70.4 Z -40..4.1'])
    expect(reach(told, 'rapid')).toEqual(['T3 X 20..74.4 Z 2..4.1'])
  })
})

describe('a preset by G50', () => {
  it('moves nothing, with a place or with a speed', () => {
    expect(drawn(['G50 S2500', 'G50 X100. Z50.', 'G0 X100. Z60.'])).toEqual(['6 rapid 64 12'])
  })
})
