import { hash, verify } from '@node-rs/argon2'
import { eq, sql } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { person } from '../db/schema.ts'
import { Problem } from '../http/problem.ts'

/** Argon2id with the parameters OWASP gives for 19 MiB; a short PIN needs the lock-out besides. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }
const TRIES = 5
const LONGEST_LOCK_MINUTES = 15

export const hashPin = (pin: string) => hash(pin, COST)

type PersonRow = typeof person.$inferSelect

/**
 * Checks a person's PIN. After five wrong ones in a row the person is locked out for a minute, then two,
 * four, eight and fifteen; the count is in the database, so all servers and tablets share it.
 * @throws Problem 401 for a wrong PIN, 429 with the time of the next try while locked out
 */
export async function checkPin(db: Queries, who: PersonRow, pin: string, now: string): Promise<void> {
  refuseWhileLocked(who, now)
  if (await verify(who.pinHash, pin)) {
    if (who.failures > 0) await db.update(person).set({ failures: 0, lockedUntil: null }).where(eq(person.id, who.id))
    return
  }
  const [row] = await db
    .update(person)
    .set({ failures: sql`${person.failures} + 1` })
    .where(eq(person.id, who.id))
    .returning({ failures: person.failures })
  const failures = row?.failures ?? 1
  if (failures % TRIES === 0) {
    const minutes = Math.min(LONGEST_LOCK_MINUTES, 2 ** (failures / TRIES - 1))
    const lockedUntil = new Date(Date.parse(now) + minutes * 60_000).toISOString()
    await db.update(person).set({ lockedUntil }).where(eq(person.id, who.id))
    refuseWhileLocked({ ...who, lockedUntil }, now)
  }
  const left = TRIES - (failures % TRIES)
  throw new Problem(401, 'wrong-pin', `That is not ${who.name}’s PIN. ${left} ${left === 1 ? 'try' : 'tries'} left before a pause.`)
}

function refuseWhileLocked({ lockedUntil, name }: Pick<PersonRow, 'lockedUntil' | 'name'>, now: string): void {
  if (!lockedUntil || lockedUntil <= now) return
  const minutes = Math.ceil((Date.parse(lockedUntil) - Date.parse(now)) / 60_000)
  throw new Problem(
    429,
    'too-many-attempts',
    `Too many wrong PINs for ${name}. The next try is possible in ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}.`,
    { until: lockedUntil },
  )
}
