import { randomUUID } from 'node:crypto'
import { api, type Person, type ShopInput } from '@rook/contract'
import { notInArray } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { person, setting, shift } from '../base/db/schema.ts'
import { markDevice } from '../base/http/device.ts'
import { Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { hashPin } from '../sign-in/pin.ts'
import { renew } from '../sign-in/sessions.ts'
import { loadShop } from './shop.ts'

export function shopRoutes(app: Express, connection: Connection): void {
  serve(app, api.changeShop, async ({ body, request, author }) => {
    // A name that does not lead here would shut everybody out.
    if (body.address !== '' && new URL(body.address).host !== request.host)
      throw new Problem(
        422,
        'other-address',
        `Address: this page was opened at ${request.host}. Open the ledger at ${body.address} first, and write it down there.`,
        {
          fields: { address: 'Open the ledger at this address first.' },
        },
      )
    await inTransaction(connection, async ({ db, client }) => {
      await keepSettings(db, body, author)
      await keepShifts(db, body.shifts, author)
      await announce(client, { kind: 'shop', id: 'shop' })
    })
    return loadShop(connection)
  })

  serve(app, api.openShop, async ({ body: { shop, lead }, request, response, author: { now } }) => {
    const pinHash = await hashPin(lead.pin)
    const first: Person = { id: randomUUID(), name: lead.name, role: 'lead' }
    await inTransaction(connection, async ({ db, client }) => {
      // Two who open it at once: the second one waits here and is told.
      await client.query('SELECT pg_advisory_xact_lock(7014056)')
      const there = await db.select({ id: person.id }).from(person).limit(1)
      if (there.length > 0) throw new Problem(409, 'shop-open', 'This shop is open already. Sign in; a lead adds whoever is missing.')
      const stamp = { person: first, now }
      await db.insert(person).values({ ...first, pinHash, ...stampOf(stamp) })
      await keepSettings(db, shop, stamp)
    })
    markDevice(request, response)
    await renew(request, first)
    return { person: first, shop: await loadShop(connection) }
  })
}

type Stamp = Parameters<typeof stampOf>[0]

async function keepSettings(db: Queries, shop: Partial<ShopInput>, by: Stamp): Promise<void> {
  const settings = {
    'shop-name': shop.name,
    'time-zone': shop.timeZone,
    'idle-minutes': shop.idleMinutes?.toString(),
    'local-machines': shop.localMachines?.toString(),
    'stages-asked': shop.asks && JSON.stringify(shop.asks),
    'first-run': shop.firstRun && JSON.stringify(shop.firstRun),
    address: shop.address,
  }
  for (const [key, value] of Object.entries(settings))
    if (value !== undefined) {
      const said = { value, ...stampOf(by) }
      await db
        .insert(setting)
        .values({ key, ...said })
        .onConflictDoUpdate({ target: setting.key, set: said })
    }
}

/** The shifts as they are from now on; the edition of one that is given up says by whom. */
async function keepShifts(db: Queries, shifts: ShopInput['shifts'], by: Stamp): Promise<void> {
  const gone = notInArray(
    shift.name,
    shifts.map(({ name }) => name),
  )
  await db.update(shift).set(stampOf(by)).where(gone)
  await db.delete(shift).where(gone)
  for (const { name, ...times } of shifts) {
    const said = { ...times, ...stampOf(by) }
    await db
      .insert(shift)
      .values({ name, ...said })
      .onConflictDoUpdate({ target: shift.name, set: said })
  }
}
