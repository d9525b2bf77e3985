import { Temporal } from 'temporal-polyfill'

/**
 * What the shop's clock and calendar show at an instant.
 * @param timeZone IANA zone
 * @param at ISO 8601
 */
export const wallClockAt = (timeZone: string, at: string): Temporal.PlainDateTime =>
  Temporal.Instant.from(at).toZonedDateTimeISO(timeZone).toPlainDateTime()

/**
 * The first instant at which the shop's clock shows a time. An hour that occurs twice is meant the first time; one that does not
 * exist has come when the clock is put past it.
 * @param timeZone IANA zone
 * @param shown what the clock shows: a day and a time, ISO 8601 without a zone
 */
export const instantAt = (timeZone: string, shown: string): string =>
  instantOf(Temporal.PlainDateTime.from(shown).toZonedDateTime(timeZone))

/**
 * A day of the shop's calendar, from its first millisecond to its last: it has 23 hours, or 25, when the clock is changed.
 * @param timeZone IANA zone
 * @param day ISO 8601, "2026-11-24"
 */
export function dayAt(timeZone: string, day: string): { from: string; to: string } {
  const first = Temporal.PlainDate.from(day).toZonedDateTime(timeZone)
  const next = first.toPlainDate().add({ days: 1 }).toZonedDateTime(timeZone)
  return { from: instantOf(first), to: instantOf(next.subtract({ milliseconds: 1 })) }
}

const instantOf = (at: Temporal.ZonedDateTime): string => at.toInstant().toString({ fractionalSecondDigits: 3 })
