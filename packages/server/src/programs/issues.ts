import type { AddProgramBody, ProgramDifference, ProgramIssue, ProgramLines } from '@rook/contract'
import type { Connection, Queries } from '../base/db/client.ts'
import { operation, programIssue, programText } from '../base/db/schema.ts'
import { eq } from 'drizzle-orm'
import type { Lane } from '../base/db/transaction.ts'
import { fileWork, type FileReaders } from '../base/files/file-readers.ts'
import { notFound, Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'
import { announce } from '../base/live/announce.ts'
import type { DifferenceAsked } from './difference.ts'
import type { StretchAsked } from './stretch.ts'
import type { ProgramSent, Unpacked } from './unpack.ts'

const UNPACK = fileWork<ProgramSent, Unpacked>(new URL('./unpack.ts', import.meta.url))
const STRETCH = fileWork<StretchAsked, string[]>(new URL('./stretch.ts', import.meta.url))
const DIFFERENCE = fileWork<DifferenceAsked, Pick<ProgramDifference, 'parts' | 'cut'>>(new URL('./difference.ts', import.meta.url))

const ISSUES = `
  SELECT i.id, i.operation, i.issue, i.name, trim(i.text) AS hash, t.bytes, t.lines, i.note, i.at, p.name AS "by", last.proven
  FROM program_issue i JOIN program_text t ON t.hash = i.text JOIN person p ON p.id = i.person
  LEFT JOIN LATERAL (
    SELECT json_build_object('at', u.at, 'setup', u.setup) AS proven FROM program_use u
    WHERE u.operation = i.operation AND u.kind = 'proven' AND u.issue = i.id
      AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = u.entry AND k.kind = 'correction')
    ORDER BY u.at DESC LIMIT 1) last ON true`

type Row = Omit<ProgramIssue, 'at' | 'proven'> & { at: Date; proven: { at: string; setup: string } | null }

const asIssue = ({ at, proven, ...row }: Row): ProgramIssue => ({
  ...row,
  at: at.toISOString(),
  proven: proven && { ...proven, at: new Date(proven.at).toISOString() },
})

type Asks = Pick<Lane, 'client'>

/** Issues of some operations' programs, newest first. */
export async function issuesOfAll({ client }: Asks, operations: readonly string[]): Promise<ProgramIssue[]> {
  const { rows } = await client.query<Row>({
    name: 'program-issues',
    text: `${ISSUES} WHERE i.operation = ANY($1) ORDER BY i.issue DESC`,
    values: [operations],
  })
  return rows.map(asIssue)
}

/** Issues of an operation's program, newest first. */
export const issuesOf = (asks: Asks, operationId: string): Promise<ProgramIssue[]> => issuesOfAll(asks, [operationId])

/** @throws Problem 404 */
export async function issueOf({ client }: Asks, id: string): Promise<ProgramIssue> {
  const { rows } = await client.query<Row>({ name: 'program-issue', text: `${ISSUES} WHERE i.id = $1`, values: [id] })
  if (!rows[0]) throw notFound('This issue of a program')
  return asIssue(rows[0])
}

export async function contentOf({ client }: Asks, hash: string): Promise<Buffer> {
  const { rows } = await client.query<{ content: Buffer }>({
    name: 'program-content',
    text: 'SELECT content FROM program_text WHERE hash = $1',
    values: [hash],
  })
  return rows[0]!.content
}

export async function stretchOf(asks: Asks, readers: FileReaders, id: string, from: number, count: number): Promise<ProgramLines> {
  const issue = await issueOf(asks, id)
  return { issue, from, lines: await readers.read(STRETCH, { content: await contentOf(asks, issue.hash), from, count }) }
}

/** Longer programs are compared only for whether they are the same. */
const MOST_COMPARED = 60_000

/** What changed from one issue to another of the same operation, by line. */
export async function differenceOf(asks: Asks, readers: FileReaders, afterId: string, beforeId: string): Promise<ProgramDifference> {
  const [before, after] = [await issueOf(asks, beforeId), await issueOf(asks, afterId)]
  if (before.operation !== after.operation) throw new Problem(422, 'other-operation', 'These are programs of two operations.')
  if (Math.max(before.lines, after.lines) > MOST_COMPARED)
    throw new Problem(422, 'too-long', `Programs of more than ${MOST_COMPARED} lines are not compared line by line here.`)
  const texts = { before: await contentOf(asks, before.hash), after: await contentOf(asks, after.hash) }
  return { before, after, ...(await readers.read(DIFFERENCE, texts)) }
}

/**
 * Keeps a new issue. The same text as the newest issue is no new one; somebody else's issue in between is seen first.
 * @throws Problem 409 where there is a newer one than the sender has seen, or this text is the newest already
 */
export async function addIssue(
  connection: Connection,
  readers: FileReaders,
  operationId: string,
  body: AddProgramBody,
  author: Author,
): Promise<ProgramIssue> {
  await refuseUnknown(connection.db, operationId)
  const { hash, bytes, lines } = await readers.read(UNPACK, { gzip: body.gzip })
  const { gzip, ...said } = body
  const sent = sentBy(author, 'program', operationId, { ...said, hash })
  return once(
    connection,
    sent,
    async (lane) => {
      const { client, db } = lane
      // One after the other: two that come at once are two issues, in an order.
      await client.query(`SELECT pg_advisory_xact_lock(hashtextextended('program ' || $1, 0))`, [operationId])
      await firstTime(lane)
      const [newest] = await issuesOf(lane, operationId)
      if ((newest?.id ?? null) !== body.basis)
        throw new Problem(
          409,
          'program-moved-on',
          newest
            ? `${newest.by} has kept issue ${newest.issue} meanwhile. Look at it before this one replaces it.`
            : 'The issues of this program have changed. Look again.',
        )
      if (newest?.hash === hash)
        throw new Problem(409, 'same-program', `This is issue ${newest.issue}, to the last letter. Nothing was kept.`)
      await db
        .insert(programText)
        .values({ hash, bytes, lines, content: Buffer.from(gzip, 'base64') })
        .onConflictDoNothing()
      await db.insert(programIssue).values({
        id: body.id,
        operation: operationId,
        issue: (newest?.issue ?? 0) + 1,
        name: body.name,
        text: hash,
        note: body.note || null,
        at: author.now,
        person: author.person.id,
      })
      await announce(client, { kind: 'plan', id: operationId })
      await keepSending(lane)
      return issueOf(lane, body.id)
    },
    () => issueOf({ client: connection.pool }, body.id),
  )
}

/** @throws Problem 404 */
export async function refuseUnknown(db: Queries, id: string): Promise<void> {
  const [known] = await db.select({ id: operation.id }).from(operation).where(eq(operation.id, id))
  if (!known) throw notFound(`Operation ${id}`)
}
