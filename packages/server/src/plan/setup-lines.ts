import type { JobPage } from '@rook/contract'
import { desc, eq, sql, type SQL, type SQLWrapper } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { job, machine, operation, setup } from '../base/db/schema.ts'

/** What was counted and not taken back. */
const summed = (column: SQL, where: SQL) =>
  sql<number>`(SELECT coalesce(sum(${column}), 0) FROM part_count c WHERE ${where} AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = c.entry AND k.kind = 'correction'))`.mapWith(
    Number,
  )

/** Parts that were counted in a setup, as columns of a query. */
const madeIn = (setup: SQLWrapper) => ({
  made: summed(sql`c.made`, sql`c.setup = ${setup}`),
  scrapped: summed(sql`c.scrapped`, sql`c.setup = ${setup}`),
})

/** Setups of an operation, or of a job, newest first. */
export function setupsOf(db: Queries, which: SQL): Promise<JobPage['setups']> {
  return db
    .select({
      id: setup.id,
      machine: setup.machine,
      machineName: machine.name,
      job: job.number,
      operation: operation.id,
      operationName: operation.name,
      edition: setup.edition,
      startedAt: setup.startedAt,
      endedAt: setup.endedAt,
      made: madeIn(setup.id).made,
      scrapped: madeIn(setup.id).scrapped,
    })
    .from(setup)
    .innerJoin(machine, eq(machine.id, setup.machine))
    .innerJoin(job, eq(job.id, setup.job))
    .innerJoin(operation, eq(operation.id, setup.operation))
    .where(which)
    .orderBy(desc(setup.startedAt))
    .limit(200)
}
