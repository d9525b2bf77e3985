import { createHash, randomUUID } from 'node:crypto'
import { mayDo, type Remark, type RemarkAbout } from '@rook/contract'
import { alias } from 'drizzle-orm/pg-core'
import { and, desc, eq, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import type { remarkBody } from '@rook/contract'
import type { Queries } from '../base/db/client.ts'
import { oneAtATime, type Lane } from '../base/db/transaction.ts'
import {
  assembly,
  edition,
  entry,
  gauge,
  job,
  keptFile,
  machine,
  operation,
  part,
  person,
  remark,
  remarkWithdrawn,
  setup,
} from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { fileKind } from './file-kind.ts'
import { drawnAnew } from './picture.ts'

type Sent = z.output<typeof remarkBody>

/** The table of each thing that a remark can be about, and what a person calls it; a revision is in its part's editions. */
const THINGS = {
  part: [part, 'This part'],
  operation: [operation, 'This operation'],
  job: [job, 'This job'],
  setup: [setup, 'This setup'],
  machine: [machine, 'This machine'],
  assembly: [assembly, 'This tool'],
  gauge: [gauge, 'This gauge'],
  entry: [entry, 'This entry'],
} as const satisfies Record<Exclude<RemarkAbout, 'revision'>, unknown>

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

async function refuseUnknown(db: Queries, about: RemarkAbout, key: string): Promise<void> {
  if (about === 'revision') {
    const stroke = key.indexOf('/')
    const of = and(eq(edition.thing, 'part'), eq(edition.key, key.slice(0, stroke)))
    const named = sql`${edition.content} ->> 'revision' = ${key.slice(stroke + 1)}`
    const found = await db.select({ link: edition.link }).from(edition).where(and(of, named)).limit(1)
    if (found.length === 0) throw notFound('This revision')
    return
  }
  const [table, name] = THINGS[about]
  if (about === 'entry' && !UUID.test(key)) throw notFound(name)
  const found = await db.select({ id: table.id }).from(table).where(eq(table.id, key)).limit(1)
  if (found.length === 0) throw notFound(name)
}

async function read(db: Queries, where: SQL): Promise<Remark[]> {
  const withdrawer = alias(person, 'withdrawer')
  const rows = await db
    .select({
      id: remark.id,
      thing: remark.thing,
      words: remark.words,
      at: remark.at,
      by: person.name,
      checksum: remark.file,
      name: remark.name,
      kind: keptFile.kind,
      bytes: keptFile.bytes,
      withdrawnAt: remarkWithdrawn.at,
      withdrawnBy: withdrawer.name,
      reason: remarkWithdrawn.reason,
    })
    .from(remark)
    .innerJoin(person, eq(person.id, remark.person))
    .leftJoin(keptFile, eq(keptFile.checksum, remark.file))
    .leftJoin(remarkWithdrawn, eq(remarkWithdrawn.remark, remark.id))
    .leftJoin(withdrawer, eq(withdrawer.id, remarkWithdrawn.person))
    .where(where)
    .orderBy(desc(remark.at), desc(remark.link))
    .limit(200)
  return rows.map(({ id, thing, words, at, by, checksum, name, kind, bytes, withdrawnAt, withdrawnBy, reason }) => {
    const stroke = thing.indexOf('/')
    return {
      id,
      about: thing.slice(0, stroke) as RemarkAbout,
      key: thing.slice(stroke + 1),
      words,
      at,
      by,
      file: checksum === null ? null : { checksum, name: name!, kind: kind!, bytes: bytes! },
      withdrawn: withdrawnAt === null ? null : { at: withdrawnAt, by: withdrawnBy!, reason: reason! },
    }
  })
}

export async function remarksOn(db: Queries, about: RemarkAbout, key: string): Promise<Remark[]> {
  await refuseUnknown(db, about, key)
  return read(db, eq(remark.thing, `${about}/${key}`))
}

/** A file as it will be kept; a picture is drawn anew before any lock is taken. */
export async function keptAs({ file }: Pick<Sent, 'file'>): Promise<typeof keptFile.$inferInsert | null> {
  if (file === null) return null
  const sent = Buffer.from(file.content, 'base64')
  const kind = fileKind(sent)
  const content = kind === 'picture' ? await drawnAnew(sent) : sent
  return { checksum: createHash('sha256').update(content).digest('hex'), kind, bytes: content.length, content }
}

export async function addRemark(
  { db, client }: Lane,
  { about, key, words, file }: Sent,
  kept: Awaited<ReturnType<typeof keptAs>>,
  { person: writer, now }: Author,
): Promise<Remark> {
  await refuseUnknown(db, about, key)
  if (kept) await db.insert(keptFile).values(kept).onConflictDoNothing()
  const id = randomUUID()
  await db.insert(remark).values({
    id,
    thing: `${about}/${key}`,
    words,
    file: kept?.checksum ?? null,
    // A name is shown and put into a header: no folders, no line breaks.
    name: file ? file.name.replace(/^.*[\\/]/, '').replace(/\p{Cc}/gu, ' ') || 'file' : null,
    at: now,
    person: writer.id,
  })
  await announce(client, { kind: 'remark', id: key })
  return (await read(db, eq(remark.id, id)))[0]!
}

export async function withdrawRemark({ db, client }: Lane, id: string, reason: string, { person: who, now }: Author): Promise<Remark> {
  await oneAtATime({ client }, id)
  const [row] = await db
    .select({ person: remark.person, thing: remark.thing, gone: remarkWithdrawn.remark })
    .from(remark)
    .leftJoin(remarkWithdrawn, eq(remarkWithdrawn.remark, remark.id))
    .where(eq(remark.id, id))
  if (!row) throw notFound('This note')
  if (row.person !== who.id && !mayDo(who.role, 'planner'))
    throw new Problem(403, 'role', 'Only whoever wrote the note, a planner or a lead can withdraw it.')
  if (row.gone) throw new Problem(409, 'withdrawn', 'The note has been withdrawn already.')
  await db.insert(remarkWithdrawn).values({ remark: id, reason, at: now, person: who.id })
  await announce(client, { kind: 'remark', id: row.thing.slice(row.thing.indexOf('/') + 1) })
  return (await read(db, eq(remark.id, id)))[0]!
}
