import { parseRegisterKey, registerName, type RegisterKey } from '@rook/core'
import type { Between } from '@rook/contract'
import { and, desc, eq, gt } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { entry, entryWrite } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'

type Basis = Readonly<Record<RegisterKey, string | null>>

/**
 * Refuses a write whose register somebody else has written since: the loser is told who, what and when.
 * @param basis the entry that the writer believes is each register's latest; null for never written
 * @param latest the entry that is
 */
export async function refuseIfMovedOn(
  db: Queries,
  machine: string,
  registers: RegisterKey[],
  basis: Basis,
  latest: (register: RegisterKey) => string | null,
): Promise<void> {
  const moved = registers.filter((register) => (basis[register] ?? null) !== latest(register))
  if (moved.length === 0) return
  // One after the other: a transaction's connection takes one question at a time.
  const between: Between[] = []
  for (const register of moved) between.push(...(await sinceThen(db, machine, register, basis[register] ?? null)))
  const [last] = between
  const nameOf = (register: RegisterKey) =>
    between.find((one) => one.register === register)?.name ?? registerName(parseRegisterKey(register))
  const names = moved.map(nameOf).join(' and ')
  const who = last ? `${last.by} wrote ${last.name}` : 'Somebody wrote it'
  throw new Problem(
    409,
    'register-moved-on',
    `${names} has been written since you opened this. ${who} in between. Nothing of yours was recorded; your figures are kept.`,
    { between },
  )
}

async function sinceThen(db: Queries, machine: string, register: RegisterKey, basis: string | null): Promise<Between[]> {
  const [known] = basis
    ? await db
        .select({ seq: entry.seq })
        .from(entry)
        .where(and(eq(entry.id, basis), eq(entry.machine, machine)))
    : []
  const rows = await db
    .select({ write: entryWrite, content: entry.content })
    .from(entryWrite)
    .innerJoin(entry, eq(entry.id, entryWrite.entry))
    .where(and(eq(entryWrite.machine, machine), eq(entryWrite.register, register), gt(entryWrite.seq, known?.seq ?? 0)))
    .orderBy(desc(entryWrite.seq))
    .limit(5)
  return rows.map(({ write, content }) => ({
    entry: write.entry,
    seq: write.seq,
    at: content.at,
    by: content.person.name,
    title: content.title,
    register,
    // As it was called when it was written.
    name: content.writes.find((one) => one.register === register)?.name ?? registerName(parseRegisterKey(register)),
    after: write.after,
  }))
}
