import { createHash } from 'node:crypto'
import { chained, provenanceOf, type Json } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import type { Lane } from '../db/lane.ts'
import { EXCLUDED } from '../db/statements.ts'
import { entryWrite, registerValue, type machineHead } from '../db/schema.ts'

export const CHANNEL = 'rook_ledger'

/** What other processes and browsers are told of an entry. */
export interface Announcement {
  machine: string
  entry: string
  seq: number
  kind: string
  by: string
  setup: string | null
  registers: string[]
}

export interface Appended {
  content: EntryContent
  hash: string
  previousHash: string
}

type Head = typeof machineHead.$inferSelect

/** SHA-256 over the hash before and the canonical content. */
export function hashOf(previousHash: string, content: EntryContent): string {
  return createHash('sha256')
    .update(chained(previousHash, content as unknown as Json))
    .digest('hex')
}

/**
 * The one door to the ledger: appends an entry, writes the present values that follow from it, moves the
 * machine's chain on and announces it. Has to run in the transaction that has locked `head`; all of it
 * becomes visible at its commit or none of it ever does.
 */
export async function append({ client, db, statements }: Lane, head: Head, content: Omit<EntryContent, 'seq'>): Promise<Appended> {
  const full: EntryContent = { ...content, seq: head.seq + 1 }
  const { id, machine, seq, kind, at, setup, step, refers } = full
  const hash = hashOf(head.hash, full)
  const person = full.person.id
  await statements.addEntry.execute({
    id,
    machine,
    seq,
    kind,
    at,
    person,
    setup,
    step,
    refers,
    content: full,
    hash,
    previousHash: head.hash,
  })
  if (full.writes.length > MANY) await putMany(db, full)
  else
    for (const write of full.writes) {
      await statements.addWrite.execute(writeRow(full, write))
      await statements.putValue.execute(valueRow(full, write))
    }
  const homedAt = kind === 'homed' ? at : null
  const poweredAt = kind === 'powered' ? at : null
  await statements.moveHead.execute({ machine, seq, hash, homedAt, poweredAt })
  await client.query({ name: 'announce', text: 'SELECT pg_notify($1, $2)', values: [CHANNEL, JSON.stringify(announcementOf(full))] })
  return { content: full, hash, previousHash: head.hash }
}

/** From here on several rows a statement are quicker than a prepared statement each. */
const MANY = 16
const ROWS_AT_ONCE = 400

async function putMany(db: Lane['db'], content: EntryContent): Promise<void> {
  for (let at = 0; at < content.writes.length; at += ROWS_AT_ONCE) {
    const writes = content.writes.slice(at, at + ROWS_AT_ONCE)
    await db.insert(entryWrite).values(writes.map((write) => writeRow(content, write)))
    await db
      .insert(registerValue)
      .values(writes.map((write) => valueRow(content, write)))
      .onConflictDoUpdate({ target: [registerValue.machine, registerValue.register], set: EXCLUDED })
  }
}

/** A notice holds 8000 bytes; whoever hears it asks for the whole anyway. */
const MOST_NAMED = 40

function announcementOf(content: EntryContent): Announcement {
  return {
    machine: content.machine,
    entry: content.id,
    seq: content.seq,
    kind: content.kind,
    by: content.person.name,
    setup: content.setup,
    registers: content.writes.slice(0, MOST_NAMED).map((write) => write.register),
  }
}

function writeRow(content: EntryContent, write: EntryWrite): typeof entryWrite.$inferInsert {
  return {
    entry: content.id,
    machine: content.machine,
    register: write.register,
    seq: content.seq,
    operation: content.operation,
    before: write.before,
    after: write.after,
    state: write.state,
    standard: write.standard,
    assembly: write.assembly,
  }
}

function valueRow(content: EntryContent, write: EntryWrite): typeof registerValue.$inferInsert {
  return {
    machine: content.machine,
    register: write.register,
    value: write.after,
    state: write.state,
    entry: content.id,
    at: content.at,
    by: content.person.name,
    standard: write.standard,
    operation: content.operation,
    setup: content.setup,
    seen: content.seen.length > 0,
    assembly: write.assembly,
    provenance: provenanceOf(write),
  }
}
