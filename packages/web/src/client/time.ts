import type { Shop } from '@rook/contract'

type Zone = Pick<Shop, 'timeZone'> | null

/** Making one takes a tablet several milliseconds; a list of entries asks for the same few a hundred times. */
const made = new Map<string, Intl.DateTimeFormat>()

function inZone(zone: Zone, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const timeZone = zone?.timeZone ?? 'UTC'
  const key = `${timeZone} ${Object.entries(options).join()}`
  const known = made.get(key) ?? new Intl.DateTimeFormat('en-GB', { timeZone, ...options })
  made.set(key, known)
  return known
}

/** "02:14" in the shop's zone. */
export function clockTime(at: string, zone: Zone): string {
  return inZone(zone, { hour: '2-digit', minute: '2-digit' }).format(new Date(at))
}

/** "Tue 24 Nov, 02:14" in the shop's zone. */
export function dayTime(at: string, zone: Zone): string {
  const day = inZone(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(new Date(at))
  return `${day}, ${clockTime(at, zone)}`
}

/** The time alone for today, day and time for any other day. */
export function when(at: string, zone: Zone): string {
  const day = inZone(zone, { dateStyle: 'short' })
  return day.format(new Date(at)) === day.format(new Date()) ? clockTime(at, zone) : dayTime(at, zone)
}

/** "24 Nov 2026": for dates that may lie in another year. */
export function calendarDay(at: string, zone: Zone): string {
  return inZone(zone, { day: 'numeric', month: 'short', year: 'numeric' }).format(new Date(at))
}

/** "24 Nov 2026" for a day of the calendar, which is the same day in every zone. */
export const plainDay = (day: string): string => calendarDay(`${day}T00:00:00Z`, null)

/** The day of the calendar that a clock in the shop shows at a moment, "2026-11-24". */
export function dayIn(at: Date, zone: Zone): string {
  const parts = inZone(zone, { year: 'numeric', month: '2-digit', day: '2-digit' }).formatToParts(at)
  const part = (type: string) => parts.find((one) => one.type === type)!.value
  return `${part('year')}-${part('month')}-${part('day')}`
}
