import type { Entry } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client.ts'
import { registerValue } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { append } from './append.ts'
import { BLANK, headingOf, type Author } from './author.ts'
import { readEntry } from './read-entry.ts'
import { onceOnly } from './record.ts'
import { loadMachine } from './scene.ts'

/** Notes that somebody saw one of an entry's readouts on the control. Answers with the entry that was seen. */
export async function see(db: Database, target: string, { id, key }: { id: string; key: string }, author: Author): Promise<Entry> {
  await onceOnly(db, id, async (tx) => {
    const known = await readEntry(tx, target)
    if (!known) throw notFound('This entry')
    const { content } = known
    if (!content.readouts.some((readout) => readout.key === key))
      throw new Problem(422, 'readout-unknown', 'This entry has no such readout.')
    if (known.correctedBy) throw new Problem(409, 'already-corrected', 'This entry has been taken back; its readout says nothing now.')
    const machine = await loadMachine(tx, content.machine, true)
    const appended = await append(tx, machine.head, {
      ...BLANK,
      ...(await headingOf(tx, author, id, content.machine)),
      kind: 'seen',
      title: `Seen on the control: ${content.title}`,
      setup: content.setup,
      operation: content.operation,
      readouts: content.readouts.filter((readout) => readout.key === key),
      seen: [key],
      refers: target,
    })
    await tx
      .update(registerValue)
      .set({ seen: true })
      .where(and(eq(registerValue.machine, content.machine), eq(registerValue.entry, target)))
    return { ...appended, correctedBy: null, seen: [key] }
  })
  return (await readEntry(db, target))!
}

