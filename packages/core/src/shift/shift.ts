/** A shift of the shop, by its own clock: "06:00" to "14:00"; one that ends before it starts passes midnight. */
export interface Shift {
  name: string
  starts: string
  ends: string
  /** Weekdays on which it begins, ISO 8601: 1 is Monday, 7 is Sunday. Absent where it begins on every day. */
  days?: readonly number[]
}

export const EVERY_DAY: readonly number[] = [1, 2, 3, 4, 5, 6, 7]

const clocks = new Map<string, Intl.DateTimeFormat>()

/**
 * Making a formatter costs more than everything else here, so each zone's is kept. The shift that runs stands on every page: what
 * knows calendars is larger, and is fetched where a day is asked for.
 */
function clockIn(timeZone: string): Intl.DateTimeFormat {
  const known = clocks.get(timeZone)
  if (known) return known
  const clock = new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
  clocks.set(timeZone, clock)
  return clock
}

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/**
 * The name of the shift that runs at a moment; null when none does. After midnight a night shift goes by the day on which it
 * began.
 * @param at ISO 8601
 * @param timeZone the shop's IANA zone
 */
export function shiftAt(shifts: readonly Shift[], timeZone: string, at: string): string | null {
  const shown = clockIn(timeZone).format(new Date(at))
  const time = shown.slice(-5)
  const day = WEEKDAYS.indexOf(shown.slice(0, 3)) + 1
  const beginsOn = ({ days = EVERY_DAY }: Shift, weekday: number) => days.includes(weekday)
  const runs = (shift: Shift) => {
    const isOfToday = time >= shift.starts && (time < shift.ends || shift.starts >= shift.ends) && beginsOn(shift, day)
    const isOfYesterday = shift.starts >= shift.ends && time < shift.ends && beginsOn(shift, day === 1 ? 7 : day - 1)
    return isOfToday || isOfYesterday
  }
  return shifts.find(runs)?.name ?? null
}
