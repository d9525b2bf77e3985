import type { Shop } from '@rook/contract'
import { asc } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { setting, shift } from '../db/schema.ts'

/** The shop's name, time zone and shifts. */
export async function loadShop(db: Queries): Promise<Shop> {
  const settings = await db.select().from(setting)
  const shifts = await db.select().from(shift).orderBy(asc(shift.starts))
  const value = (key: string) => settings.find((row) => row.key === key)?.value
  return { name: value('shop-name') ?? 'Your shop', timeZone: value('time-zone') ?? 'UTC', shifts }
}

/** The shift that runs at a moment, by the shop's own clock; a shift may pass midnight. */
export function shiftAt(shop: Shop, at: string): string | null {
  const time = clockIn(shop.timeZone).format(new Date(at))
  const runs = ({ starts, ends }: { starts: string; ends: string }) =>
    starts < ends ? time >= starts && time < ends : time >= starts || time < ends
  return shop.shifts.find(runs)?.name ?? null
}

const clocks = new Map<string, Intl.DateTimeFormat>()

/** Making a formatter costs more than all the rest of an entry's heading, so each zone's is kept. */
function clockIn(timeZone: string): Intl.DateTimeFormat {
  const known = clocks.get(timeZone)
  if (known) return known
  const clock = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
  clocks.set(timeZone, clock)
  return clock
}
