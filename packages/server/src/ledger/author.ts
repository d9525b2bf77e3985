import { shiftAt } from '@rook/core'
import type { EntryContent, Person } from '@rook/contract'
import type { Lane } from '../db/lane.ts'
import { loadShop } from '../shop/shop.ts'

/** Who makes an entry, and when: from the session and the server's clock, never from the body. */
export interface Author {
  person: Person
  now: string
}

type Heading = Pick<EntryContent, 'id' | 'machine' | 'at' | 'person' | 'shift'>
type Blank = Omit<EntryContent, keyof Heading | 'seq' | 'kind' | 'title'>

/** What every entry begins with. */
export async function headingOf({ statements }: Lane, { person, now }: Author, id: string, machine: string): Promise<Heading> {
  const shop = await loadShop(statements)
  return {
    id,
    machine,
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
