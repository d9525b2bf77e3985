import type { Announcement } from '@rook/contract'
import { CHANNEL } from './channel.ts'

interface Asks {
  query(text: string, values: unknown[]): Promise<unknown>
}

/** Tells every server process; inside a transaction, when that is committed. */
export async function announce(on: Asks, announcement: Announcement): Promise<void> {
  await on.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(announcement)])
}
