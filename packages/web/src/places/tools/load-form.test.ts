import { describe, expect, it } from 'vitest'
import { problemsOf } from '../../ui/checked.ts'
import { LOAD_FORM } from './load-form.ts'

const FORM = { section: 'pocket', program: '', value: '47,5', unit: '%', warning: '20', alarm: '40', note: ' ' }
const wrong = (change: Partial<typeof FORM>) => problemsOf(LOAD_FORM.safeParse({ ...FORM, ...change }).error?.issues ?? [])

describe('a sample cut as it is typed', () => {
  it('is sent with its percentages as shares', () => {
    expect(LOAD_FORM.parse(FORM)).toEqual({ section: 'pocket', program: '', value: 47.5, unit: '%', warning: 0.2, alarm: 0.4, note: null })
  })

  it.each([
    [{ section: ' ' }, 'section', 'Section:'],
    [{ value: 'about 40' }, 'value', 'plain number'],
    [{ value: '0' }, 'value', 'more than zero'],
    [{ unit: ' ' }, 'unit', 'what the display shows'],
    [{ warning: '40' }, 'alarm', 'lies above the warning'],
    [{ warning: '0' }, 'warning', 'above zero'],
  ])('%o is told at its field', (change, field, words) => {
    const problems = wrong(change)
    expect(Object.keys(problems)).toEqual([field])
    expect(problems[field]).toContain(words)
  })
})
