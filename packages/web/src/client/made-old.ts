import type { Announcement, Entry } from '@rook/contract'
import { announcementOf } from '@rook/contract/announcement'
import type { CallName } from '@rook/contract/calls'
import type { Sent } from './call.ts'

const isEntry = (answer: unknown): answer is Entry => typeof answer === 'object' && answer !== null && 'previousHash' in answer

/** What a call changes that is no entry, by what was sent. */
const THINGS: Partial<Record<CallName, (sent: Sent<CallName>) => Announcement[]>> = {
  addMachine: () => [{ kind: 'machine', id: '' }],
  changeMachine: ({ params }) => [{ kind: 'machine', id: (params as { id: string }).id }],
  changeWorkpiece: ({ params }) => [{ kind: 'workpiece', id: (params as { id: string }).id }],
  signHandover: ({ params }) => [{ kind: 'handover', id: (params as { id: string }).id }],
  readHandover: () => [{ kind: 'handover', id: '' }],
  reserve: ({ params }) => [{ kind: 'machine', id: (params as { id: string }).id }],
  // Which machine it was on the live connection says.
  endReservation: () => [],
  addRemark: ({ body }) => [{ kind: 'remark', id: (body as { key: string }).key }],
  withdrawRemark: () => [{ kind: 'remark', id: '' }],
  takeRecord: () => [{ kind: 'plan', id: '' }],
  addPart: () => [{ kind: 'plan', id: '' }],
  changePart: ({ params }) => [{ kind: 'plan', id: (params as { id: string }).id }],
  addOperation: ({ params }) => [{ kind: 'plan', id: (params as { id: string }).id }],
  changeOperation: ({ params }) => [{ kind: 'plan', id: (params as { id: string }).id }],
  addJob: () => [{ kind: 'plan', id: '' }],
  changeJob: ({ params }) => [{ kind: 'plan', id: (params as { id: string }).id }],
  changeTemplate: ({ params }) => [{ kind: 'machine', id: (params as { id: string }).id }],
  addGauge: () => [{ kind: 'gauge', id: '' }],
  changeGauge: ({ params }) => [{ kind: 'gauge', id: (params as { id: string }).id }],
  gaugeEvent: ({ params }) => [{ kind: 'gauge', id: (params as { id: string }).id }],
  addAssembly: ({ body }) => [{ kind: 'assembly', id: (body as { id: string }).id }],
  changeAssembly: ({ params }) => [{ kind: 'assembly', id: (params as { id: string }).id }],
  toolEvent: ({ params }) => [{ kind: 'assembly', id: (params as { id: string }).id }],
  addLoad: ({ params }) => [{ kind: 'assembly', id: (params as { id: string }).id }],
  seeLoads: () => [{ kind: 'assembly', id: '' }],
  mount: () => [{ kind: 'assembly', id: '' }],
  takePresets: () => [{ kind: 'assembly', id: '' }],
  addPerson: () => [{ kind: 'shop', id: 'people' }],
  changePerson: () => [{ kind: 'shop', id: 'people' }],
  resetPin: () => [{ kind: 'shop', id: 'people' }],
  liftPause: () => [{ kind: 'shop', id: 'people' }],
  changeShop: () => [{ kind: 'shop', id: 'shop' }],
}

/** Everything that a call has made old, so that whoever made it sees it at once. */
export function madeOldBy(name: CallName, sent: Sent<CallName>, answer: unknown): Announcement[] {
  const entry = isEntry(answer) ? answer : ((answer as { entry?: Entry | null } | null)?.entry ?? null)
  const ofThing = THINGS[name]?.(sent) ?? []
  if (!entry) return ofThing
  // A readout that was seen is answered with the entry that was seen, which is not the newest.
  const said = announcementOf(entry.content)
  return [...ofThing, name === 'see' ? { ...said, refers: entry.content.id } : said]
}
