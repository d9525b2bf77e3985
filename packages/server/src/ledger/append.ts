import { provenanceOf } from '@rook/core'
import { announcementOf, type EntryContent, type EntryWrite } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import type { machineHead } from '../base/db/schema.ts'
import { CHANNEL } from '../base/live/channel.ts'
import { hashOf } from './hash.ts'

export interface Appended {
  content: EntryContent
  hash: string
  previousHash: string
}

type Head = typeof machineHead.$inferSelect

/** Who found what stands in a register, when and in which setup: an entry that takes another one back only points to it. */
export interface Finder {
  register: string
  entry: string
  at: string
  by: string
  operation: string | null
  setup: string | null
  seen: boolean
}

/** Somebody else has appended to the machine's chain since it was read: look again. */
export class MovedOn extends Error {}

/**
 * Everything that an entry is, in one statement: the end of the chain, the entry, its writes, the values that stand from then
 * on, its gauges, the id that it was sent under, and the notice to all who listen. All of it hangs on the chain ending where
 * it was seen to end ($29): otherwise nothing is written, and no row comes back. The writes come as one JSON value; what stands
 * from then on is the entry's own finding, but in the registers that it gives back to another one's ($30).
 */
const APPEND = `
  WITH head AS (
    UPDATE machine_head SET seq = $3::bigint, hash = $17, at = $5::timestamptz,
      homed_at = CASE WHEN $4::text = 'homed' THEN $5 ELSE homed_at END, powered_at = CASE WHEN $4 = 'powered' THEN $5 ELSE powered_at END
    WHERE machine = $2::text AND seq = $29::bigint
    RETURNING machine
  ), own AS (
    INSERT INTO entry (id, machine, seq, kind, at, person, "by", setup, step, refers, title, reason, readouts, seen, release, content, hash, previous_hash)
    SELECT $1::uuid, $2, $3, $4, $5, $6::text, $7::text, $8::text, $9, $10::uuid, $11, $12, $13::jsonb, $14::jsonb, $15::jsonb, $16::jsonb, $17, $18 FROM head
  ), written AS (
    SELECT w.* FROM head, json_to_recordset($19::json) AS w(
      register text, before bigint, after bigint, state text, standard double precision, assembly text, provenance jsonb)
  ), writes AS (
    INSERT INTO entry_write (entry, machine, register, seq, kind, at, "by", operation, setup, seen, before, after, state, standard, assembly, provenance, routine, inputs)
    SELECT $1, $2, register, $3, $4, $5, $7, $20::text, $8, $21::boolean, before, after, state, standard, assembly, provenance, $22, $23::jsonb FROM written
  ), stands AS (
    INSERT INTO register_value (entry, machine, register, at, "by", operation, setup, seen, value, state, standard, assembly, provenance)
    SELECT coalesce(f.entry, $1), $2, w.register, coalesce(f.at, $5), coalesce(f."by", $7),
      CASE WHEN f.entry IS NULL THEN $20 ELSE f.operation END, CASE WHEN f.entry IS NULL THEN $8 ELSE f.setup END, coalesce(f.seen, $21),
      w.after, w.state, w.standard, w.assembly, w.provenance
    FROM written w LEFT JOIN json_to_recordset($30::json) AS f(
      register text, entry uuid, at timestamptz, "by" text, operation text, setup text, seen boolean) ON f.register = w.register
    ON CONFLICT (machine, register) DO UPDATE SET
      entry = excluded.entry, at = excluded.at, "by" = excluded."by", operation = excluded.operation, setup = excluded.setup, seen = excluded.seen,
      value = excluded.value, state = excluded.state, standard = excluded.standard, assembly = excluded.assembly, provenance = excluded.provenance
  ), gauges AS (
    INSERT INTO entry_gauge (gauge, machine, seq, at, entry) SELECT used, $2, $3, $5, $1 FROM head, unnest($24::text[]) AS used
  ), sent AS (
    INSERT INTO sending (id, door, fingerprint, person, at) SELECT $25, $26, $27, $6, $5 FROM head WHERE $25::uuid IS NOT NULL
  )
  SELECT pg_notify('${CHANNEL}', $28) FROM head`

/**
 * The one door to the ledger: appends an entry, writes the present values that follow from it, moves the machine's chain on
 * and announces it. Has to run in the transaction that has locked `head`; all of it becomes visible at its commit or none of
 * it ever does. Without a lock it stands for itself, and is nothing where somebody else was quicker. An entry is never earlier than the one before it, even when the clock was set back.
 * @param finders for registers that are given back: the entry whose figure stands again
 */
export async function append(lane: Lane, head: Head, said: Omit<EntryContent, 'seq'>, finders: readonly Finder[] = []): Promise<Appended> {
  const { sent } = lane
  if (sent && !sent.isNew) throw new Error('an id was not looked up before its entry was appended')
  const at = head.at !== null && head.at > said.at ? head.at : said.at
  const content: EntryContent = { ...said, at, seq: head.seq + 1 }
  const hash = hashOf(head.hash, content)
  const isWear = content.kind === 'wear'
  const { rowCount } = await lane.client.query({
    name: 'append',
    text: APPEND,
    values: [
      content.id,
      content.machine,
      content.seq,
      content.kind,
      at,
      content.person.id,
      content.person.name,
      content.setup,
      content.step,
      content.refers,
      content.title,
      content.reason,
      JSON.stringify(content.readouts),
      JSON.stringify(content.seen),
      content.release && JSON.stringify(content.release),
      JSON.stringify(content),
      hash,
      head.hash,
      JSON.stringify(content.writes.map(rowOfWrite)),
      content.operation,
      content.seen.length > 0,
      isWear ? content.routine : null,
      isWear && content.inputs ? JSON.stringify(content.inputs) : null,
      content.gauges.map(({ id }) => id),
      sent?.id ?? null,
      sent?.door ?? null,
      sent?.fingerprint ?? null,
      JSON.stringify(announcementOf(content, MOST_NAMED)),
      head.seq,
      JSON.stringify(finders),
    ],
  })
  if (rowCount === 0) throw new MovedOn()
  // Whatever else this transaction appends was not sent under that id.
  lane.sent = null
  return { content, hash, previousHash: head.hash }
}

function rowOfWrite(write: EntryWrite) {
  const { register, before, after, state, standard, assembly } = write
  return { register, before, after, state, standard, assembly, provenance: provenanceOf(write) }
}

/** A notice holds 8000 bytes; whoever hears of more registers than that asks for all of the machine. */
const MOST_NAMED = 40
