import { randomUUID } from 'node:crypto'
import { bareProvenance, parseRegisterKey, registerName } from '@rook/core'
import { CORRECTABLE, type Entry, type EntryWrite } from '@rook/contract'
import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Connection, Queries } from '../db/client.ts'
import { assembly, assemblyEvent, entry, job, registerValue, setup, setupPlan } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { refuseUnlessMayRecord } from '../people/may.ts'
import { append } from './append.ts'
import { BLANK, headingOf, stampOf, type Author } from './author.ts'
import { firstTime, onceOnly, sentBy } from './sending.ts'
import { loadMachine } from './machine.ts'

/**
 * Takes an entry back by a new one that names it and writes what stood before. Only while nothing newer
 * stands in its registers: otherwise the newer entry is the one to correct.
 */
export async function correct(
  connection: Connection,
  target: string,
  { id, reason }: { id: string; reason: string },
  author: Author,
): Promise<Entry> {
  return onceOnly(connection, sentBy(author, 'correct', target, { id, reason }), async (lane) => {
    const [found] = await lane.db.select({ machine: entry.machine }).from(entry).where(eq(entry.id, target))
    if (!found) throw notFound('This entry')
    const machine = await loadMachine(lane, found.machine, true)
    await firstTime(lane)
    const [wrong] = await lane.db.select().from(entry).where(eq(entry.id, target))
    refuseUnlessMayRecord(author.person, wrong!.kind)
    await refuseUnlessLatest(lane.db, wrong!)
    const writes: EntryWrite[] = []
    for (const write of wrong!.content.writes) writes.push(await undone(lane.db, write, target))
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      kind: 'correction',
      title: `Takes back: ${wrong!.content.title}`,
      setup: wrong!.setup,
      operation: wrong!.content.operation,
      step: null,
      writes,
      refers: target,
      reason,
    })
    if (wrong!.content.kind === 'tool-changed') await giveLifeBack(lane.db, target, author)
    if (wrong!.content.kind === 'ended') await reopen(lane.db, wrong!.setup!)
    return { ...appended, correctedBy: null, seen: [] }
  })
}

/** A setup that was ended by mistake goes on, as long as nothing else has taken its slots. */
async function reopen(tx: Queries, id: string): Promise<void> {
  const [own] = await tx.select().from(setupPlan).where(eq(setupPlan.setup, id))
  const others = await tx
    .select({ slots: setupPlan.slots, job: job.number })
    .from(setupPlan)
    .innerJoin(job, eq(job.id, setupPlan.job))
    .where(and(eq(setupPlan.machine, own!.machine), isNull(setupPlan.endedAt)))
  const taken = others.find(({ slots }) => slots.some((slot) => own!.slots.includes(slot)))
  if (taken)
    throw new Problem(409, 'slots-taken', `Job ${taken.job} has been set up in its slots since. Begin this one again when that has ended.`)
  await tx.update(setup).set({ endedAt: null }).where(eq(setup.id, id))
}

/** What happened to a tool is taken back: its life counter stands where it stood, and its history says so. */
async function giveLifeBack(tx: Queries, entryId: string, { person, now }: Author): Promise<void> {
  const [event] = await tx.select().from(assemblyEvent).where(eq(assemblyEvent.entry, entryId))
  if (!event) return
  if (event.amount !== null)
    await tx
      .update(assembly)
      .set({ lifeUsed: sql`${assembly.lifeUsed} + ${event.amount}`, ...stampOf({ person, now }) })
      .where(eq(assembly.id, event.assembly))
  await tx.insert(assemblyEvent).values({
    id: randomUUID(),
    assembly: event.assembly,
    at: now,
    person: person.id,
    kind: 'changed',
    note: `taken back: ${event.kind.replaceAll('-', ' ')}`,
  })
}

type EntryRow = typeof entry.$inferSelect

async function refuseUnlessLatest(tx: Queries, wrong: EntryRow): Promise<void> {
  const { content } = wrong
  if (!CORRECTABLE.includes(content.kind))
    throw new Problem(409, 'not-correctable', 'An entry of this kind cannot be taken back; record what holds now instead.')
  const [already] = await tx
    .select({ content: entry.content })
    .from(entry)
    .where(and(eq(entry.refers, wrong.id), eq(entry.kind, 'correction')))
  if (already) throw new Problem(409, 'already-corrected', `${already.content.person.name} has taken this entry back already.`)
  const registers = content.writes.map(({ register }) => register)
  if (registers.length === 0) return
  const values = await tx
    .select()
    .from(registerValue)
    .where(and(eq(registerValue.machine, wrong.machine), inArray(registerValue.register, registers)))
  const newer = values.find((value) => value.entry !== wrong.id)
  if (newer)
    throw new Problem(
      409,
      'written-since',
      `${registerName(parseRegisterKey(newer.register))} has been written since, by ${newer.by}. Correct that entry, or record the value that holds now.`,
    )
}

/** The write that puts back what stood before, with all that was known of it then. */
async function undone(tx: Queries, write: EntryWrite, target: string): Promise<EntryWrite> {
  const [before] = write.beforeEntry ? await tx.select({ content: entry.content }).from(entry).where(eq(entry.id, write.beforeEntry)) : []
  const known = before?.content.writes.find(({ register }) => register === write.register)
  return {
    ...(known ?? unknownBefore(write, target)),
    name: write.name,
    before: write.after,
    beforeEntry: target,
    after: write.before,
    expanded: null,
  }
}

/** What stood before when no entry says more of it: nothing, or a bare figure. */
function unknownBefore(write: EntryWrite, target: string): EntryWrite {
  return {
    ...write,
    state: write.before === null ? 'unset' : 'set',
    standard: null,
    assembly: null,
    ...bareProvenance(write.beforeEntry ?? target),
  }
}
