import { randomUUID } from 'node:crypto'
import { api, type Person, type Session } from '@rook/contract'
import { asc, eq } from 'drizzle-orm'
import type { Express, Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import type { Connection } from '../db/client.ts'
import { person } from '../db/schema.ts'
import { Problem } from '../http/problem.ts'
import { serve } from '../http/serve.ts'
import { loadShop } from '../shop/shop.ts'
import { checkPin, hashPin } from './pin.ts'

const NAMES = { id: person.id, name: person.name, role: person.role }

/** Enough for a whole shop behind one address at shift change, too few to try PINs by the thousand. */
const signInRate = rateLimit({
  windowMs: 60_000,
  limit: 240,
  standardHeaders: true,
  legacyHeaders: false,
  handler: () => {
    throw new Problem(429, 'too-many-attempts', 'Too many sign-ins from here. Wait a minute and try again.')
  },
})

export function peopleRoutes(app: Express, { db, statements }: Connection, clock: () => string): void {
  serve(app, api.people, async () => ({
    shop: await loadShop(statements),
    people: await db.select(NAMES).from(person).orderBy(asc(person.name)),
  }))

  serve(app, api.addPerson, async ({ body }) => {
    const added: Person = { id: randomUUID(), name: body.name, role: body.role }
    const rows = await db
      .insert(person)
      .values({ ...added, pinHash: await hashPin(body.pin) })
      .onConflictDoNothing()
      .returning(NAMES)
    if (!rows[0])
      throw new Problem(409, 'name-taken', `There is a ${body.name} already. Add an initial, so that entries can be told apart.`)
    return rows[0]
  })

  app.post(api.signIn.path, signInRate)
  serve(app, api.signIn, async ({ body, request }) => {
    const [who] = await db.select().from(person).where(eq(person.id, body.person))
    if (!who) throw new Problem(401, 'wrong-pin', 'This name is not on the list any more. Pick yours again.')
    await checkPin(db, who, body.pin, clock())
    const known: Person = { id: who.id, name: who.name, role: who.role }
    await renew(request, known)
    return { person: known, shop: await loadShop(statements) } satisfies Session
  })

  serve(app, api.session, async ({ request }) => {
    const known = request.session.person
    return known ? { person: known, shop: await loadShop(statements) } : null
  })

  serve(app, api.signOut, async ({ request, response }) => {
    await new Promise<void>((resolve, reject) => request.session.destroy((error) => (error ? reject(error as Error) : resolve())))
    response.clearCookie('rook')
    return null
  })
}

/** A new session id at each sign-in: nobody can have planted it before. */
function renew(request: Request, known: Person): Promise<void> {
  return new Promise((resolve, reject) =>
    request.session.regenerate((error) => {
      if (error) return reject(error as Error)
      request.session.person = known
      request.session.save((failed) => (failed ? reject(failed as Error) : resolve()))
    }),
  )
}
