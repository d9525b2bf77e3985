import { gravestFirst, listed, type Finding, type GoFinding } from '@rook/core'
import type { Entry, GiveGoBody, GoPage, ProgramIssue } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { programUse } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { ofSetup } from '../setups/setup-whole.ts'
import { held, heldNow, readBefore } from './held.ts'
import type { ProgramReads } from './reads.ts'

/** The program of a setup against its record, and the go that was given last. */
export const goOf = (connection: Connection, setup: string, reads: ProgramReads, now: string): Promise<GoPage> =>
  heldNow(connection, setup, reads, now, ({ issue, proven, read, findings, given, changed }) => ({
    issue,
    proven,
    // How deep it goes where is for the checks: a page does not need ten thousand squares.
    read: read && { ...read, depths: undefined },
    findings,
    given: given ? { entry: given.entry, at: given.at.toISOString(), by: given.by, issue: given.issue, changed } : null,
  }))

/** Gives the go: an entry with everything that was found and the reasons, on the issue that the person saw. */
export async function giveGo(connection: Connection, setup: string, body: GiveGoBody, reads: ProgramReads, author: Author): Promise<Entry> {
  await readBefore(connection, setup, reads, author.now)
  let issue: ProgramIssue | null
  return ofSetup(
    connection,
    setup,
    {
      body,
      kind: 'go',
      async say(lane, row, { now }) {
        const found = await held(lane, setup, reads, now)
        if ((found.issue?.id ?? null) !== body.issue)
          throw new Problem(
            409,
            'program-moved-on',
            found.issue
              ? `Issue ${found.issue.issue} has come meanwhile, by ${found.issue.by}. Look at it first.`
              : 'This operation has no text of its program. Look again what was found.',
          )
        // A newer text can have come between the reading and the lock.
        if (found.isBeingRead) throw new Problem(409, 'program-moved-on', 'The text of the program has only just come. Look at it first.')
        refuseOpen(found.findings, body.answers)
        issue = found.issue
        return {
          kind: 'go',
          title: `Go: ${row.plan.name} ${issue ? `with issue ${issue.issue} of ${issue.name}` : 'without a text of its program'}`,
          reason: null,
          findings: found.findings.toSorted(gravestFirst).map((one) => ({
            finding: asFinding(one),
            reason: one.verdict === 'query' ? (body.answers[one.id] ?? null) : null,
          })),
        }
      },
      after: async (lane, row, entry) => {
        if (issue)
          await lane.db
            .insert(programUse)
            .values({ entry: entry.id, kind: 'go', setup, operation: row.plan.id, issue: issue.id, at: entry.at })
      },
    },
    author,
  )
}

function refuseOpen(findings: readonly GoFinding[], answers: Readonly<Record<string, string>>): void {
  const stops = findings.filter(({ verdict }) => verdict === 'stop')
  if (stops.length > 0)
    throw new Problem(422, 'no-go', `No go: ${stops[0]!.sentence}${stops.length > 1 ? ` And ${stops.length - 1} more.` : ''}`)
  const open = findings.filter(({ verdict, id }) => verdict === 'query' && !answers[id]?.trim())
  if (open.length > 0)
    throw new Problem(422, 'unanswered', `Say why it may run all the same: ${listed(open.slice(0, 3).map(({ sentence }) => sentence))}`)
}

const asFinding = ({ id, verdict, sentence, line }: GoFinding): Finding => ({
  check: id,
  name: 'program against record',
  verdict,
  sentence,
  ...(line === null ? {} : { about: `line ${line}` }),
  figures: [],
})
