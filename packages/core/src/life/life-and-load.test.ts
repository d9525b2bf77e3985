import { describe, expect, it } from 'vitest'
import { judgeLoad, loadAt, loadProblems, readLoads, timesLoosened, wantsReason } from '../load/index.ts'
import { judgeLife, lifeProblems, lifeText } from './index.ts'

describe('the life of an edge', () => {
  const rule = { by: 'parts' as const, limit: 50, warning: 40 }

  it.each([
    [0, 'clear', 50],
    [39, 'clear', 11],
    [40, 'query', 10],
    [50, 'stop', 0],
    [61, 'stop', 0],
  ])('after %d of 50 parts is %s', (used, verdict, left) => {
    expect(judgeLife(rule, used)).toMatchObject({ verdict, left })
  })

  it('says what is left in its own unit', () => {
    expect(judgeLife(rule, 41).sentence).toBe('41 parts of 50 parts: 9 parts left. Have the next edge ready.')
    expect(lifeText(1, 'minutes')).toBe('1 minute')
    expect(lifeText(12.46, 'minutes')).toBe('12.5 minutes')
  })

  it('cannot warn at or after its end', () => {
    expect(lifeProblems(rule)).toEqual({})
    expect(lifeProblems({ ...rule, warning: 50 }).warning).toContain('below the limit')
    expect(lifeProblems({ ...rule, limit: 0, warning: 0 })).toMatchObject({
      limit: expect.any(String) as string,
      warning: expect.any(String) as string,
    })
  })
})

describe('cutting load', () => {
  const base = { value: 40, unit: '%', warning: 0.2, alarm: 0.5 }

  it.each([
    [36, 'clear', '10 % below the sample cut'],
    [47.9, 'clear', 'above the sample cut'],
    [48, 'query', 'over the warning at 20 %'],
    [60, 'stop', 'over the alarm at 50 %'],
  ])('%d against a sample of 40 is %s', (seen, verdict, words) => {
    expect(judgeLoad(base, seen)).toMatchObject({ verdict, sentence: expect.stringContaining(words) as string })
    expect(loadAt(base, 0.5)).toBe(60)
  })

  it('wants its alarm above its warning', () => {
    expect(loadProblems(base)).toEqual({})
    expect(loadProblems({ ...base, alarm: 0.2 }).alarm).toContain('above the warning')
    expect(Object.keys(loadProblems({ value: 0, unit: ' ', warning: 0, alarm: 0 }))).toEqual(['value', 'unit', 'warning', 'alarm'])
  })

  it('whose limits are loosened again and again is told', () => {
    const at = (alarm: number, value = 40) => ({ ...base, alarm, value })
    expect(timesLoosened([at(0.5), at(0.6)])).toBe(1)
    expect(timesLoosened([at(0.5), at(0.6), at(0.8)])).toBe(2)
    expect(timesLoosened([at(0.5), at(0.6), at(0.8, 44)])).toBe(0)
  })

  it.each([
    ['its first', base, null, null],
    ['the same again', base, base, null],
    ['a new sample cut with other limits', { ...base, value: 44, alarm: 0.6 }, base, null],
    ['the same, rounded by a screen', { ...base, warning: 0.333 }, { ...base, warning: 0.3333 }, null],
    ['in another unit', { ...base, unit: 'kW', alarm: 0.6 }, base, null],
    ['a higher alarm', { ...base, alarm: 0.6 }, base, 'from warning 20 %, alarm 50 % to warning 20 %, alarm 60 %'],
    ['a lower warning', { ...base, warning: 0.1 }, base, 'from warning 20 %, alarm 50 % to warning 10 %, alarm 50 %'],
    [
      'an alarm at ten times the sample cut',
      { ...base, alarm: 9 },
      null,
      'An alarm at 900 % waits for 400 % where the sample cut showed 40.',
    ],
    ['an alarm at twice', { ...base, alarm: 1 }, null, null],
  ])('%s is kept, or wants a word', (_what, next, before, words) => {
    const said = wantsReason(next, before)
    if (words === null) expect(said).toBeNull()
    else expect(said).toContain(words)
  })

  it('is read as it is pasted, all lines or none', () => {
    expect(readLoads('12;41.5\n13\t42,5 %\n\n14, 44\n')).toEqual({
      kind: 'seen',
      seen: [
        { part: '12', value: 41.5 },
        { part: '13', value: 42.5 },
        { part: '14', value: 44 },
      ],
    })
    expect(readLoads('12;41.5\n13;high')).toMatchObject({
      kind: 'refused',
      sentence: 'Line 2: \u201chigh\u201d is not a load above zero. Nothing was taken.',
    })
    expect(readLoads('13').kind).toBe('refused')
    expect(readLoads('').kind).toBe('refused')
    expect(readLoads('1;2\n2;3\n3;4', 2)).toMatchObject({ sentence: expect.stringContaining('Line 3: more than 2 lines') as string })
  })
})
