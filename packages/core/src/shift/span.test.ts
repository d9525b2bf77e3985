import { describe, expect, it } from 'vitest'
import { shiftSpan } from './index.ts'

const SHIFTS = [
  { name: 'Early', starts: '06:00', ends: '14:00' },
  { name: 'Late', starts: '14:00', ends: '22:00' },
  { name: 'Night', starts: '22:00', ends: '06:00' },
]
const hours = ({ from, to }: { from: string; to: string }) => (Date.parse(to) - Date.parse(from)) / 3_600_000
const span = (zone: string, at: string) => shiftSpan(SHIFTS, zone, at)!

describe('a shift as it truly ran', () => {
  it('belongs to the day on which it began, also after midnight', () => {
    expect(span('Europe/London', '2026-11-25T05:59:59.999Z')).toEqual({
      name: 'Night',
      from: '2026-11-24T22:00:00.000Z',
      to: '2026-11-25T06:00:00.000Z',
    })
    expect(span('Europe/London', '2026-11-25T06:00:00.000Z').name).toBe('Early')
    expect(shiftSpan(SHIFTS.slice(0, 1), 'UTC', '2026-11-25T15:00:00.000Z')).toBeNull()
  })

  it.each([
    // The clock is put back: 01:30 occurs twice, and both belong to the same night.
    ['Europe/London', '2026-10-25T00:30:00.000Z', '2026-10-24T21:00:00.000Z', '2026-10-25T06:00:00.000Z', 9],
    ['Europe/London', '2026-10-25T01:30:00.000Z', '2026-10-24T21:00:00.000Z', '2026-10-25T06:00:00.000Z', 9],
    // It is put forward: 01:30 does not exist.
    ['Europe/London', '2027-03-28T00:30:00.000Z', '2027-03-27T22:00:00.000Z', '2027-03-28T05:00:00.000Z', 7],
    ['America/New_York', '2026-11-01T06:30:00.000Z', '2026-11-01T02:00:00.000Z', '2026-11-01T11:00:00.000Z', 9],
    ['Australia/Lord_Howe', '2026-10-03T15:15:00.000Z', '2026-10-03T11:30:00.000Z', '2026-10-03T19:00:00.000Z', 7.5],
    ['Asia/Kolkata', '2026-10-25T00:00:00.000Z', '2026-10-24T16:30:00.000Z', '2026-10-25T00:30:00.000Z', 8],
  ])('in %s at %s: from %s to %s, %s hours', (zone, at, from, to, length) => {
    const found = span(zone, at)
    expect(found).toEqual({ name: 'Night', from, to })
    expect(hours(found)).toBe(length)
  })

  it.each(['Europe/London', 'America/New_York', 'Australia/Lord_Howe', 'Pacific/Apia'])(
    'lets nothing fall out or count twice through a year in %s',
    (zone) => {
      let at = Date.parse('2026-01-01T00:00:00.000Z')
      let last = span(zone, new Date(at).toISOString())
      while (at < Date.parse('2027-01-01T00:00:00.000Z')) {
        at = Date.parse(last.to)
        const next = span(zone, last.to)
        expect(next.from).toBe(last.to)
        expect(span(zone, new Date(at - 1).toISOString())).toEqual(last)
        last = next
      }
    },
  )
})
