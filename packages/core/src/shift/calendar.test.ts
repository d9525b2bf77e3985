import { describe, expect, it } from 'vitest'
import { shiftAt, shiftGaps, shiftOverlaps, shiftSpan, weekdayWords } from './index.ts'

const shift = (name: string, starts: string, ends: string, days?: number[]) => ({ name, starts, ends, ...(days ? { days } : {}) })
const WEEKDAYS = [1, 2, 3, 4, 5]
const ROUND = [shift('Early', '06:00', '14:00'), shift('Late', '14:00', '22:00'), shift('Night', '22:00', '06:00')]

describe('shifts on some days of the week', () => {
  // 2026-11-27 is a Friday.
  const shifts = [shift('Early', '06:00', '14:00', WEEKDAYS), shift('Night', '22:00', '06:00', WEEKDAYS)]

  it('begin on those days only', () => {
    expect(shiftAt(shifts, 'UTC', '2026-11-27T07:00:00.000Z')).toBe('Early')
    expect(shiftAt(shifts, 'UTC', '2026-11-28T07:00:00.000Z')).toBeNull()
  })

  it('run on past midnight into a day on which they do not begin', () => {
    expect(shiftAt(shifts, 'UTC', '2026-11-28T05:59:00.000Z')).toBe('Night')
    expect(shiftAt(shifts, 'UTC', '2026-11-30T05:59:00.000Z')).toBeNull()
    expect(shiftSpan(shifts, 'UTC', '2026-11-28T05:59:00.000Z')).toEqual({
      name: 'Night',
      from: '2026-11-27T22:00:00.000Z',
      to: '2026-11-28T06:00:00.000Z',
    })
  })

  it('go by the weekday of the shop, not of the server', () => {
    // Friday 22:30 in New York is Saturday in UTC.
    expect(shiftAt([shift('Night', '22:00', '06:00', [5])], 'America/New_York', '2026-11-28T03:30:00.000Z')).toBe('Night')
  })
})

describe('weekdays in words', () => {
  it.each([
    [[1, 2, 3, 4, 5, 6, 7], 'every day'],
    [[5, 1, 2, 3, 4], 'Monday to Friday'],
    [[6, 7], 'Saturday and Sunday'],
    [[1, 3, 6], 'Monday, Wednesday and Saturday'],
    [[2], 'Tuesday'],
  ])('%j is %s', (days, words) => expect(weekdayWords(days)).toBe(words))
})

describe('shifts that overlap', () => {
  it('are named with the hours and days', () => {
    expect(shiftOverlaps(ROUND)).toEqual([])
    expect(shiftOverlaps([shift('Early', '06:00', '14:00'), shift('Late', '13:30', '22:00', WEEKDAYS)])).toEqual([
      'Early and Late both run 13:30 to 14:00, Monday to Friday. Let one begin when the other ends.',
    ])
  })

  it('are found across midnight, and from Sunday to Monday', () => {
    expect(shiftOverlaps([shift('Night', '22:00', '06:00', [7]), shift('Early', '05:00', '13:00', [1])])).toEqual([
      'Night and Early both run 05:00 to 06:00, Monday. Let one begin when the other ends.',
    ])
    expect(shiftOverlaps([shift('Early', '05:00', '13:00', [1]), shift('Night', '22:00', '06:00', [7])])).toHaveLength(1)
    expect(shiftOverlaps([shift('Night', '22:00', '06:00', [7]), shift('Early', '05:00', '13:00', [2])])).toEqual([])
  })

  it('one that runs round the clock overlaps with every other', () => {
    expect(shiftOverlaps([shift('All', '06:00', '06:00'), shift('Early', '06:00', '14:00')])).toHaveLength(1)
  })
})

describe('when no shift runs', () => {
  it('is never where they follow each other round the clock', () => {
    expect(shiftGaps(ROUND)).toEqual([])
    expect(shiftGaps([shift('All', '06:00', '06:00')])).toEqual([])
    expect(shiftGaps([])).toEqual([])
  })

  it('is told once for the same hours of several days', () => {
    expect(shiftGaps(ROUND.slice(0, 2))).toEqual(['22:00 to 06:00, every day'])
  })

  it('names both ends of a weekend', () => {
    const shifts = ROUND.map((one) => ({ ...one, days: WEEKDAYS }))
    expect(shiftGaps(shifts)).toEqual(['Saturday 06:00 to Monday 06:00'])
    expect(shiftGaps([shift('Sunday', '10:00', '12:00', [7])])).toEqual(['Sunday 12:00 to Sunday 10:00'])
  })
})
