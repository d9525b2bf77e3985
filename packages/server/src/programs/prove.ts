import { beforeFirstPart, listed } from '@rook/core'
import type { Entry } from '@rook/contract'
import type { Author } from '../base/author.ts'
import type { Connection } from '../base/db/client.ts'
import { programUse } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { ofSetup } from '../setups/setup-whole.ts'
import { unseenMoves } from './chain.ts'
import { held, readBefore, type Held } from './held.ts'
import type { ProgramReads } from './reads.ts'

interface Proof {
  id: string
  observed: string
  checks: string[]
  reason: string | null
}

/** Notes the cautious first run and what was seen in it: after the go, with its lines ticked. */
export async function prove(connection: Connection, id: string, body: Proof, reads: ProgramReads, author: Author): Promise<Entry> {
  await readBefore(connection, id, reads, author.now)
  let issue: Held['issue'] = null
  return ofSetup(
    connection,
    id,
    {
      body,
      kind: 'proven',
      async say(lane, row, { now }) {
        const found = await held(lane, id, reads, now)
        const asked = refuseEarly(found, body)
        issue = found.issue
        return {
          kind: 'proven',
          title: `Proven: ${row.plan.program || row.plan.name}`,
          reason: asked.length === 0 ? body.observed : `${body.observed}. ${asked.join('. ')}: ${body.reason}`,
          agreed: body.checks,
        }
      },
      // The text that ran is the newest one.
      async after(lane, row, entry) {
        if (issue)
          await lane.db
            .insert(programUse)
            .values({ entry: entry.id, kind: 'proven', setup: id, operation: row.plan.id, issue: issue.id, at: entry.at })
      },
    },
    author,
  )
}

/**
 * What must hold before a first part is run. A shop may have a go asked about instead; moves to zero are always asked about, for a
 * machine may have no room for them.
 * @returns what the reason was given for, in words; empty where nothing was left out
 */
function refuseEarly({ chain, shop, setup, scene, findings }: Held, { checks, reason }: Proof): string[] {
  const soft = shop.asks.includes('go')
  const stops = findings.filter(({ verdict }) => verdict === 'stop').map(({ sentence }) => sentence)
  const wanted = soft ? stops : beforeFirstPart(chain)
  if (wanted.length > 0)
    throw new Problem(
      409,
      'before-first-part',
      `Before the first part: ${wanted.slice(0, 3).join(' ')}${wanted.length > 3 ? ` And ${wanted.length - 3} more.` : ''}`,
    )
  const missed = shop.firstRun.find((line) => !checks.includes(line))
  if (missed !== undefined) throw new Problem(422, 'checklist', `\u201c${missed}\u201d has not been looked at. Look at it and tick it.`)
  const moves = unseenMoves({ scene, setup })
  const left = [
    ...(soft && beforeFirstPart(chain).length > 0 ? ['Without a go that holds'] : []),
    ...(moves.length > 0 ? [`Not seen by a move: ${listed(moves)}`] : []),
  ]
  if (left.length > 0 && (reason ?? '').length < 3)
    throw new Problem(422, 'unanswered', `${left.join('. ')}. Say in a few words why the first part is good all the same.`)
  return left
}
