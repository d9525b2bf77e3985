import { shiftAt, type Shift } from './shift.ts'
import { instantAt, wallClockAt } from './wall-clock.ts'

/** A shift as it truly ran: its name, and the instants at which it began and ends. */
export interface ShiftSpan {
  name: string
  from: string
  to: string
}

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
  const shown = wallClockAt(timeZone, at)
  const overMidnight = shift.starts >= shift.ends
  // After midnight it is the night that began on the day before.
  const began = shown.toPlainDate().subtract({ days: overMidnight && shown.toPlainTime().toString() < shift.ends ? 1 : 0 })
  const ended = began.add({ days: overMidnight ? 1 : 0 })
  return {
    name: shift.name,
    from: instantAt(timeZone, `${began.toString()}T${shift.starts}`),
    to: instantAt(timeZone, `${ended.toString()}T${shift.ends}`),
  }
}
