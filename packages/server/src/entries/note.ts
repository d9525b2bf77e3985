import type { Entry, EntryContent } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { append } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine } from '../ledger/machine.ts'

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
