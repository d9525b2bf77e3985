import { chainWords, counterChecks } from '@rook/core'
import type { ChainPage } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { heldNow, type Held } from './held.ts'
import type { ProgramReads } from './reads.ts'

/** Where a setup stands, and what has to be looked at before its first part is called good. */
export const chainPageOf = (connection: Connection, setup: string, reads: ProgramReads, now: string): Promise<ChainPage> =>
  heldNow(connection, setup, reads, now, (found) => ({
    chain: found.chain,
    words: chainWords(found.chain),
    firstRun: found.shop.firstRun,
    unseenMoves: unseenMoves(found),
  }))

/** Moves to part zero that nobody has seen come out on the control as the ledger says they must. */
export function unseenMoves({ scene, setup }: Pick<Held, 'scene' | 'setup'>): string[] {
  return counterChecks(scene)
    .filter(({ key }) => key.startsWith('zero/'))
    .filter(({ key, value }) => !setup.counterSeen.some((one) => one.key === key && one.value === value))
    .map(({ about, axis }) => `${about.slot} ${axis}`)
}
