import type { RecordBody } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Database } from '../db/client.ts'
import { person } from '../db/schema.ts'
import { Problem } from '../http/problem.ts'
import { checkPin } from '../people/pin.ts'

export interface Released {
  person: { id: string; name: string }
  reason: string
}

/** Makes sure that it is a lead who lets an entry pass, by their own PIN. */
export async function verifyRelease(db: Database, release: NonNullable<RecordBody['release']>, now: string): Promise<Released> {
  const [lead] = await db.select().from(person).where(eq(person.id, release.person))
  if (!lead || lead.role !== 'lead') throw new Problem(403, 'lead-only', 'Only a lead can release a stop.')
  await checkPin(db, lead, release.pin, now)
  return { person: { id: lead.id, name: lead.name }, reason: release.reason }
}
