import { createHash } from 'node:crypto'
import { chained, type Json } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import { eq, sql } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { entry, entryWrite, machineHead, registerValue } from '../db/schema.ts'

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
  return createHash('sha256').update(chained(previousHash, content as unknown as Json)).digest('hex')
}

/**
 * The one door to the ledger: appends an entry, writes the present values that follow from it, moves the
 * machine's chain on and announces it. Has to run inside a transaction that has locked `head`; all of it
 * becomes visible at its commit or none of it ever does.
 */
export async function append(
  tx: Queries,
  head: Head,
  content: Omit<EntryContent, 'seq'>,
): Promise<Appended> {
  const full: EntryContent = { ...content, seq: head.seq + 1 }
  const hash = hashOf(head.hash, full)
  await tx.insert(entry).values({
    id: full.id,
    machine: full.machine,
    seq: full.seq,
    kind: full.kind,
    at: full.at,
    person: full.person.id,
    setup: full.setup,
    step: full.step,
    refers: full.refers,
    content: full,
    hash,
    previousHash: head.hash,
  })
  if (full.writes.length > 0) {
    await tx.insert(entryWrite).values(full.writes.map((write) => writeRow(full, write)))
    await tx
      .insert(registerValue)
      .values(full.writes.map((write) => valueRow(full, write)))
      .onConflictDoUpdate({ target: [registerValue.machine, registerValue.register], set: EXCLUDED })
  }
  await tx
    .update(machineHead)
    .set({
      seq: full.seq,
      hash,
      ...(full.kind === 'homed' ? { homedAt: full.at } : {}),
      ...(full.kind === 'powered' ? { poweredAt: full.at } : {}),
    })
    .where(eq(machineHead.machine, full.machine))
  await tx.execute(sql`SELECT pg_notify(${CHANNEL}, ${JSON.stringify(announcementOf(full))})`)
  return { content: full, hash, previousHash: head.hash }
}

function announcementOf(content: EntryContent): Announcement {
  return {
    machine: content.machine,
    entry: content.id,
    seq: content.seq,
    kind: content.kind,
    by: content.person.name,
    setup: content.setup,
    registers: content.writes.map((write) => write.register),
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
  }
}

const EXCLUDED = {
  value: sql`excluded.value`,
  state: sql`excluded.state`,
  entry: sql`excluded.entry`,
  at: sql`excluded.at`,
  by: sql`excluded.by`,
  standard: sql`excluded.standard`,
  operation: sql`excluded.operation`,
  setup: sql`excluded.setup`,
  seen: sql`excluded.seen`,
  assembly: sql`excluded.assembly`,
}
