import type { z } from 'zod'
import type { cutMeanwhile } from '@rook/contract'
import { and, asc, eq, gte, lt, or, sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { entry, job, part, partCount, setup } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'
import { COUNT, stillCounts } from './counts.ts'

interface Span {
  from: string
  to: string | null
}

/** Further writes of the registers that an entry wrote, each register's in order. */
const WRITTEN_SINCE = (id: string) => sql`
  SELECT own.register, later.at, later.kind FROM entry_write own
  LEFT JOIN entry_write later ON later.machine = own.machine AND later.register = own.register AND later.seq > own.seq
  WHERE own.entry = ${id} AND own.kind <> 'correction' ORDER BY own.register, later.seq`

/**
 * The times in which an entry's figure stood in one register. Each later finding lies over it, and taking that one back uncovers
 * it again; it is gone for good once it is taken back itself.
 */
function spansOf(at: string, since: readonly { at: string; kind: string }[]): Span[] {
  const spans: Span[] = [{ from: at, to: null }]
  let over = 0
  for (const { at: moment, kind } of since) {
    over += kind === 'correction' ? -1 : 1
    if (over === 0) spans.push({ from: moment, to: null })
    else if (over === 1 && kind !== 'correction') spans.at(-1)!.to = moment
    if (over < 0) {
      spans.at(-1)!.to ??= moment
      break
    }
  }
  return spans
}

/** What was counted on a machine while an entry's figures stood in one of its registers at least. */
export async function cutWhile(db: Queries, id: string): Promise<z.infer<typeof cutMeanwhile>> {
  const [own] = await db.select({ machine: entry.machine, at: entry.at, kind: entry.kind }).from(entry).where(eq(entry.id, id))
  if (!own) throw notFound('This entry')
  // What it gave back stands for the entry that found it.
  if (own.kind === 'correction') return { to: null, counts: [] }
  const { rows: since } = await db.execute<{ register: string; at: string | null; kind: string }>(WRITTEN_SINCE(id))
  const byRegister = new Map<string, { at: string; kind: string }[]>()
  for (const { register, at, kind } of since) {
    const found = byRegister.get(register) ?? []
    byRegister.set(register, at === null ? found : [...found, { at: new Date(at).toISOString(), kind }])
  }
  const spans = [...byRegister.values()].flatMap((one) => spansOf(own.at, one))
  const last =
    spans
      .map(({ to }) => to)
      .sort()
      .at(-1) ?? null
  const until = spans.some(({ to }) => to === null) ? null : last
  const rows = await db
    .select({ ...COUNT, job: job.number, partName: part.name })
    .from(partCount)
    .innerJoin(setup, eq(setup.id, partCount.setup))
    .innerJoin(job, eq(job.id, partCount.job))
    .innerJoin(part, eq(part.id, job.part))
    .where(
      and(
        eq(setup.machine, own.machine),
        // An entry without a figure stands for the whole time since.
        or(...spans.map(({ from, to }) => and(gte(partCount.at, from), to === null ? undefined : lt(partCount.at, to)))) ??
          gte(partCount.at, own.at),
        stillCounts,
      ),
    )
    .orderBy(asc(partCount.at))
    .limit(500)
  return { to: until, counts: rows }
}
