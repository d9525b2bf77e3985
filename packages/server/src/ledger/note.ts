import type { Entry, EntryContent } from '@rook/contract'
import type { Database } from '../db/client.ts'
import { append } from './append.ts'
import { BLANK, headingOf, type Author } from './author.ts'
import { onceOnly } from './record.ts'
import { loadMachine } from './scene.ts'

type Said = Pick<EntryContent, 'kind' | 'title' | 'reason'> & Partial<Pick<EntryContent, 'setup' | 'operation' | 'step'>>

/** Appends an entry without a figure: homed, switched on, a step confirmed or skipped. */
export async function note(db: Database, machineId: string, id: string, said: Said, author: Author): Promise<Entry> {
  return onceOnly(db, id, async (tx) => {
    const machine = await loadMachine(tx, machineId, true)
    const appended = await append(tx, machine.head, {
      ...BLANK,
      ...(await headingOf(tx, author, id, machineId)),
      ...said,
    })
    return { ...appended, correctedBy: null, seen: [] }
  })
}
