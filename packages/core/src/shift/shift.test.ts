import { describe, expect, it } from 'vitest'
import { shiftAt } from './index.ts'

const SHIFTS = [
  { name: 'Early', starts: '06:00', ends: '14:00' },
  { name: 'Night', starts: '22:00', ends: '06:00' },
]

describe('the shift that runs', () => {
  it('goes by the shop\u2019s clock, past midnight too', () => {
    expect(shiftAt(SHIFTS, 'Europe/London', '2026-07-01T05:00:00.000Z')).toBe('Early')
    expect(shiftAt(SHIFTS, 'Europe/London', '2026-12-01T05:00:00.000Z')).toBe('Night')
    expect(shiftAt(SHIFTS, 'UTC', '2026-12-01T23:00:00.000Z')).toBe('Night')
    expect(shiftAt(SHIFTS, 'UTC', '2026-12-01T15:00:00.000Z')).toBeNull()
  })
})
