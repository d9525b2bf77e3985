import type { EntryLine } from '@rook/contract'
import { and, desc, eq, exists, lt, or, sql, type SQL } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Queries } from '../db/client.ts'
import { entry, entryWrite, machine } from '../db/schema.ts'
import { Problem } from '../http/problem.ts'

export interface ListQuery {
  machine?: string | undefined
  register?: string | undefined
  person?: string | undefined
  setup?: string | undefined
  /** Where the page before ended: "time|id". */
  before?: string | undefined
  limit: number
}

const correction = alias(entry, 'correction')

/** A page of the ledger, newest first. */
export async function listEntries(db: Queries, query: ListQuery): Promise<{ entries: EntryLine[]; next: string | null }> {
  const rows = await db
    .select({ content: entry.content, machineName: machine.name, correctedBy: correction.id })
    .from(entry)
    .innerJoin(machine, eq(machine.id, entry.machine))
    .leftJoin(correction, and(eq(correction.refers, entry.id), eq(correction.kind, 'correction')))
    .where(and(...conditions(db, query)))
    .orderBy(desc(entry.at), desc(entry.id))
    .limit(query.limit + 1)
  const page = rows.slice(0, query.limit)
  const last = page.at(-1)
  return {
    entries: page.map(asLine),
    next: rows.length > query.limit && last ? `${last.content.at}|${last.content.id}` : null,
  }
}

function conditions(db: Queries, { machine: onMachine, register, person, setup, before }: ListQuery): SQL[] {
  const all: (SQL | undefined)[] = []
  if (onMachine) all.push(eq(entry.machine, onMachine))
  if (person) all.push(eq(entry.person, person))
  if (setup) all.push(eq(entry.setup, setup))
  if (register)
    all.push(
      exists(
        db
          .select({ one: sql`1` })
          .from(entryWrite)
          .where(and(eq(entryWrite.entry, entry.id), eq(entryWrite.register, register))),
      ),
    )
  if (before) {
    const [at = '', id = ''] = before.split('|')
    if (Number.isNaN(Date.parse(at)) || !/^[0-9a-f-]{36}$/.test(id))
      throw new Problem(400, 'not-understood', 'before: this does not name the end of a page.')
    all.push(or(lt(entry.at, at), and(eq(entry.at, at), lt(entry.id, id))))
  }
  return all.filter((one) => one !== undefined)
}

/** A line in a list shows a few figures; an entry of hundreds shows them on its own page. */
const MOST_WRITES = 24

interface LineRow {
  content: typeof entry.$inferSelect.content
  machineName: string
  correctedBy: string | null
}

export function asLine({ content, machineName, correctedBy }: LineRow): EntryLine {
  return {
    id: content.id,
    machine: content.machine,
    machineName,
    seq: content.seq,
    kind: content.kind,
    at: content.at,
    by: content.person.name,
    shift: content.shift,
    title: content.title,
    writes: content.writes.slice(0, MOST_WRITES),
    more: Math.max(0, content.writes.length - MOST_WRITES),
    queries: content.findings.filter(({ finding }) => finding.verdict !== 'clear').length,
    released: content.release !== null,
    correctedBy,
    reason: content.reason,
  }
}
