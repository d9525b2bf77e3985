import type { z } from 'zod'
import type { cutMeanwhile } from '@rook/contract'
import { and, asc, eq, gte, lt, sql } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { entry, job, part, partCount, setup } from '../db/schema.ts'
import { notFound } from '../http/problem.ts'
import { COUNT, stillCounts } from './counts.ts'

/**
 * What was counted on a machine while an entry's figures stood: until the last of its registers was written anew, which taking
 * the entry back does for all of them.
 */
export async function cutWhile(db: Queries, id: string): Promise<z.infer<typeof cutMeanwhile>> {
  const [own] = await db.select({ machine: entry.machine, at: entry.at }).from(entry).where(eq(entry.id, id))
  if (!own) throw notFound('This entry')
  const { rows: ends } = await db.execute<{ to: string | null }>(sql`
    SELECT CASE WHEN bool_and(ended IS NOT NULL) THEN max(ended) END AS to FROM (
      SELECT (SELECT min(later.at) FROM entry_write later
        WHERE later.machine = own.machine AND later.register = own.register AND later.seq > own.seq) AS ended
      FROM entry_write own WHERE own.entry = ${id}) w`)
  const to = ends[0]?.to ?? null
  const until = to === null ? null : new Date(to).toISOString()
  const rows = await db
    .select({ ...COUNT, job: job.number, partName: part.name })
    .from(partCount)
    .innerJoin(setup, eq(setup.id, partCount.setup))
    .innerJoin(job, eq(job.id, partCount.job))
    .innerJoin(part, eq(part.id, job.part))
    .where(
      and(eq(setup.machine, own.machine), gte(partCount.at, own.at), until === null ? undefined : lt(partCount.at, until), stillCounts),
    )
    .orderBy(asc(partCount.at))
    .limit(500)
  return { to: until, counts: rows }
}
