import { goFindings, gravestFirst, listed, provenNoMore, type Finding, type GoFinding, type ProgramRead, type Scene } from '@rook/core'
import type { Entry, EntryContent, GiveGoBody, GoPage, ProgramIssue } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { programUse } from '../base/db/schema.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { ofSetup } from '../setups/setup-whole.ts'
import { loadSetupPlan } from '../setups/load.ts'
import { contentOf, issuesOf } from './issues.ts'
import type { ProgramReads } from './reads.ts'

/** A program and what it is held against, at one moment. */
interface Held {
  issue: ProgramIssue | null
  proven: ProgramIssue | null
  read: ProgramRead | null
  scene: Scene
  findings: GoFinding[]
}

async function held(lane: Lane, setup: string, reads: ProgramReads, now: string): Promise<Held> {
  const { plan } = await loadSetupPlan(lane.db, setup)
  const machine = await loadMachine(lane, plan.machine)
  const scene = await loadScene(lane, machine, setup, now, 'read')
  const issues = await issuesOf(lane, plan.id)
  const [issue = null] = issues
  const proven = issues.filter((one) => one.proven).sort((one, other) => other.proven!.at.localeCompare(one.proven!.at))[0] ?? null
  const read = issue && (await reads.of(issue.hash, scene.machine, () => contentOf(lane, issue.hash)))
  const findings = issue && read ? [...ofIssue(issue, proven), ...goFindings(read, scene)] : []
  return { issue, proven, read, scene, findings: findings.sort(gravestFirst) }
}

/** Reads the program before anything is held: a long one takes longer than a transaction may. */
async function readBefore({ pool, db, kept }: Connection, setup: string, reads: ProgramReads): Promise<void> {
  const { plan } = await loadSetupPlan(db, setup)
  const lane: Lane = { client: pool, db, kept, sent: null }
  const [issue] = await issuesOf(lane, plan.id)
  if (!issue) return
  const { record } = await loadMachine(lane, plan.machine)
  await reads.of(issue.hash, record, () => contentOf(lane, issue.hash))
}

/** A text that is not the one that parts were proven with is looked at first. */
function ofIssue(issue: ProgramIssue, proven: ProgramIssue | null): GoFinding[] {
  if (!proven) return []
  const finding = { id: 'issue', line: null, register: null, mend: 'program' as const }
  return proven.hash === issue.hash
    ? [{ ...finding, verdict: 'clear', sentence: `Issue ${issue.issue} is the text that was proven last.` }]
    : [
        {
          ...finding,
          verdict: 'query',
          sentence: `Issue ${issue.issue} is not what was proven: that was issue ${proven.issue}. Look at what changed between the two.`,
        },
      ]
}

interface Given {
  entry: string
  at: Date
  by: string
  issue: string
  /** Number of the issue, the name of its file, and the hash of its text. */
  number: number
  name: string
  hash: string
  findings: EntryContent['findings']
}

const LAST_GO = `
  SELECT u.entry, u.at, e."by", u.issue, i.issue AS number, i.name, i.text AS hash, e.content -> 'findings' AS findings
  FROM program_use u JOIN entry e ON e.id = u.entry JOIN program_issue i ON i.id = u.issue
  WHERE u.setup = $1 AND u.kind = 'go' AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = u.entry AND k.kind = 'correction')
  ORDER BY u.at DESC LIMIT 1`

/** The go that was given last for a setup and not taken back. */
export async function lastGoOf({ client }: Pick<Lane, 'client'>, setup: string): Promise<Given | null> {
  const { rows } = await client.query<Given>({ name: 'last-go', text: LAST_GO, values: [setup] })
  return rows[0] ?? null
}

/** Why a go that was given no longer holds, in sentences; empty while it does. */
function changedSince({ at, issue, findings }: Given, now: Held): string[] {
  const said = new Set(findings.map(({ finding }) => `${finding.verdict} ${finding.sentence}`))
  // Whatever the program was found to call counts, whether the plan lists it or not.
  const called = now.findings.flatMap(({ register }) => register ?? [])
  const written = provenNoMore(at.toISOString(), now.scene, called)
  return [
    ...(now.issue && now.issue.id !== issue ? [`Issue ${now.issue.issue} of the program has come since.`] : []),
    ...(written ? [`${written}.`] : []),
    ...now.findings
      .filter(({ verdict, sentence }) => verdict !== 'clear' && !said.has(`${verdict} ${sentence}`))
      .map(({ sentence }) => sentence),
  ]
}

/** The program of a setup against its record, and the go that was given last. */
export async function goOf(connection: Connection, setup: string, reads: ProgramReads, now: string): Promise<GoPage> {
  await readBefore(connection, setup, reads)
  return inTransaction(
    connection,
    async (lane) => {
      const found = await held(lane, setup, reads, now)
      const last = await lastGoOf(lane, setup)
      const { issue, proven, read, findings } = found
      return {
        issue,
        proven,
        read,
        findings,
        given: last
          ? { entry: last.entry, at: last.at.toISOString(), by: last.by, issue: last.issue, changed: changedSince(last, found) }
          : null,
      }
    },
    { for: 'read' },
  )
}

/** Gives the go: an entry with everything that was found and the reasons, on the issue that the person saw. */
export async function giveGo(connection: Connection, setup: string, body: GiveGoBody, reads: ProgramReads, author: Author): Promise<Entry> {
  await readBefore(connection, setup, reads)
  let issue: ProgramIssue
  return ofSetup(
    connection,
    setup,
    {
      body,
      kind: 'go',
      async say(lane, row, { now }) {
        const found = await held(lane, setup, reads, now)
        if (!found.issue) throw new Problem(409, 'no-program', 'This operation has no program yet. Keep its file first.')
        if (found.issue.id !== body.issue)
          throw new Problem(
            409,
            'program-moved-on',
            `Issue ${found.issue.issue} has come meanwhile, by ${found.issue.by}. Look at it first.`,
          )
        refuseOpen(found.findings, body.answers)
        issue = found.issue
        return {
          kind: 'go',
          title: `Go: ${row.plan.name} with issue ${issue.issue} of ${issue.name}`,
          reason: null,
          findings: found.findings.map((one) => ({
            finding: asFinding(one),
            reason: one.verdict === 'query' ? (body.answers[one.id] ?? null) : null,
          })),
        }
      },
      after: (lane, row, entry) =>
        lane.db.insert(programUse).values({ entry: entry.id, kind: 'go', setup, operation: row.plan.id, issue: issue.id, at: entry.at }),
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
