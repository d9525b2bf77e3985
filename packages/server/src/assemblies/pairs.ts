import { furtherPairsProblem, listed, type FurtherPair } from '@rook/core'
import type { Entry, PairsBody } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import { isDeepStrictEqual } from 'node:util'
import type { Connection } from '../base/db/client.ts'
import { assembly, mount } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { recordConsequences } from '../ledger/several-figures.ts'

/** Says by which further offsets a mounted tool is called: an entry on the machine, and the pocket's newest edition. */
export function sayPairs(connection: Connection, machineId: string, body: PairsBody, author: Author): Promise<Entry> {
  return onceOnly(connection, sentBy(author, 'pairs', machineId, body), async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    await firstTime(lane)
    const sitting = await lane.db
      .select({ pocket: mount, name: assembly.name })
      .from(mount)
      .innerJoin(assembly, eq(assembly.id, mount.assembly))
      .where(eq(mount.machine, machineId))
    const own = sitting.find(({ pocket }) => pocket.number === body.number)
    if (own?.pocket.assembly !== body.assembly)
      throw new Problem(409, 'sits-elsewhere', `Another tool is in T${body.number} now, or none. Look at it again.`)
    if (!isDeepStrictEqual(own.pocket.further, body.shown))
      throw new Problem(409, 'pairs-moved-on', `Somebody has changed the further offsets of T${body.number} meanwhile. Look at them again.`)
    const others = sitting.filter((one) => one !== own).flatMap(({ pocket }) => offsetsOf(pocket))
    const problem = furtherPairsProblem(own.pocket, body.pairs, others, machine.record.offsets)
    if (problem) throw new Problem(422, 'pairs', problem, { fields: { pairs: problem } })
    const other = body.pairs.find(({ spindle }) => spindle !== null && !machine.record.spindles.includes(spindle))
    if (other) throw new Problem(422, 'pairs', `Offset ${other.offset}: ${machine.record.name} has no sub-spindle.`)
    await lane.db
      .update(mount)
      .set({ further: body.pairs, ...stampOf(author) })
      .where(and(eq(mount.machine, machineId), eq(mount.number, body.number)))
    return recordConsequences(lane, machine, { id: body.id, kind: 'mounted', title: titleOf(body, own.name), reason: null }, [], author)
  })
}

/** Every number that what sits in a pocket is called by. */
const offsetsOf = ({ offset, diameterOffset, further }: { offset: string; diameterOffset: string; further: FurtherPair[] }): string[] => [
  offset,
  diameterOffset,
  ...further.map((pair) => pair.offset),
]

const titleOf = ({ number, pairs }: PairsBody, name: string): string =>
  pairs.length === 0
    ? `${name} in T${number} is called by its own offset alone`
    : `${name} in T${number} is called by ${listed(pairs.map(({ offset, words }) => `offset ${offset}, ${words}`))} too`
