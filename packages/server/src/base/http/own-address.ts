import type { RequestHandler } from 'express'
import type { Connection } from '../db/client.ts'
import { Problem } from '../problem.ts'

/** This computer's own names, by which its scripts and whoever looks after it ask. */
const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])(:\d+)?$/i

/**
 * Once the shop has written down where the ledger is opened, it answers by that name alone: another site's name that is made to
 * lead here gets nothing.
 */
export const ownAddress =
  ({ pool, kept }: Pick<Connection, 'pool' | 'kept'>): RequestHandler =>
  async (request, _response, next) => {
    const host = request.host ?? ''
    if (LOOPBACK.test(host)) return next()
    const { address } = await kept.shop(pool, await kept.versions(pool))
    if (address === '' || new URL(address).host === host) return next()
    throw new Problem(421, 'other-address', `The ledger of this shop is at ${address}. Open it there.`)
  }

/** Where a page of the ledger is opened: what the shop has written down, or as it was asked for. */
export async function addressOf({ pool, kept }: Pick<Connection, 'pool' | 'kept'>, asked: string): Promise<string> {
  const { address } = await kept.shop(pool, await kept.versions(pool))
  return address || asked
}
