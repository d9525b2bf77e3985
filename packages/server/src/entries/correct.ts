import { randomUUID } from 'node:crypto'
import { bareProvenance, provenanceOf, type Nm } from '@rook/core'
import { CORRECTABLE, type Entry, type EntryWrite } from '@rook/contract'
import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { assembly, assemblyEvent, entry, job, registerValue, setup, setupPlan, type entryWrite } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { giveEdgesBack } from '../assemblies/edges-used.ts'
import { takeCalibrationBack } from '../gauges/events.ts'
import { append, type Finder } from '../ledger/append.ts'
import { stampOf, type Author } from '../base/author.ts'
import { BLANK, headingOf, OF_RECORD } from '../ledger/heading.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine } from '../ledger/machine.ts'

/**
 * Takes an entry back by a new one that names it. Each of its registers is given back to the entry that found what stood before,
 * with that entry's moment, author and setup, and whether it was seen; or it is unset again. Only while nothing newer stands in
 * them: otherwise the newer entry is the one to correct.
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
    const before = await foundBefore(lane, wrong!)
    const appended = await append(
      lane,
      machine.head,
      {
        ...BLANK,
        ...(await headingOf(lane, author, id, machine)),
        kind: 'correction',
        title: `Takes back: ${wrong!.content.title}`,
        setup: wrong!.setup,
        operation: wrong!.content.operation,
        step: null,
        writes: wrong!.content.writes.map((write) => undone(write, before.get(write.register), target)),
        refers: target,
        reason,
      },
      [...before.values()],
    )
    if (wrong!.content.kind === 'tool-changed') await giveLifeBack(lane.db, target, author)
    if (wrong!.content.kind === 'counted') await giveEdgesBack(lane.db, target, author)
    if (wrong!.content.kind === 'calibration') await takeCalibrationBack(lane, target, author)
    if (wrong!.content.kind === 'ended') await reopen(lane.db, wrong!.setup!, author)
    return { ...appended, correctedBy: null, seen: [] }
  })
}

/** A setup that was ended by mistake goes on, as long as nothing else has taken its slots. */
async function reopen(tx: Queries, id: string, author: Author): Promise<void> {
  const [own] = await tx.select().from(setupPlan).where(eq(setupPlan.setup, id))
  const others = await tx
    .select({ slots: setupPlan.slots, job: job.number })
    .from(setupPlan)
    .innerJoin(job, eq(job.id, setupPlan.job))
    .where(and(eq(setupPlan.machine, own!.machine), isNull(setupPlan.endedAt)))
  const taken = others.find(({ slots }) => slots.some((slot) => own!.slots.includes(slot)))
  if (taken)
    throw new Problem(409, 'slots-taken', `Job ${taken.job} has been set up in its slots since. Begin this one again when that has ended.`)
  await tx
    .update(setup)
    .set({ endedAt: null, ...stampOf(author) })
    .where(eq(setup.id, id))
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
  if (content.routine === OF_RECORD)
    throw new Problem(
      409,
      'not-correctable',
      'The machine’s record was put right by this. Measure these figures again, or put the record right once more.',
    )
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
      `${content.writes.find(({ register }) => register === newer.register)!.name} has been written since, by ${newer.by}. Correct that entry, or record the value that holds now.`,
    )
}

type Found = Finder & Pick<typeof entryWrite.$inferSelect, 'after' | 'state' | 'standard' | 'assembly' | 'provenance'>

const FOUND_BEFORE = `
  SELECT w.register, w.entry, w.at, w."by", w.operation, w.setup, w.after, w.state, w.standard, w.assembly, w.provenance,
    w.seen OR EXISTS (SELECT FROM entry s WHERE s.refers = w.entry AND s.kind = 'seen') AS seen
  FROM unnest($2::text[]) AS own(register) CROSS JOIN LATERAL (
    SELECT * FROM entry_write one
    WHERE one.machine = $1 AND one.register = own.register AND one.entry <> $3::uuid AND one.kind <> 'correction'
      AND NOT EXISTS (SELECT FROM entry c WHERE c.refers = one.entry AND c.kind = 'correction')
    ORDER BY one.seq DESC LIMIT 1) w`

/** The newest finding below an entry in each of its registers, of those that nobody has taken back. */
async function foundBefore({ client }: Lane, { id, machine, content }: EntryRow): Promise<Map<string, Found>> {
  const registers = content.writes.map(({ register }) => register)
  if (registers.length === 0) return new Map()
  const { rows } = await client.query<Omit<Found, 'at' | 'after'> & { at: Date; after: string | null }>({
    name: 'found-before',
    text: FOUND_BEFORE,
    values: [machine, registers, id],
  })
  return new Map(
    rows.map((row) => [
      row.register,
      { ...row, at: row.at.toISOString(), after: (row.after === null ? null : Number(row.after)) as Nm | null },
    ]),
  )
}

/** The write that gives a register back: the figure that stood before, with all that was known of it. */
function undone(write: EntryWrite, found: Found | undefined, target: string): EntryWrite {
  const { state, standard, assembly } = found ?? unknownBefore(write)
  return {
    register: write.register,
    name: write.name,
    before: write.after,
    beforeEntry: target,
    after: found ? found.after : write.before,
    state,
    standard,
    expanded: null,
    assembly,
    ...(found ? provenanceOf(found.provenance) : bareProvenance(write.beforeEntry ?? target)),
  }
}

/** What stood before when no entry found it: nothing, or a bare figure. */
const unknownBefore = ({ before }: EntryWrite) => ({ state: before === null ? 'unset' : 'set', standard: null, assembly: null }) as const
