import { dayAt, instantAt, wallClockAt } from '@rook/core'
import type { Shop } from '@rook/contract'

type Zone = Pick<Shop, 'timeZone'> | null

const zoneOf = (zone: Zone) => zone?.timeZone ?? 'UTC'

/** How a moment is typed: the shop's clock to the minute, "2026-11-24T02:14", wherever the tablet says that it is. */
export const MOMENT_FORMAT = 'YYYY-MM-DDTHH:mm'

/** What the shop's clock shows at an instant. */
export const typedMoment = (instant: string, zone: Zone): string => wallClockAt(zoneOf(zone), instant).toString({ smallestUnit: 'minute' })

/** The instant at which the shop's clock shows a moment as it is typed. */
export const instantOfTyped = (typed: string, zone: Zone): string => instantAt(zoneOf(zone), typed)

/** A day of the shop's calendar, "2026-11-24", from its first millisecond to its last. */
export const dayOf = (day: string, zone: Zone): { from: string; to: string } => dayAt(zoneOf(zone), day)
