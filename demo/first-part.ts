import { FIRST_RUN } from '@rook/core'
import type { Author } from '@rook/server/base/author'
import type { Connection } from '@rook/server/base/db/client'
import { Problem } from '@rook/server/base/problem'
import { giveGo, goOf } from '@rook/server/programs/go'
import { prove } from '@rook/server/programs/prove'
import type { ProgramReads } from '@rook/server/programs/reads'
import type { Chance } from '@rook/testing/chance'

/**
 * The go with its questions answered, then the first part. Where something is left to be done or seen, nobody calls it good.
 * @returns whether it was proven
 */
export async function playFirstPart(
  connection: Connection,
  setup: string,
  reads: ProgramReads,
  chance: Chance,
  author: () => Author,
  pass: (least: number, most: number) => void,
): Promise<boolean> {
  try {
    const { issue, findings } = await goOf(connection, setup, reads, author().now)
    const asked = findings.filter(({ verdict }) => verdict === 'query').map(({ id }) => [id, 'looked at, as in the last lot'])
    const answers = Object.fromEntries(asked) as Record<string, string>
    await giveGo(connection, setup, { id: chance.uuid(), issue: issue?.id ?? null, answers }, reads, author())
    pass(4, 9)
    const observed = 'zero seen in X and Y, then in Z; first part measured good'
    const reason = 'zero seen with a block under the tool'
    await prove(connection, setup, { id: chance.uuid(), observed, checks: [...FIRST_RUN], reason }, reads, author())
    return true
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    return false
  }
}
