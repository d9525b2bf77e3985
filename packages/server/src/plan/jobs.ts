import { randomUUID } from 'node:crypto'
import type { Job, JobBody } from '@rook/contract'
import { and, asc, eq, getTableColumns, ne, sql, type SQL, type SQLWrapper } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import type { Lane } from '../db/transaction.ts'
import { job, part } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { stampOf, type Author } from '../ledger/author.ts'
import { found, PAGE } from './list-page.ts'
import { announce } from '../live/announce.ts'

/** What was counted and not taken back. */
const summed = (column: SQL, where: SQL) =>
  sql<number>`(SELECT coalesce(sum(${column}), 0) FROM part_count c WHERE ${where} AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = c.entry AND k.kind = 'correction'))`.mapWith(
    Number,
  )

/** Parts that were counted in a setup, as columns of a query. */
export const madeIn = (setup: SQLWrapper) => ({
  made: summed(sql`c.made`, sql`c.setup = ${setup}`),
  scrapped: summed(sql`c.scrapped`, sql`c.setup = ${setup}`),
})

interface Wanted {
  part?: string | undefined
  id?: string
  words?: string
  skip?: number
}

/** Jobs in the order in which they are due; closed ones last. */
export async function jobsOf(db: Queries, { part: partId, id, words = '', skip = 0 }: Wanted): Promise<Job[]> {
  const rows = await db
    .select({
      ...getTableColumns(job),
      partNumber: part.number,
      partName: part.name,
      runs: sql<boolean>`EXISTS (SELECT FROM setup s WHERE s.job = ${job.id} AND s.ended_at IS NULL)`,
      made: summed(sql`c.made`, sql`c.job = ${job.id}`),
      scrapped: summed(sql`c.scrapped`, sql`c.job = ${job.id}`),
    })
    .from(job)
    .innerJoin(part, eq(part.id, job.part))
    .where(
      and(
        partId === undefined ? undefined : eq(job.part, partId),
        id === undefined ? undefined : eq(job.id, id),
        found(words, job.number, part.number, part.name),
      ),
    )
    .orderBy(asc(job.closed), sql`${job.due} NULLS LAST`, sql`${job.number} DESC`)
    .limit(PAGE)
    .offset(skip)
  return rows.map(({ changedAt: _at, changedBy: _by, closed, runs, ...row }) => ({
    ...row,
    state: closed ? 'closed' : runs ? 'running' : 'open',
  }))
}

async function loadJob(db: Queries, id: string): Promise<Job> {
  const [found] = await jobsOf(db, { id })
  if (!found) throw notFound('This job')
  return found
}

async function refuseUnfit(db: Queries, { number, part: partId }: JobBody, id: string): Promise<void> {
  const [own] = await db.select({ id: part.id }).from(part).where(eq(part.id, partId))
  if (!own) throw notFound('The part of this job')
  const [taken] = await db
    .select({ part: part.name })
    .from(job)
    .innerJoin(part, eq(part.id, job.part))
    .where(and(eq(job.number, number), ne(job.id, id)))
  if (taken)
    throw new Problem(409, 'number-taken', `There is a job ${number} already, for ${taken.part}.`, {
      fields: { number: 'Another job has this number.' },
    })
}

export async function addJob({ db, client }: Lane, body: JobBody, author: Author): Promise<Job> {
  const id = randomUUID()
  await refuseUnfit(db, body, id)
  await db.insert(job).values({ id, ...body, ...stampOf(author) })
  await announce(client, { kind: 'plan', id })
  return loadJob(db, id)
}

export async function changeJob({ db, client }: Lane, id: string, body: JobBody & { closed: boolean }, author: Author): Promise<Job> {
  const now = await loadJob(db, id)
  await refuseUnfit(db, body, id)
  if (now.state === 'running' && (body.closed || body.part !== now.part))
    throw new Problem(
      409,
      'job-runs',
      `Job ${now.number} stands on a machine. End its setup before you close the job or give it another part.`,
    )
  await db
    .update(job)
    .set({ ...body, ...stampOf(author) })
    .where(eq(job.id, id))
  await announce(client, { kind: 'plan', id })
  return loadJob(db, id)
}
