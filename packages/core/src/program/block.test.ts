import { describe, expect, it } from 'vitest'
import { readBlock } from './block.ts'

const words = (text: string) => readBlock(text, 1, true).words.map(({ letter, text: value, column }) => `${letter}${value}@${column}`)
const errors = (text: string) => readBlock(text, 7, true).errors

describe('a line of a program', () => {
  it('is letters with numbers, spaces anywhere', () => {
    expect(words('N10 G01 X-12.5 Y.25F200')).toEqual(['N10@1', 'G01@5', 'X-12.5@9', 'Y.25@16', 'F200@20'])
    expect(words('g 1 x + 1 2.5')).toEqual(['G1@1', 'X+12.5@5'])
    expect(readBlock('X10 Y10. Z#5', 1, true).words.map(({ pointed }) => pointed)).toEqual([false, true, true])
  })

  it('has comments in brackets and behind a semicolon, and keeps the columns after them', () => {
    const block = readBlock('G0 (to the left) X5. ; and wait G54', 1, true)
    expect(block.comments).toEqual(['to the left', 'and wait G54'])
    expect(block.words.map(({ letter, column }) => [letter, column])).toEqual([
      ['G', 1],
      ['X', 18],
    ])
    // Where the control knows no semicolon it is no comment.
    expect(readBlock('X5. ; Y6.', 1, false).errors).toHaveLength(1)
  })

  it('may be left out, with a number behind the slash', () => {
    expect(readBlock('/2 G0 X5.', 1, true)).toMatchObject({ optional: true, errors: [] })
    expect(words('/N5 G0')).toEqual(['N5@2', 'G0@5'])
  })

  it('keeps expressions whole', () => {
    expect(words('X[#1+2.*[3-1]] Y#101 Z-#2')).toEqual(['X[#1+2.*[3-1]]@1', 'Y#101@16', 'Z-#2@22'])
    expect(readBlock('#101 = [#1 + 2]', 1, true).statements).toEqual([{ kind: 'assign', text: '#101=[#1+2]', column: 1 }])
    expect(readBlock('IF [#1 GT 2] GOTO 10', 1, true).statements).toEqual([{ kind: 'if', text: 'IF[#1GT2]GOTO10', column: 1 }])
  })

  it.each([
    ['X', 1, 'X stands without a number.'],
    ['G1 X1.2.3', 4, 'X1.2.3 is no number.'],
    ['G1 X--5', 4, 'X--5 is no number.'],
    ['G1 ?', 4, '\u201c?\u201d has no meaning here.'],
    ['G0 (never closed', 4, 'A comment is opened here and not closed on its line.'],
    ['G0 X[1+2', 5, 'A bracket is opened here and not closed.'],
    ['#5', 1, 'A variable stands here without a letter before it or a value given to it.'],
  ])('says where \u201c%s\u201d cannot be read', (text, column, sentence) => {
    expect(errors(text)).toEqual([{ column, sentence }])
  })
})
