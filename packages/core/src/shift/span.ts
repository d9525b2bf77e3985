import { shiftAt, type Shift } from './shift.ts'
import { instantAt, wallClockAt } from './wall-clock.ts'

/** A shift as it truly ran: its name, and the instants at which it began and ends. */
export interface ShiftSpan {
  name: string
  from: string
  to: string
}

const DAY = 86_400_000
const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))

/**
 * The shift that runs at a moment, with its beginning and end as instants: with summer time a night has seven hours or nine.
 * @param at ISO 8601
 * @param timeZone the shop's IANA zone
 * @returns null when no shift runs
 */
export function shiftSpan(shifts: readonly Shift[], timeZone: string, at: string): ShiftSpan | null {
  const name = shiftAt(shifts, timeZone, at)
  const shift = shifts.find((one) => one.name === name)
  if (!shift) return null
  const shown = wallClockAt(timeZone, Date.parse(at))
  const midnight = Math.floor(shown / DAY) * DAY
  const overMidnight = minutes(shift.starts) >= minutes(shift.ends)
  // After midnight it is the night that began on the day before.
  const day = overMidnight && (shown - midnight) / 60_000 < minutes(shift.ends) ? midnight - DAY : midnight
  const instant = (ofDay: number, clock: string) => new Date(instantAt(timeZone, ofDay + minutes(clock) * 60_000)).toISOString()
  return { name: shift.name, from: instant(day, shift.starts), to: instant(overMidnight ? day + DAY : day, shift.ends) }
}
