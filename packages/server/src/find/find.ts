import type { Found } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'

/** So many of each kind: whoever sees more has to write one more letter. */
const MOST = 6

interface Row {
  id: string
  title: string
  detail: string
  /** What the found thing belongs to: a slot's and an entry's machine. */
  of: string | null
}

/** Every word stands somewhere in the text; `$1` are the words in small letters. */
const has = (text: string) => `NOT EXISTS (SELECT FROM unnest($1::text[]) AS word WHERE strpos(lower(${text}), word) = 0)`

/**
 * How each kind is found by a part of what people call it, best first. Shops, gauges, people and tools are small lists that are
 * read through; entries are found by their number, along the index of each machine's chain.
 */
const QUESTIONS: Readonly<Record<Exclude<Found['kind'], 'entry'>, string>> = {
  machine: `SELECT id, name AS title, kind AS detail, NULL AS of FROM machine WHERE ${has('name')} ORDER BY place LIMIT ${MOST}`,
  setup: `
    SELECT s.id, concat('Job ', j.number, ', ', p.name, ', rev ', j.revision) AS title,
      concat(o.name, ' on ', m.name, CASE WHEN s.ended_at IS NULL THEN ', at hand' ELSE '' END) AS detail, NULL AS of
    FROM setup s JOIN operation o ON o.id = s.operation JOIN part p ON p.id = o.part JOIN job j ON j.id = s.job
    JOIN machine m ON m.id = s.machine
    WHERE ${has(`concat_ws(' ', 'job', j.number, p.name, p.number, o.name, o.program)`)}
    ORDER BY s.ended_at IS NULL DESC, s.started_at DESC LIMIT ${MOST}`,
  job: `
    SELECT j.id, concat('Job ', j.number, ', ', p.name, ', rev ', j.revision) AS title,
      concat(j.quantity, ' parts', ', due ' || j.due, CASE WHEN j.closed THEN ', closed' ELSE '' END) AS detail, NULL AS of
    FROM job j JOIN part p ON p.id = j.part
    WHERE ${has(`concat_ws(' ', 'job', j.number, p.name, p.number)`)}
    ORDER BY j.closed, j.due NULLS LAST, j.number DESC LIMIT ${MOST}`,
  part: `
    SELECT id, concat(name, ', rev ', revision) AS title, concat_ws(', ', number, nullif(material, '')) AS detail, NULL AS of
    FROM part WHERE ${has(`concat_ws(' ', number, name)`)} ORDER BY name LIMIT ${MOST}`,
  tool: `
    SELECT a.id, a.name AS title, concat_ws(', ', a.id, 'T' || t.number || ' on ' || m.name) AS detail, NULL AS of
    FROM assembly a LEFT JOIN mount t ON t.assembly = a.id LEFT JOIN machine m ON m.id = t.machine
    WHERE ${has(`concat_ws(' ', a.name, a.id, a.holder, 't' || t.number)`)}
    ORDER BY t.number IS NULL, a.name, a.id LIMIT ${MOST}`,
  slot: `
    SELECT slot ->> 'code' AS id, concat_ws(', ', slot ->> 'code', nullif(slot ->> 'name', '')) AS title, m.name AS detail, m.id AS of
    FROM machine m, jsonb_array_elements(m.slots) AS slot
    WHERE ${has(`concat_ws(' ', slot ->> 'code', slot ->> 'name', m.name)`)}
      AND EXISTS (SELECT FROM unnest($1::text[]) AS word WHERE strpos(lower(concat_ws(' ', slot ->> 'code', slot ->> 'name')), word) > 0)
    ORDER BY m.place, 1 LIMIT ${MOST}`,
  gauge: `SELECT id, name AS title, family AS detail, NULL AS of FROM gauge WHERE ${has('name')} ORDER BY place LIMIT ${MOST}`,
  person: `SELECT id, name AS title, role AS detail, NULL AS of FROM person WHERE left_at IS NULL AND ${has('name')} ORDER BY name LIMIT ${MOST}`,
}

const ENTRIES = `
  SELECT e.id, e.title, concat('Entry ', e.seq, ' on ', m.name, ', ', e."by") AS detail, m.id AS of
  FROM machine m JOIN entry e ON e.machine = m.id AND e.seq = $1 ORDER BY e.at DESC LIMIT ${MOST}`

/** Whatever in the shop is called by these words: a few of each kind. A number is looked for among the entries as well. */
export async function find({ pool }: Pick<Connection, 'pool'>, text: string): Promise<Found[]> {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return []
  const kinds = Object.entries(QUESTIONS) as [Exclude<Found['kind'], 'entry'>, string][]
  const number = words.length === 1 ? /^#?(\d{1,9})$/.exec(words[0]!)?.[1] : undefined
  const [entries, ...others] = await Promise.all([
    number ? pool.query<Row>({ name: 'find-entry', text: ENTRIES, values: [number] }) : null,
    ...kinds.map(([kind, question]) => pool.query<Row>({ name: `find-${kind}`, text: question, values: [words] })),
  ])
  return [
    ...kinds.flatMap(([kind], at) => others[at]!.rows.map((row) => ({ kind, ...row }))),
    ...(entries?.rows ?? []).map((row) => ({ kind: 'entry' as const, ...row })),
  ]
}
