import type { PartCount } from '@rook/contract'
import { and, desc, sql, type SQL } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { partCount } from '../base/db/schema.ts'

/** The columns of a count, without the job that its setup belongs to. */
export const COUNT = {
  entry: partCount.entry,
  setup: partCount.setup,
  made: partCount.made,
  scrapped: partCount.scrapped,
  reason: partCount.reason,
  at: partCount.at,
  by: partCount.by,
}

/** Counts that were taken back are on record and count for nothing. */
export const stillCounts = sql`NOT EXISTS (SELECT FROM entry k WHERE k.refers = ${partCount.entry} AND k.kind = 'correction')`

/** What was counted, newest first. */
export function countsWhere(db: Queries, which: SQL): Promise<PartCount[]> {
  return db.select(COUNT).from(partCount).where(and(which, stillCounts)).orderBy(desc(partCount.at)).limit(500)
}
