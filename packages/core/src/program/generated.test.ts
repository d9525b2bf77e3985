import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Chance, generateProgram, LATHE, MILL } from '@rook/testing'
import { dialectOf, readProgram } from './index.ts'

const DIALECT = dialectOf(MILL)

describe('programs that were written by other code', () => {
  it('are read as far as their writer cut, by tool and slot', () => {
    for (let seed = 0; seed < 300; seed++) {
      const { text, cuts, tools, slots } = generateProgram(new Chance(`program ${seed}`))
      const read = readProgram(() => [text], DIALECT)
      expect(read.errors, `seed ${seed}`).toEqual([])
      expect(read.notFollowed, `seed ${seed}`).toEqual([])
      expect(read.tools.map(({ number }) => number)).toEqual(tools)
      expect(read.slots.map(({ slot }) => slot)).toEqual(slots)
      for (const [key, spans] of cuts) {
        const found = read.extents.find(({ tool, slot }) => `${tool}|${slot}` === key)
        for (const axis of ['X', 'Y', 'Z'] as const) {
          // An arc rises by no more than 0.0003 between two of the points that it was sampled at; ends are rounded to 0.0001.
          expect(found!.feed[axis]!.min / 1e6, `seed ${seed}, ${key}, least ${axis}`).toBeCloseTo(spans[axis].min, 2)
          expect(found!.feed[axis]!.max / 1e6, `seed ${seed}, ${key}, greatest ${axis}`).toBeCloseTo(spans[axis].max, 2)
        }
      }
    }
  })
})

/** Text that looks like a program and is none. */
const soup = fc
  .array(
    fc.oneof(
      fc.constantFrom(
        'G0',
        'G1',
        'G2',
        'G3',
        'G54',
        'G54.1',
        'G81',
        'G68',
        'G52',
        'G92',
        'G91',
        'G20',
        'G65',
        'M98',
        'M97',
        'M6',
        'M30',
        'T',
        'X',
        'Y1.',
        'Z-',
        'I5.',
        'R',
        'P100',
        'L9999',
        'O100',
        'N100',
      ),
      fc.constantFrom(
        '#1=',
        '#',
        '[',
        ']',
        'WHILE[1]DO1',
        'END1',
        'IF[#1EQ1]GOTO5',
        'IF[1]THEN#2=3',
        '(',
        ')',
        ';',
        '/',
        '%',
        '\n',
        '\r',
        '\r\n',
        ' ',
      ),
      fc.double().map(String),
      fc.string({ maxLength: 6 }),
    ),
    { maxLength: 120 },
  )
  .map((parts) => parts.join(''))

describe('what is no program', () => {
  it.each([
    ['mill', DIALECT],
    ['lathe', dialectOf(LATHE)],
  ])('never stops the reader for a %s, and every error has its line and column', (_name, dialect) => {
    fc.assert(
      fc.property(soup, (text) => {
        const read = readProgram(() => [text], dialect)
        const lines = text.split(/\r\n|\n|\r/)
        for (const { line, column, sentence } of read.errors) {
          expect(line).toBeGreaterThan(0)
          expect(line).toBeLessThanOrEqual(lines.length)
          expect(column).toBeGreaterThan(0)
          expect(sentence).not.toBe('')
        }
        for (const { feed, rapid } of read.extents)
          for (const span of [...Object.values(feed), ...Object.values(rapid)]) expect(span.min).toBeLessThanOrEqual(span.max)
      }),
      { numRuns: 400 },
    )
  })
})
