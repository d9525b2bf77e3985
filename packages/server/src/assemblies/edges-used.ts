import { beginsLife } from '@rook/core'
import type { EntryContent } from '@rook/contract'
import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import { stampOf, type Author } from '../base/author.ts'
import type { Queries } from '../base/db/client.ts'
import { assembly, assemblyEvent } from '../base/db/schema.ts'

type Event = typeof assemblyEvent.$inferSelect

/** The edges that an entry's parts were cut with are used by as many. Tools are locked in one order, whoever counts. */
export async function useEdges(db: Queries, { id, machine, parts }: EntryContent, amount: number, author: Author): Promise<void> {
  const edges = [...(parts?.edges ?? [])].sort((one, other) => (one.assembly < other.assembly ? -1 : 1))
  for (const { assembly: tool, number } of edges) {
    await db.insert(assemblyEvent).values({
      ...{
        id: randomUUID(),
        assembly: tool,
        at: author.now,
        person: author.person.id,
        kind: 'used' as const,
        note: 'counted with the parts',
      },
      ...{ amount, machine, number, entry: id },
    })
    await changeUsed(db, tool, amount, author)
  }
}

/** Parts that did not count after all did not use an edge up; one that has begun a new life since owes nothing of the old one. */
export async function giveEdgesBack(db: Queries, entryId: string, { person, now }: Author): Promise<void> {
  const events = await db.select().from(assemblyEvent).where(eq(assemblyEvent.entry, entryId)).orderBy(asc(assemblyEvent.assembly))
  for (const event of events) {
    if (event.kind !== 'used' || event.amount === null) continue
    await db.select().from(assembly).where(eq(assembly.id, event.assembly)).for('no key update')
    const begun = await hasBegunSince(db, event)
    if (!begun) await changeUsed(db, event.assembly, -event.amount, { person, now })
    await db.insert(assemblyEvent).values({
      ...{ id: randomUUID(), assembly: event.assembly, at: now, person: person.id, kind: 'changed' as const },
      note: `taken back: ${event.amount} counted with the parts${begun ? '; its edge has begun anew since, which counts on' : ''}`,
    })
  }
}

async function hasBegunSince(db: Queries, { assembly: tool, at }: Event): Promise<boolean> {
  const later = await db
    .select({ kind: assemblyEvent.kind })
    .from(assemblyEvent)
    .where(and(eq(assemblyEvent.assembly, tool), gt(assemblyEvent.at, at), inArray(assemblyEvent.kind, BEGIN)))
    .limit(1)
  return later.length > 0
}

const BEGIN = (['insert-changed', 'reground', 'broken', 'life-reset'] as const).filter((kind) => beginsLife(kind))

const changeUsed = (db: Queries, tool: string, by: number, author: Pick<Author, 'now' | 'person'>) =>
  db
    .update(assembly)
    .set({ lifeUsed: sql`greatest(0, ${assembly.lifeUsed} + ${by})`, ...stampOf(author) })
    .where(eq(assembly.id, tool))
