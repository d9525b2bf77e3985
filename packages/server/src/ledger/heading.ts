import { shiftAt } from '@rook/core'
import type { EntryContent } from '@rook/contract'
import type { Author } from '../base/author.ts'
import type { Lane } from '../base/db/transaction.ts'
import type { Machine } from './machine.ts'

type Heading = Pick<EntryContent, 'id' | 'machine' | 'at' | 'person' | 'shift'>
type Blank = Omit<EntryContent, keyof Heading | 'seq' | 'kind' | 'title'>

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

/**
 * Marks an entry made because a machine’s record was put right: while the record stands as it is, what it marked is not good again by
 * taking the entry back.
 */
export const OF_RECORD = 'machine-record'
