import { hash, verify } from '@node-rs/argon2'
import { and, eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { pinTry, type person } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'

/** Argon2id with the parameters OWASP gives for 19 MiB; a PIN is short, so wrong tries are counted as well. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }
const TRIES = 5
const LONGEST_LOCK_MINUTES = 15

export const hashPin = (pin: string) => hash(pin, COST)

type PersonRow = typeof person.$inferSelect

/** Where tries are counted together that come from browsers on which this person never signed in. */
const STRANGE = 'strange'

/**
 * Counts a try before anybody looks whether it is right: however many come at once, from however many processes, five in a
 * row are judged and no more. After them comes a pause of a minute, then two, four, eight and fifteen. In a pause nothing is
 * counted, and no row comes back.
 */
const TAKE = `
  INSERT INTO pin_try AS t (person, source, failures) VALUES ($1, $2, 1)
  ON CONFLICT (person, source) DO UPDATE SET
    failures = t.failures + 1,
    locked_until = CASE WHEN (t.failures + 1) % ${TRIES} = 0
      THEN $3::timestamptz + least(${LONGEST_LOCK_MINUTES}, 2 ^ ((t.failures + 1) / ${TRIES} - 1)) * interval '1 minute' END
    WHERE t.locked_until IS NULL OR t.locked_until <= $3::timestamptz
  RETURNING failures`

/**
 * Checks a person's PIN. Browsers on which this person has signed in before count each for itself, all others together: a
 * stranger who types wrong PINs keeps nobody from signing in where they always do.
 * @param device the browser's own mark; null where it has none
 * @throws Problem 401 for a wrong PIN, 429 with the time of the next try in a pause
 */
export async function checkPin({ db, pool }: Connection, who: PersonRow, pin: string, now: string, device: string | null): Promise<void> {
  const known = device
    ? await db
        .select()
        .from(pinTry)
        .where(and(eq(pinTry.person, who.id), eq(pinTry.source, device)))
    : []
  const source = known.length > 0 ? device! : STRANGE
  const own = and(eq(pinTry.person, who.id), eq(pinTry.source, source))
  const { rows } = await pool.query<{ failures: number }>(TAKE, [who.id, source, now])
  if (!rows[0]) {
    const [row] = await db.select().from(pinTry).where(own)
    throw inPause(who.name, row?.lockedUntil ?? now, now)
  }
  if (await verify(who.pinHash, pin)) {
    await db.update(pinTry).set({ failures: 0, lockedUntil: null }).where(own)
    if (device && source === STRANGE) await db.insert(pinTry).values({ person: who.id, source: device }).onConflictDoNothing()
    return
  }
  const { failures } = rows[0]
  if (failures % TRIES === 0) {
    const [row] = await db.select().from(pinTry).where(own)
    if (row?.lockedUntil) throw inPause(who.name, row.lockedUntil, now)
  }
  const left = TRIES - (failures % TRIES)
  throw new Problem(401, 'wrong-pin', `That is not ${who.name}’s PIN. ${left} ${left === 1 ? 'try' : 'tries'} left before a pause.`)
}

/** A lead ends every pause of a person. */
export async function liftPauses({ db }: Connection, person: string): Promise<void> {
  await db.update(pinTry).set({ failures: 0, lockedUntil: null }).where(eq(pinTry.person, person))
}

function inPause(name: string, until: string, now: string): Problem {
  const minutes = Math.max(1, Math.ceil((Date.parse(until) - Date.parse(now)) / 60_000))
  return new Problem(
    429,
    'too-many-attempts',
    `Too many wrong PINs for ${name}. The next try is possible in ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}, or when a lead ends the pause.`,
    { until },
  )
}
