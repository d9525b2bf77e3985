import type { Entry, EntryContent } from '@rook/contract'
import type { Connection } from '../db/client.ts'
import { append } from './append.ts'
import { BLANK, headingOf, type Author } from './author.ts'
import { onceOnly } from './record.ts'
import { loadMachine } from './scene.ts'

type Said = Pick<EntryContent, 'kind' | 'title' | 'reason'> & Partial<Pick<EntryContent, 'setup' | 'operation' | 'step'>>

/** Appends an entry without a figure: homed, switched on, a step confirmed or skipped. */
export async function note(connection: Connection, machineId: string, id: string, said: Said, author: Author): Promise<Entry> {
  return onceOnly(connection, id, async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machineId)),
      ...said,
    })
    return { ...appended, correctedBy: null, seen: [] }
  })
}
