import { randomUUID } from 'node:crypto'
import { api, type Person, type PersonRecord, type Session } from '@rook/contract'
import { and, asc, eq, isNull, max, ne } from 'drizzle-orm'
import type { Express } from 'express'
import { rateLimit } from 'express-rate-limit'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { person, pinTry } from '../base/db/schema.ts'
import { markDevice } from '../base/http/device.ts'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { loadShop } from '../shop/shop.ts'
import { checkPin, hashPin, liftPauses } from '../sign-in/pin.ts'
import { endSessions, renew, signOut } from '../sign-in/sessions.ts'

const NAMES = { id: person.id, name: person.name, role: person.role }

/** Enough for a whole shop behind one address at shift change, too few to try PINs by the thousand. */
export const pinRate = rateLimit({
  windowMs: 60_000,
  limit: 240,
  standardHeaders: true,
  legacyHeaders: false,
  validate: { trustProxy: false },
  handler: () => {
    throw new Problem(429, 'too-many-attempts', 'Too many PINs from here. Wait a minute and try again.')
  },
})

export function peopleRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.people, async () => ({
    shop: await loadShop(connection),
    people: await db.select(NAMES).from(person).where(isNull(person.leftAt)).orderBy(asc(person.name)),
  }))

  serve(app, api.personRecords, () => loadRecords(db))

  serve(app, api.addPerson, async ({ body, author }) => {
    const added: Person = { id: randomUUID(), name: body.name, role: body.role }
    const rows = await db
      .insert(person)
      .values({ ...added, pinHash: await hashPin(body.pin), ...stampOf(author) })
      .onConflictDoNothing()
      .returning(NAMES)
    if (!rows[0]) throw nameTaken(body.name)
    await announce(connection.pool, { kind: 'shop', id: 'people' })
    return rows[0]
  })

  serve(app, api.changePerson, async ({ params, body, author }) => {
    await inTransaction(connection, async ({ db: tx, client }) => {
      const [who] = await tx.select().from(person).where(eq(person.id, params.id)).for('no key update')
      if (!who) throw notFound('This person')
      const staysLead = body.role === 'lead' && !body.gone
      if (who.role === 'lead' && who.leftAt === null && !staysLead) await refuseWithoutLead(tx, who.id)
      const [other] = await tx
        .select(NAMES)
        .from(person)
        .where(and(eq(person.name, body.name), ne(person.id, who.id), isNull(person.leftAt)))
      if (other && !body.gone) throw nameTaken(body.name)
      const leftAt = body.gone ? (who.leftAt ?? author.now) : null
      await tx
        .update(person)
        .set({ name: body.name, role: body.role, leftAt, ...stampOf(author) })
        .where(eq(person.id, who.id))
      await announce(client, { kind: 'shop', id: 'people' })
    })
    await endSessions(connection, params.id)
    return loadRecord(db, params.id)
  })

  serve(app, api.resetPin, async ({ params, body, author }) => {
    const rows = await db
      .update(person)
      .set({ pinHash: await hashPin(body.pin), ...stampOf(author) })
      .where(eq(person.id, params.id))
      .returning(NAMES)
    if (!rows[0]) throw notFound('This person')
    await liftPauses(connection, params.id)
    await endSessions(connection, params.id)
    return loadRecord(db, params.id)
  })

  serve(app, api.liftPause, async ({ params }) => {
    await liftPauses(connection, params.id)
    return loadRecord(db, params.id)
  })

  app.put(api.changeOwnPin.path, pinRate)
  serve(app, api.changeOwnPin, async ({ body, author, request }) => {
    const [who] = await db.select().from(person).where(eq(person.id, author.person.id))
    if (!who) throw notFound('This person')
    await checkPin(connection, who, body.old, author.now, author.device)
    await db
      .update(person)
      .set({ pinHash: await hashPin(body.pin), ...stampOf(author) })
      .where(eq(person.id, who.id))
    await endSessions(connection, who.id, request.sessionID)
    return null
  })

  app.post(api.signIn.path, pinRate)
  serve(app, api.signIn, async ({ body, request, response, author }) => {
    const [who] = await db.select().from(person).where(eq(person.id, body.person))
    if (!who || who.leftAt !== null) throw new Problem(401, 'wrong-pin', 'This name is not on the list any more. Pick yours again.')
    // The mark is given before: a right PIN makes this browser one of the person's own.
    await checkPin(connection, who, body.pin, author.now, markDevice(request, response))
    const known: Person = { id: who.id, name: who.name, role: who.role }
    await renew(request, known)
    return { person: known, shop: await loadShop(connection) } satisfies Session
  })

  serve(app, api.session, async ({ request }) => {
    const known = request.session.person
    return known ? { person: known, shop: await loadShop(connection) } : null
  })

  serve(app, api.signOut, async ({ request, response }) => {
    await signOut(connection, request)
    response.clearCookie('rook')
    return null
  })
}

export const nameTaken = (name: string) =>
  new Problem(409, 'name-taken', `There is a ${name} already. Add an initial, so that entries can be told apart.`)

/** Somebody must be left who can let people in. */
async function refuseWithoutLead(tx: Queries, leaving: string): Promise<void> {
  const others = await tx
    .select(NAMES)
    .from(person)
    .where(and(eq(person.role, 'lead'), isNull(person.leftAt), ne(person.id, leaving)))
    .for('no key update')
  if (others.length === 0) throw new Problem(409, 'last-lead', 'This is the only lead. Make somebody else a lead first.')
}

async function loadRecords(db: Queries): Promise<PersonRecord[]> {
  const rows = await db
    .select({ ...NAMES, leftAt: person.leftAt, pausedUntil: max(pinTry.lockedUntil) })
    .from(person)
    .leftJoin(pinTry, eq(pinTry.person, person.id))
    .groupBy(person.id)
    .orderBy(asc(person.name))
  return rows
}

async function loadRecord(db: Queries, id: string): Promise<PersonRecord> {
  const record = (await loadRecords(db)).find((one) => one.id === id)
  if (!record) throw notFound('This person')
  return record
}
