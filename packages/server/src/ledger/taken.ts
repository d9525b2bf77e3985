import type { Taken } from '@rook/contract'
import { eq, inArray } from 'drizzle-orm'
import { person, taken } from '../base/db/schema.ts'
import type { Lane } from '../base/db/transaction.ts'

/** What was taken under these ids; the ones that nobody took are not there. */
export async function takenBy({ db }: Pick<Lane, 'db'>, ids: readonly string[]): Promise<Map<string, Taken>> {
  if (ids.length === 0) return new Map()
  const rows = await db
    .select({ row: taken, by: person.name })
    .from(taken)
    .innerJoin(person, eq(person.id, taken.person))
    .where(inArray(taken.id, [...ids]))
  return new Map(
    rows.map(({ row: { id, machine, at, what, positions, gauge, slot, tool }, by }) => [
      id,
      { id, machine, at, by, what, positions, gauge, slot, tool },
    ]),
  )
}
