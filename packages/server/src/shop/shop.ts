import type { Shop } from '@rook/contract'
import type { Statements } from '../db/statements.ts'

/** The shop's name, time zone and shifts. */
export async function loadShop(statements: Pick<Statements, 'settings' | 'shifts'>): Promise<Shop> {
  const settings = await statements.settings.execute()
  const shifts = await statements.shifts.execute()
  const value = (key: string) => settings.find((row) => row.key === key)?.value
  return { name: value('shop-name') ?? 'Your shop', timeZone: value('time-zone') ?? 'UTC', shifts }
}
