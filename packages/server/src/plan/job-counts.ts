import { sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'

export interface JobCounts {
  /** Parts that went through every operation that the job was set up for: a second side that is still to be cut makes none whole. */
  made: number
  scrapped: number
}

/**
 * What was counted for these jobs and not taken back, by job; one without a setup is absent. All in one statement: asked for each
 * job of a list, the sums took longer than the list.
 */
export async function countsOfJobs(db: Queries, jobs: readonly string[]): Promise<Map<string, JobCounts>> {
  if (jobs.length === 0) return new Map()
  const wanted = sql`ANY (${sql.param(jobs)}::text[])`
  const { rows } = await db.execute<{ job: string; made: string; scrapped: string }>(sql`
    WITH counted AS (
      SELECT c.setup, sum(c.made) AS made, sum(c.scrapped) AS scrapped FROM part_count c
      WHERE c.job = ${wanted} AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = c.entry AND k.kind = 'correction') GROUP BY c.setup),
    done AS (
      SELECT s.job, s.operation, coalesce(sum(counted.made), 0) AS made, coalesce(sum(counted.scrapped), 0) AS scrapped
      FROM setup s LEFT JOIN counted ON counted.setup = s.id WHERE s.job = ${wanted} GROUP BY s.job, s.operation)
    SELECT job, min(made) AS made, sum(scrapped) AS scrapped FROM done GROUP BY job`)
  return new Map(rows.map(({ job, made, scrapped }) => [job, { made: Number(made), scrapped: Number(scrapped) }]))
}
