import { describe, expect, it } from 'vitest'
import { inch, mm, readLength, nm, type LengthUnit, type Nm } from '../length/index.ts'
import { meantFigures, mistypedFigures } from './other-figures.ts'
import { typedOtherwise } from './typed-otherwise.ts'

const texts = (text: string, value: Nm, unit: LengthUnit = 'mm') => typedOtherwise(text, value, unit)
const of = (kind: string, text: string, value: Nm, unit?: LengthUnit) => texts(text, value, unit).filter((one) => one.kind === kind)

describe('what a typed figure may have been meant to be', () => {
  it('goes by the text: a zero at the end may have been swapped with the digit before it', () => {
    // 318.2040 was meant, 318.2004 was typed; by its value 318.204 the swap could not be undone from 318.2004 alone.
    expect(of('swap', '-318.2004', mm(-318.2004)).map(({ text }) => text)).toContain('-318.2040')
    expect(of('swap', '-318.20', mm(-318.2)).map(({ text }) => text)).toContain('-318.02')
  })

  it('undoes the sign, the unit and the point', () => {
    expect(of('sign', '12.5', mm(12.5)).map(({ text }) => text)).toEqual(['-12.5'])
    expect(of('unit', '12.5277', mm(12.5277))).toMatchObject([{ text: '12.5277 in', had: 'had been typed in inches' }])
    expect(of('unit', '6', inch(6), 'in')).toMatchObject([{ text: '6 mm', had: 'had been typed in millimetres' }])
    expect(of('unit', '6 mm', mm(6))).toMatchObject([{ text: '152.4', had: 'had been typed in inches' }])
    expect(of('point', '-31.8204', mm(-31.8204)).map(({ text }) => text)).toEqual(['-0.318204', '-3.18204', '-318.204', '-3182.04'])
  })

  it('looks for the point anywhere in a figure that has none', () => {
    expect(of('point', '3182040', nm(3_182_040e6 as Nm)).map(({ text }) => text)).toContain('318.2040')
    expect(of('point', '5', mm(5)).map(({ text }) => text)).toContain('0.0005')
  })

  it('knows half and double, a digit left out and one typed twice', () => {
    expect(of('double', '46', mm(46)).map(({ text }) => text)).toEqual(['92', '23'])
    expect(of('digit', '-33.5', mm(-33.5)).map(({ text }) => text)).toContain('-3.5')
    expect(of('digit', '1.5', mm(1.5)).map(({ text }) => text)).toEqual(expect.arrayContaining(['10.5', '1.05', '1.50', '11.5', '1.55']))
  })

  it('says nothing of zero, and gives figures that can be read', () => {
    expect(texts('0', mm(0))).toEqual([])
    expect(texts('0.000', mm(0))).toEqual([])
    for (const text of ['-318.2040', '7', '0.05', '1/4', '12,5', '3 5/16 in'])
      for (const unit of ['mm', 'in'] as const) {
        const read = readLength(text, { name: 'It', unit, grid: nm(1) })
        if (read.kind !== 'length' && read.kind !== 'finer') throw new Error(text)
        for (const one of texts(text, read.value, unit))
          expect(readLength(one.text, { name: 'It', unit, grid: nm(1) }).kind, one.text).toMatch(/length|finer|refused/)
      }
  })

  it('never gives the figure that was typed', () => {
    for (const text of ['11', '-318.2040', '0.50']) expect(texts(text, mm(Number(text))).map((one) => one.text)).not.toContain(text)
  })
})

describe('what a figure may have been typed as', () => {
  it('says the same slip from the other side', () => {
    const words = (value: Nm, unit: LengthUnit = 'mm') =>
      new Map(mistypedFigures(value, 'it', unit).map(({ value: typed, phrase }): [number, string] => [typed, phrase]))
    expect(words(mm(318.2)).get(mm(31.82))).toBe('it had its decimal point one place too far left')
    expect(words(mm(318.2)).get(mm(3182))).toBe('it had lost its decimal point by one place')
    expect(words(mm(25.4)).get(mm(1))).toBe('it had been typed in inches')
    expect(words(mm(40)).get(mm(80))).toBe('it had been doubled')
    expect(words(mm(-12.5)).get(mm(12.5))).toBe('it had the other sign')
    expect(meantFigures(mm(31.82), 'it', 'mm').find(({ value }) => value === mm(318.2))?.phrase).toBe(
      'it had its decimal point one place too far left',
    )
  })
})
