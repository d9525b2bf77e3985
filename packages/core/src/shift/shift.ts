import type { Temporal } from 'temporal-polyfill'
import { wallClockAt } from './wall-clock.ts'

/** A shift of the shop, by its own clock: "06:00" to "14:00"; one that ends before it starts passes midnight. */
export interface Shift {
  name: string
  starts: string
  ends: string
  /** Weekdays on which it begins, ISO 8601: 1 is Monday, 7 is Sunday. Absent where it begins on every day. */
  days?: readonly number[]
}

export const EVERY_DAY: readonly number[] = [1, 2, 3, 4, 5, 6, 7]

/** "06:00", as shifts are written. */
export const clockOf = (shown: Temporal.PlainDateTime): string => shown.toPlainTime().toString({ smallestUnit: 'minute' })

/**
 * The name of the shift that runs at a moment; null when none does. After midnight a night shift goes by the day on which it
 * began.
 * @param at ISO 8601
 * @param timeZone the shop's IANA zone
 */
export function shiftAt(shifts: readonly Shift[], timeZone: string, at: string): string | null {
  const shown = wallClockAt(timeZone, at)
  const time = clockOf(shown)
  const day = shown.dayOfWeek
  const beginsOn = ({ days = EVERY_DAY }: Shift, weekday: number) => days.includes(weekday)
  const runs = (shift: Shift) => {
    const isOfToday = time >= shift.starts && (time < shift.ends || shift.starts >= shift.ends) && beginsOn(shift, day)
    const isOfYesterday = shift.starts >= shift.ends && time < shift.ends && beginsOn(shift, day === 1 ? 7 : day - 1)
    return isOfToday || isOfYesterday
  }
  return shifts.find(runs)?.name ?? null
}
