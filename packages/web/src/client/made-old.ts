import type { Announcement, Entry } from '@rook/contract'
import { announcementOf } from '@rook/contract/announcement'
import { CALLS, type Call, type CallName, type Thing } from '@rook/contract/calls'
import type { Sent } from './call.ts'

const isEntry = (answer: unknown): answer is Entry => typeof answer === 'object' && answer !== null && 'previousHash' in answer

/** Everything that a call has made old, so that whoever made it sees it at once. */
export function madeOldBy(name: CallName, sent: Sent<CallName>, answer: unknown): Announcement[] {
  const entry = isEntry(answer) ? answer : ((answer as { entry?: Entry | null } | null)?.entry ?? null)
  const ofThing = changedBy(CALLS[name], sent)
  if (!entry) return ofThing
  // A readout that was seen is answered with the entry that was seen, which is not the newest.
  const said = announcementOf(entry.content)
  return [...ofThing, name === 'see' ? { ...said, refers: entry.content.id } : said]
}

function changedBy(call: Call, { params, body }: Sent<CallName>): Announcement[] {
  if (call.method === 'get') return []
  const { id: path = '' } = (params ?? {}) as { id?: string }
  const { id = '', key = '' } = (body ?? {}) as { id?: string; key?: string }
  const which = { path, id, key, unsaid: '' }
  return Object.entries(call.changes).map(([kind, said]) => ({ kind: kind as Thing, id: which[said] }))
}
