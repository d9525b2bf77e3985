import type { RecordBody } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { person } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { checkPin } from '../sign-in/pin.ts'
import type { Author } from '../base/author.ts'

export interface Released {
  person: { id: string; name: string }
  reason: string
}

type Release = NonNullable<RecordBody['release']>

/**
 * Does something that a stop may hold up. Only when one does, the release that was sent with it is judged, and the thing is
 * done again with it: nobody can try PINs where there is nothing to release.
 */
export async function withRelease<T>(
  connection: Connection,
  release: Release | null,
  author: Author,
  attempt: (released: Released | null) => Promise<T>,
): Promise<T> {
  try {
    return await attempt(null)
  } catch (error) {
    if (!release || !(error instanceof Problem) || error.code !== 'stopped') throw error
    return attempt(await verifyRelease(connection, release, author))
  }
}

/** Makes sure that it is a lead who lets an entry pass, by their own PIN. */
async function verifyRelease(connection: Connection, release: Release, { now, device }: Author): Promise<Released> {
  const [lead] = await connection.db.select().from(person).where(eq(person.id, release.person))
  if (!lead || lead.role !== 'lead' || lead.leftAt !== null) throw new Problem(403, 'lead-only', 'Only a lead can release a stop.')
  await checkPin(connection, lead, release.pin, now, device)
  return { person: { id: lead.id, name: lead.name }, reason: release.reason }
}
