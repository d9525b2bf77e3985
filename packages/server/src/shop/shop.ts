import type { Shop } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'

/** The shop's name, time zone, idle time and shifts. */
export async function loadShop({ pool, kept }: Pick<Connection, 'pool' | 'kept'>): Promise<Shop> {
  return kept.shop(pool, await kept.versions(pool))
}
