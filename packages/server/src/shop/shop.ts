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
