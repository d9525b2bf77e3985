import type { Entry, EntryContent } from '@rook/contract'
import type { Connection } from '../db/client.ts'
import { refuseUnlessMayRecord } from '../people/may.ts'
import { append } from './append.ts'
import { BLANK, headingOf, type Author } from './author.ts'
import { firstTime, onceOnly, sentBy } from './sending.ts'
import { loadMachine } from './machine.ts'

type Said = Pick<EntryContent, 'kind' | 'title' | 'reason'> & Partial<Pick<EntryContent, 'setup' | 'operation' | 'step' | 'agreed'>>

/** Appends an entry without a figure: homed, switched on, a step confirmed or skipped. */
export async function note(connection: Connection, machineId: string, id: string, said: Said, author: Author): Promise<Entry> {
  refuseUnlessMayRecord(author.person, said.kind)
  return onceOnly(connection, sentBy(author, said.kind, machineId, { id, ...said }), async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    await firstTime(lane)
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      ...said,
    })
    return { ...appended, correctedBy: null, seen: [] }
  })
}
