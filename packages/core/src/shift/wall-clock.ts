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

/**
 * What a clock on the wall shows at an instant, to the minute, as milliseconds of a clock that is never changed.
 * @param timeZone IANA zone
 * @param at milliseconds since 1970 in UTC
 */
export function wallClockAt(timeZone: string, at: number): number {
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
 * @param timeZone IANA zone
 * @param shown what the clock shows, as `wallClockAt` gives it
 */
export function instantAt(timeZone: string, shown: number): number {
  const offsets = [shown - DAY, shown + DAY].map((near) => wallClockAt(timeZone, near) - near)
  // The larger offset gives the earlier instant.
  const candidates = offsets.map((offset) => shown - offset).sort((one, other) => one - other)
  return candidates.find((at) => wallClockAt(timeZone, at) === shown) ?? candidates[1]!
}
