import { describe, expect, it } from 'vitest'
import { isLate } from '../places/parts/late.ts'
import { dayIn, plainDay } from './time.ts'
import { dayOf, instantOfTyped, typedMoment } from './wall-time.ts'

const AUCKLAND = { timeZone: 'Pacific/Auckland' }
const LONDON = { timeZone: 'Europe/London' }

describe('a moment that is typed', () => {
  it('is one of the shop\u2019s clock, wherever the tablet is', () => {
    expect(instantOfTyped('2026-11-24T02:14', AUCKLAND)).toBe('2026-11-23T13:14:00.000Z')
    expect(typedMoment('2026-11-23T13:14:59.000Z', AUCKLAND)).toBe('2026-11-24T02:14')
    expect(instantOfTyped('2026-07-24T02:14', LONDON)).toBe('2026-07-24T01:14:00.000Z')
  })

  it('in an hour that occurs twice is the first of the two', () => {
    expect(instantOfTyped('2026-10-25T01:30', LONDON)).toBe('2026-10-25T00:30:00.000Z')
  })
})

describe('a day of the shop', () => {
  it('lasts as long as it lasted there', () => {
    expect(dayOf('2026-10-25', LONDON)).toEqual({ from: '2026-10-24T23:00:00.000Z', to: '2026-10-25T23:59:59.999Z' })
    expect(dayOf('2026-12-31', AUCKLAND)).toEqual({ from: '2026-12-30T11:00:00.000Z', to: '2026-12-31T10:59:59.999Z' })
  })

  it('is the same in every zone once it is written down', () => {
    expect(plainDay('2026-11-24')).toBe('24 Nov 2026')
    expect(dayIn(new Date('2026-11-23T13:14:00Z'), AUCKLAND)).toBe('2026-11-24')
  })

  it('makes a job late when it is over there, and not before', () => {
    const job = { due: '2026-11-24', state: 'open' as const }
    expect(isLate(job, AUCKLAND, new Date('2026-11-24T10:59:00Z'))).toBe(false)
    expect(isLate(job, AUCKLAND, new Date('2026-11-24T11:00:00Z'))).toBe(true)
    expect(isLate(job, LONDON, new Date('2026-11-24T11:00:00Z'))).toBe(false)
    expect(isLate({ ...job, state: 'closed' }, AUCKLAND, new Date('2027-01-01T00:00:00Z'))).toBe(false)
  })
})
