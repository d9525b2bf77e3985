import { shiftAt } from '@rook/core'
import type { EntryContent, Person } from '@rook/contract'
import type { Lane } from '../db/transaction.ts'
import type { Machine } from './machine.ts'

/** Who makes an entry, and when: from the session and the server's clock, never from the body. */
export interface Author {
  person: Person
  now: string
  /** The browser’s own mark, by which wrong PINs are counted; null where it has none. */
  device: string | null
}

type Heading = Pick<EntryContent, 'id' | 'machine' | 'at' | 'person' | 'shift'>
type Blank = Omit<EntryContent, keyof Heading | 'seq' | 'kind' | 'title'>

/** What a row says of who changed it, so that its edition says it too. */
export const stampOf = ({ person, now }: Pick<Author, 'person' | 'now'>) => ({ changedAt: now, changedBy: person.id })

/** What every entry begins with. */
export async function headingOf(lane: Lane, { person, now }: Author, id: string, { record, versions }: Machine): Promise<Heading> {
  const shop = await lane.kept.shop(lane.client, versions)
  return {
    id,
    machine: record.id,
    at: now,
    person: { id: person.id, name: person.name, role: person.role },
    shift: shiftAt(shop.shifts, shop.timeZone, now),
  }
}

/** An entry with nothing in it yet. */
export const BLANK: Blank = {
  setup: null,
  operation: null,
  step: null,
  routine: null,
  inputs: null,
  agreed: [],
  working: null,
  drawing: null,
  writes: [],
  findings: [],
  readouts: [],
  seen: [],
  gauges: [],
  release: null,
  refers: null,
  reason: null,
}
