import { FIRST, unlikelyIncrement } from '@rook/core'
import { api, type MachineChange, type MachineInput, type MachineSent } from '@rook/contract'
import { asc, eq, max, sql } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { machine, machineHead } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf, type Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { disturb } from '../entries/disturb.ts'
import { note } from '../entries/note.ts'
import { record } from '../entries/record.ts'
import { asMachine, loadMachine } from '../ledger/machine.ts'
import { BED_FIELDS, BEDROCK } from './bedrock.ts'
import { shake } from './shake.ts'
import { loadScene } from '../ledger/scene.ts'
import { endReservation, reserve } from './reservations.ts'
import { loadSceneAt } from '../ledger/scene-past.ts'

export function machineRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.machines, async () => (await db.select().from(machine).orderBy(asc(machine.place))).map(asMachine))

  serve(app, api.addMachine, ({ body, author }) =>
    inTransaction(connection, async ({ db: tx, client }) => {
      const { sure, reason: _reason, ...said } = body
      refuseUnlikely(said, sure)
      const added = await addMachine(tx, newId(said.name), said, stampOf(author))
      await announce(client, { kind: 'machine', id: added.id })
      return added
    }),
  )

  serve(app, api.changeMachine, ({ params, body, author }) =>
    inTransaction(connection, (lane) => changeMachine(lane, params.id, body, author)),
  )

  serve(app, api.scene, ({ params, query, author }) =>
    // One snapshot, so that the parts of the scene are of one moment.
    inTransaction(
      connection,
      async (lane) =>
        query.at && query.at < author.now
          ? loadSceneAt(lane, params.id, query.setup ?? null, query.at)
          : loadScene(lane, await loadMachine(lane, params.id), query.setup ?? null, author.now, 'read'),
      { for: 'read' },
    ),
  )

  serve(app, api.record, ({ params, body, author }) => record(connection, params.id, body, author))

  serve(app, api.power, ({ params, body, author }) =>
    note(connection, params.id, body.id, { kind: 'powered', title: 'Switched on', reason: body.note }, author),
  )

  serve(app, api.home, ({ params, body, author }) =>
    note(connection, params.id, body.id, { kind: 'homed', title: 'Homed', reason: body.note }, author),
  )

  serve(app, api.reserve, ({ params, body, author }) => reserve(connection, params.id, body, author))
  serve(app, api.endReservation, ({ params, author }) => endReservation(connection, params.id, author))

  serve(app, api.disturb, ({ params, body, author }) => disturb(connection, params.id, body, author))
}

function newId(name: string): string {
  return (
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 40) || 'machine'
  )
}

/** Adds a machine at the end of the floor, with an empty chain. */
export async function addMachine(tx: Queries, id: string, body: MachineSent, stamp: Partial<ReturnType<typeof stampOf>> = {}) {
  const [last] = await tx.select({ place: max(machine.place) }).from(machine)
  const rows = await tx
    .insert(machine)
    .values({ id, place: (last?.place ?? 0) + 1, ...body, ...stamp })
    .onConflictDoNothing()
    .returning()
  if (!rows[0]) throw new Problem(409, 'name-taken', `There is a machine called ${body.name} already.`)
  await tx.insert(machineHead).values({ machine: id, seq: 0, hash: FIRST })
  return asMachine(rows[0])
}

function refuseUnlikely({ unit, increment }: Pick<MachineInput, 'unit' | 'increment'>, sure: boolean): void {
  const sentence = sure ? null : unlikelyIncrement(unit, increment)
  if (sentence) throw new Problem(422, 'unlikely', sentence, { fields: { increment: sentence } })
}

async function changeMachine(lane: Lane, id: string, { sure, reason, ...body }: MachineChange, author: Author) {
  const { db: tx } = lane
  const own = await loadMachine(lane, id, true)
  const { record } = own
  const shaken = BED_FIELDS.filter((field) => BEDROCK[field].of(record) !== BEDROCK[field].of(body))
  if (record.unit !== body.unit || record.increment !== body.increment) refuseUnlikely(body, sure)
  if (shaken.length > 0) await shake(lane, own, shaken, reason ?? '', author)
  const [taken] = await tx
    .select({ id: machine.id })
    .from(machine)
    .where(sql`${machine.name} = ${body.name} AND ${machine.id} <> ${id}`)
  if (taken) throw new Problem(409, 'name-taken', `There is a machine called ${body.name} already.`)
  const [row] = await tx
    .update(machine)
    .set({ ...body, ...stampOf(author) })
    .where(eq(machine.id, id))
    .returning()
  if (!row) throw notFound(`Machine ${id}`)
  await announce(lane.client, { kind: 'machine', id })
  return asMachine(row)
}
