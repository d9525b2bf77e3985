import { instantAt, wallClockAt } from '@rook/core'
import type { Shop } from '@rook/contract'

type Zone = Pick<Shop, 'timeZone'> | null

const zoneOf = (zone: Zone) => zone?.timeZone ?? 'UTC'

/** How a moment is typed: the shop's clock to the minute, "2026-11-24T02:14", wherever the tablet says that it is. */
export const MOMENT_FORMAT = 'YYYY-MM-DDTHH:mm'

/** What the shop's clock shows at an instant. */
export const typedMoment = (instant: string, zone: Zone): string =>
  new Date(wallClockAt(zoneOf(zone), Date.parse(instant))).toISOString().slice(0, MOMENT_FORMAT.length)

/** The instant at which the shop's clock shows a moment as it is typed. */
export const instantOfTyped = (typed: string, zone: Zone): string =>
  new Date(instantAt(zoneOf(zone), Date.parse(`${typed}:00Z`))).toISOString()

/** A day of the shop's calendar, "2026-11-24", from its first millisecond to its last. */
export function dayOf(day: string, zone: Zone): { from: string; to: string } {
  const next = new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10)
  const end = Date.parse(instantOfTyped(`${next}T00:00`, zone))
  return { from: instantOfTyped(`${day}T00:00`, zone), to: new Date(end - 1).toISOString() }
}
