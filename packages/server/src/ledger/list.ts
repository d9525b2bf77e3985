import type { EntryKind, EntryLine } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import type { entry } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'

export interface ListQuery {
  machine?: string | undefined
  register?: string | undefined
  person?: string | undefined
  kind?: EntryKind | undefined
  setup?: string | undefined
  /** Number of a job. */
  job?: string | undefined
  /** Nothing earlier than this moment. */
  since?: string | undefined
  /** Nothing later than this moment. */
  until?: string | undefined
  /** Where the page before ended: "time|machine|number". */
  before?: string | undefined
  limit: number
}

/**
 * What a list is walked along: the narrowest of what is asked for. Each has an index in the order of the list, so that a page
 * costs the same wherever it lies; `w` is the table that is walked, `e` the entry.
 */
const WALKED = { setup: 'entry', register: 'entry_write', person: 'entry', kind: 'entry', machine: 'entry' } as const
const NARROWEST = ['setup', 'register', 'person', 'kind', 'machine'] as const

/** The setup of an entry `e` in words: its job, its operation and its part. */
export const OF_SETUP = `(SELECT json_build_object('id', s.id, 'job', j.number,
        'operation', concat(o.content ->> 'name', ', rev ', o.content ->> 'revision'), 'part', concat(p.name, ', rev ', o.content ->> 'revision'))
      FROM setup s JOIN job j ON j.id = s.job JOIN part p ON p.id = j.part
      JOIN edition o ON o.thing = 'operation' AND o.key = s.operation AND o.link = s.edition
      WHERE s.id = e.setup) AS "of"`

/** A page of the ledger, newest first; entries of the same moment stand in the order of their machine's chain. */
export async function listEntries(
  { pool }: Pick<Connection, 'pool'>,
  query: ListQuery,
): Promise<{ entries: EntryLine[]; next: string | null }> {
  const walked = NARROWEST.find((one) => query[one])
  const isWrites = walked !== undefined && WALKED[walked] === 'entry_write'
  // One machine's register has its own chain, which is the order of time as well.
  const alongChain = isWrites && query.machine !== undefined
  const values: unknown[] = []
  const given = (value: unknown) => `$${values.push(value)}`
  const conditions = NARROWEST.flatMap((one) => {
    if (!query[one]) return []
    if (one === 'register' && !isWrites)
      return [`EXISTS (SELECT FROM entry_write r WHERE r.entry = w.id AND r.register = ${given(query.register)})`]
    return [`${one === 'person' ? 'e' : 'w'}.${one} = ${given(query[one])}`]
  })
  if (query.since) conditions.push(`w.at >= ${given(query.since)}::timestamptz`)
  if (query.until) conditions.push(`w.at <= ${given(query.until)}::timestamptz`)
  if (query.before) {
    const { at, machine, seq } = endOf(query.before)
    conditions.push(
      alongChain
        ? `w.seq < ${given(seq)}`
        : `(w.at, w.machine, w.seq) < (${given(at)}::timestamptz, ${given(machine)}::text, ${given(seq)}::bigint)`,
    )
  }
  const ofJob = query.job !== undefined
  const jobs = ofJob ? given(query.job) : ''
  const most = given(query.limit + 1)
  const order = `${alongChain ? '' : 'at DESC, machine DESC, '}seq DESC`
  const where = (more: readonly string[]) => (conditions.length + more.length > 0 ? `WHERE ${[...conditions, ...more].join(' AND ')}` : '')
  const page = (more: readonly string[]) => `
    SELECT e.content, e.at, e.machine, e.seq, m.name AS "machineName", ${OF_SETUP},
      (SELECT c.id FROM entry c WHERE c.refers = e.id AND c.kind = 'correction' LIMIT 1) AS "correctedBy"
    FROM ${isWrites ? 'entry_write w JOIN entry e ON e.id = w.entry' : 'entry w'} JOIN machine m ON m.id = w.machine
    ${where(more)} ORDER BY ${order.replaceAll(/(at|machine|seq) /g, 'w.$1 ')} LIMIT ${most}`
  // A job has few setups: each is walked in its own order, so that the page costs the same wherever the job lies in time.
  const text = ofJob
    ? `SELECT p.* FROM (SELECT s.id FROM setup s JOIN job j ON j.id = s.job WHERE j.number = ${jobs}) own
       CROSS JOIN LATERAL (${page(['w.setup = own.id'])}) p ORDER BY ${order} LIMIT ${most}`
    : page([])
  const { rows } = await pool.query<LineRow>(isWrites ? text : text.replace(/\be\./g, 'w.'), values)
  const shown = rows.slice(0, query.limit)
  const last = shown.at(-1)?.content
  return {
    entries: shown.map(asLine),
    next: rows.length > query.limit && last ? `${last.at}|${last.machine}|${last.seq}` : null,
  }
}

function endOf(before: string): { at: string; machine: string; seq: number } {
  const [, at = '', machine = '', seq = ''] = /^(\d{4}-\d\d-\d\dT[\d:.]+Z)\|([^|]{1,60})\|(\d{1,15})$/.exec(before) ?? []
  if (at === '' || Number.isNaN(Date.parse(at))) throw new Problem(400, 'not-understood', 'before: this does not name the end of a page.')
  return { at, machine, seq: Number(seq) }
}

/** A line in a list shows a few figures; an entry of hundreds shows them on its own page. */
const MOST_WRITES = 24

export interface LineRow {
  content: typeof entry.$inferSelect.content
  machineName: string
  correctedBy: string | null
  /** Not asked for where a line stands beside its setup. */
  of?: EntryLine['setup']
}

export function asLine({ content, machineName, correctedBy, of }: LineRow): EntryLine {
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
    setup: of ?? null,
  }
}
