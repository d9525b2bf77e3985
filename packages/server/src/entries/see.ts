import { againBecause, readoutNow, type Nm } from '@rook/core'
import type { Entry } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { registerValue } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { append } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { readEntry } from '../ledger/read-entry.ts'
import { onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'

/** Notes that somebody saw one of an entry's readouts on the control. Answers with the entry that was seen. */
export async function see(
  connection: Connection,
  target: string,
  { id, key }: { id: string; key: string },
  author: Author,
): Promise<Entry> {
  await onceOnly(connection, sentBy(author, 'see', target, { id, key }), async (lane) => {
    const known = await readEntry(lane.db, target)
    if (!known) throw notFound('This entry')
    const { content } = known
    if (!content.readouts.some((readout) => readout.key === key))
      throw new Problem(422, 'readout-unknown', 'This entry has no such readout.')
    if (known.correctedBy) throw new Problem(409, 'already-corrected', 'This entry has been taken back; its readout says nothing now.')
    const machine = await loadMachine(lane, content.machine, true)
    const scene = await loadScene(lane, machine, content.setup, author.now, 'read')
    const again = againBecause(content.writes, scene)
    if (again) throw new Problem(409, 'measure-again', `${again}: what the control shows says nothing until it is measured again.`)
    // What it was worked out with may have been measured anew: it is seen at the figure that holds now.
    const readouts = content.readouts
      .filter((readout) => readout.key === key)
      .map(({ terms, ...readout }) => ({ ...readout, value: readoutNow(readout.value, terms, scene.standing) as Nm }))
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      kind: 'seen',
      title: `Seen on the control: ${content.title}`,
      setup: content.setup,
      operation: content.operation,
      readouts,
      seen: [key],
      refers: target,
    })
    await lane.db
      .update(registerValue)
      .set({ seen: true })
      .where(and(eq(registerValue.machine, content.machine), eq(registerValue.entry, target)))
    return { ...appended, correctedBy: null, seen: [key] }
  })
  return (await readEntry(connection.db, target))!
}
