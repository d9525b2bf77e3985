import { shiftAt, type Shift } from './shift.ts'

/** A shift as it truly ran: its name, and the instants at which it began and ends. */
export interface ShiftSpan {
  name: string
  from: string
  to: string
}

const DAY = 86_400_000
const calendars = new Map<string, Intl.DateTimeFormat>()

function calendarIn(timeZone: string): Intl.DateTimeFormat {
  const known = calendars.get(timeZone)
  if (known) return known
  const calendar = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  calendars.set(timeZone, calendar)
  return calendar
}

/** What a clock on the wall shows at an instant, as milliseconds of a clock that never changes. */
function wall(timeZone: string, at: number): number {
  const part = Object.fromEntries(
    calendarIn(timeZone)
      .formatToParts(at)
      .map(({ type, value }) => [type, Number(value)]),
  )
  return Date.UTC(part.year!, part.month! - 1, part.day!, part.hour!, part.minute!)
}

/**
 * The first instant at which the wall clock shows a time. An hour that occurs twice is meant the first time; one that does not
 * exist has come when the clock is put past it.
 */
function instantAt(timeZone: string, shown: number): number {
  const offsets = [shown - DAY, shown + DAY].map((near) => wall(timeZone, near) - near)
  // The larger offset gives the earlier instant.
  const candidates = offsets.map((offset) => shown - offset).sort((one, other) => one - other)
  return candidates.find((at) => wall(timeZone, at) === shown) ?? candidates[1]!
}

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
  const shown = wall(timeZone, Date.parse(at))
  const midnight = Math.floor(shown / DAY) * DAY
  const overMidnight = minutes(shift.starts) >= minutes(shift.ends)
  // After midnight it is the night that began on the day before.
  const day = overMidnight && (shown - midnight) / 60_000 < minutes(shift.ends) ? midnight - DAY : midnight
  const instant = (ofDay: number, clock: string) => new Date(instantAt(timeZone, ofDay + minutes(clock) * 60_000)).toISOString()
  return { name: shift.name, from: instant(day, shift.starts), to: instant(overMidnight ? day + DAY : day, shift.ends) }
}
