import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatLength, inch, mm, nm, readLength, type LengthUnit } from './index.ts'

const read = (text: string, unit: LengthUnit = 'mm', grid = nm(1)) => readLength(text, { name: 'Machine X', unit, grid })
const value = (text: string, unit: LengthUnit = 'mm') => {
  const reading = read(text, unit)
  return reading.kind === 'length' ? reading.value : reading
}
const code = (text: string, unit: LengthUnit = 'mm') => {
  const reading = read(text, unit)
  return reading.kind === 'refused' ? reading.code : reading.kind
}

describe('figures as people type them', () => {
  it.each<[string, LengthUnit, number]>([
    ['12.7', 'mm', mm(12.7)],
    ['.5', 'in', inch(0.5)],
    ['-.003', 'in', inch(-0.003)],
    ['3 5/16', 'in', inch(3.3125)],
    ['-3 5/16', 'in', inch(-3.3125)],
    ['1.745/2', 'in', inch(0.8725)],
    ['25.4-3/8', 'mm', mm(25.025)],
    ['3.3125+1.344', 'in', inch(4.6565)],
    ['0.5in', 'mm', mm(12.7)],
    ['4 thou', 'mm', mm(0.1016)],
    ['12,7', 'mm', mm(12.7)],
    ['+  92.630mm', 'mm', mm(92.63)],
    ['+  92.630mm\r\n', 'in', mm(92.63)],
    ['\u2212318.2040', 'mm', mm(-318.204)],
    ['3/8in', 'mm', mm(9.525)],
    ['(3+1/4)in', 'mm', mm(82.55)],
    ['2*12.5', 'mm', mm(25)],
    ['1in/2', 'mm', mm(12.7)],
    ['0.5in + 4 thou', 'mm', mm(12.8016)],
    ['1in+0.5', 'in', inch(1.5)],
    ['25 \u00b5m', 'mm', mm(0.025)],
    ['12.', 'mm', mm(12)],
  ])('reads %j on a machine in %s', (text, unit, wanted) => expect(value(text, unit)).toBe(wanted))

  it('keeps inch figures exact', () => {
    expect(value('0.3745', 'in')).toBe(9_512_300)
    expect(value('0.00001', 'in')).toBe(254)
  })
})

describe('what is refused, and why', () => {
  it.each([
    ['abc', 'letters'],
    ['12..7', 'two-points'],
    ['1,234.5', 'thousands'],
    ['12 13', 'two-figures'],
    ['3 5/16 2', 'two-figures'],
    ['12.5 mm in', 'two-units'],
    ['1in+3', 'unit-missing'],
    ['1in+3mm', 'two-units'],
    ['1/0', 'divided-by-zero'],
    ['3 1/0', 'divided-by-zero'],
    ['2mm*3mm', 'two-units'],
    ['2mm*(3mm)', 'area'],
    ['5-', 'incomplete'],
    ['-', 'incomplete'],
    ['--3', 'incomplete'],
    ['.', 'incomplete'],
    ['mm', 'incomplete'],
    ['(3', 'brackets'],
    ['3)', 'brackets'],
    ['1e5', 'unit-unknown'],
    ['3 mil', 'unit-unknown'],
    ['2 tenths', 'unit-unknown'],
    ['5 cm', 'unit-unknown'],
    ['999999999', 'too-large'],
    ['1'.repeat(90), 'too-long'],
    ['12#', 'letters'],
    ['5 constructor', 'letters'],
    ['5 toString', 'letters'],
    ['5 __proto__', 'letters'],
    ['5 hasOwnProperty', 'letters'],
    ['1/2 1/2', 'two-figures'],
    ['5/2 1/2', 'two-figures'],
    ['2*3 1/2', 'two-figures'],
    ['3-5/16', 'two-readings'],
    ['1-1/2', 'two-readings'],
    ['-1-1/2', 'two-readings'],
    ['4+1-1/2', 'two-readings'],
  ])('%j: %s', (text, wanted) => expect(code(text)).toBe(wanted))

  it('names the figure in every sentence', () => {
    const reading = read('12..7')
    expect(reading.kind === 'refused' && reading.sentence).toBe('Machine X: “12..7” has two decimal points.')
  })

  it('is empty for nothing and for spaces', () => {
    expect(read('').kind).toBe('empty')
    expect(read('  ').kind).toBe('empty')
  })
})

describe('figures finer than the register', () => {
  it('says what it would round to and leaves the choice', () => {
    const reading = read('12.70004', 'mm', mm(0.001))
    expect(reading).toMatchObject({ kind: 'finer', value: mm(12.7) })
    expect(reading.kind === 'finer' && reading.sentence).toBe(
      'Machine X: 12.70004 mm was typed, and the step here is 0.001 mm. It would be kept as 12.700.',
    )
  })

  it('rounds thirds once, to the nanometre', () => {
    expect(read('1/3in')).toMatchObject({ kind: 'length', value: 8_466_667 })
    expect(read('1/3', 'in')).toMatchObject({ kind: 'finer', value: 8_466_667 })
  })
})

describe('a figure that two people read in two ways', () => {
  it('is refused with both readings and their values', () => {
    const reading = read('3-5/16', 'in')
    expect(reading.kind === 'refused' && reading.sentence).toBe(
      'Machine X: 3-5/16 is 3 5/16 (3.3125) to some and 3 less 5/16 (2.6875) to others; write \u201c3 5/16\u201d or \u201c3 - 5/16\u201d.',
    )
    expect(value('3 5/16', 'in')).toBe(inch(3.3125))
    expect(value('3 - 5/16', 'in')).toBe(inch(2.6875))
    expect(value('25.4-3/8')).toBe(mm(25.025))
    expect(value('7-5')).toBe(mm(2))
    expect(value('3-16/5')).toBe(nm(0 - 200_000))
  })
})

describe('a figure in the other unit', () => {
  it('is taken when less than half a step is lost, and asked about at just half of one', () => {
    // 25.4 / 64 is 0.396875: what is lost is said.
    expect(read('1/64in', 'mm', mm(0.001))).toMatchObject({ kind: 'length', value: mm(0.397), exact: '0.396875' })
    expect(read('4.0748in', 'mm', mm(0.0001))).toMatchObject({ kind: 'length', value: mm(103.4999), exact: '103.49992' })
    expect(read('1in', 'mm', mm(0.001))).toEqual({ kind: 'length', value: mm(25.4), written: 'in' })
    expect(read('0.397 mm', 'in', nm(2540))).toMatchObject({ kind: 'length', value: nm(396_240) })
    // 0.0127 mm is five steps of 0.0001 in; a tenth of that is half a step.
    expect(read('0.00127mm', 'in', nm(2540))).toMatchObject({ kind: 'finer', value: nm(2540) })
    expect(read('0.0004', 'mm', mm(0.001))).toMatchObject({ kind: 'finer', value: 0 })
  })

  it('just beside half a step goes to the nearer side, however little beside', () => {
    for (const [text, kept] of [
      ['1.00049999999', 1],
      ['1.0005', 1.001],
      ['1.00050000001', 1.001],
      ['-1.00049999999', -1],
      ['2.00049999999+0', 2],
    ] as const)
      expect(read(text, 'mm', mm(0.001)), text).toMatchObject({ kind: 'finer', value: mm(kept) })
  })
})

describe('properties', () => {
  const length = fc.integer({ min: -300_000_000, max: 300_000_000 })

  it('reads back what it wrote, in either unit', () => {
    fc.assert(
      fc.property(length, (tenths) => {
        const inMm = nm(tenths * 100)
        expect(value(formatLength(inMm, { unit: 'mm', decimals: 4 }))).toBe(inMm)
        const inInch = nm(tenths * 254)
        expect(value(formatLength(inInch, { unit: 'in', decimals: 5 }), 'in')).toBe(inInch)
      }),
    )
  })

  it('reads a figure the same with its unit written on a machine of the other unit', () => {
    fc.assert(
      fc.property(length, (tenths) => {
        const text = formatLength(nm(tenths * 254), { unit: 'in', decimals: 5 })
        expect(value(`${text} in`, 'mm')).toBe(value(text, 'in'))
      }),
    )
  })

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'0123456789.,+-*/() inmthouxµ"\'e\u2212 ') }), (text) => {
        expect(['empty', 'length', 'finer', 'refused']).toContain(read(text).kind)
      }),
      { numRuns: 2000 },
    )
  })

  it('adds and takes off exactly', () => {
    fc.assert(
      fc.property(length, length, (a, b) => {
        const write = (tenths: number) => formatLength(nm(tenths * 100), { unit: 'mm', decimals: 4 }).replace('\u2212', '-')
        const second = write(Math.abs(b))
        expect(value(`${write(a)}-${second}`)).toBe((a - Math.abs(b)) * 100 + 0)
        expect(value(`${write(a)} + ${second}`)).toBe((a + Math.abs(b)) * 100 + 0)
      }),
    )
  })
})
