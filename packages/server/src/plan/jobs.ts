import { randomUUID } from 'node:crypto'
import type { Job, JobBody, JobPage } from '@rook/contract'
import { and, asc, eq, getTableColumns, ne, sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { job, part, partCount, setup } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { countsWhere } from './counts.ts'
import { countsOfJobs } from './job-counts.ts'
import { found, PAGE } from './list-page.ts'
import { setupsOf } from './setup-lines.ts'
import { announce } from '../base/live/announce.ts'

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
  const counts = await countsOfJobs(
    db,
    rows.map((row) => row.id),
  )
  return rows.map(({ changedAt: _at, changedBy: _by, closed, runs, ...row }) => ({
    ...row,
    ...(counts.get(row.id) ?? { made: 0, scrapped: 0 }),
    state: closed ? 'closed' : runs ? 'running' : 'open',
  }))
}

async function loadJob(db: Queries, id: string): Promise<Job> {
  const [found] = await jobsOf(db, { id })
  if (!found) throw notFound('This job')
  return found
}

/** A job with where it was set up, and what was counted for it. */
export async function jobPage(db: Queries, id: string): Promise<JobPage> {
  return {
    job: await loadJob(db, id),
    setups: await setupsOf(db, eq(setup.job, id)),
    counts: await countsWhere(db, eq(partCount.job, id)),
  }
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
