import { describe, expect, it } from 'vitest'
import { problemsOf } from '../../ui/checked.ts'
import { loadForm } from './load-form.ts'

const FORM = { section: 'pocket', program: '', value: '47,5', unit: '%', warning: '20', alarm: '40', note: ' ' }
const LOAD_FORM = loadForm([])
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

  it('wants a word where its limits move over the same cut, and none with a new cut or in another section', () => {
    const kept = [
      { section: 'pocket', value: 47.5, unit: '%', warning: 0.2, alarm: 0.4 },
      { section: 'pocket', value: 47.5, unit: '%', warning: 0.2, alarm: 0.6 },
    ]
    const told = (change: Partial<typeof FORM>) => problemsOf(loadForm(kept).safeParse({ ...FORM, ...change }).error?.issues ?? [])
    expect(told({})).toEqual({})
    expect(told({ alarm: '60' })).toEqual({
      note: expect.stringContaining('from warning 20 %, alarm 40 % to warning 20 %, alarm 60 %') as string,
    })
    expect(told({ alarm: '60', note: 'it chattered at the old one' })).toEqual({})
    expect(told({ alarm: '60', value: '50' })).toEqual({})
    expect(told({ alarm: '60', section: 'wall' })).toEqual({})
  })
})
