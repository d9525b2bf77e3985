import { FIRST } from '@rook/core'
import { api, type MachineInput, type MachineSent } from '@rook/contract'
import { asc, eq, max, sql } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../db/client.ts'
import { inTransaction, type Lane } from '../db/lane.ts'
import { machine, machineHead } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { serve } from '../http/serve.ts'
import { disturb } from '../ledger/disturb.ts'
import { note } from '../ledger/note.ts'
import { record } from '../ledger/record.ts'
import { asMachine, loadMachine, loadScene } from '../ledger/scene.ts'

export function machineRoutes(app: Express, connection: Connection, clock: () => string): void {
  const { db, pool } = connection
  serve(app, api.machines, async () => (await db.select().from(machine).orderBy(asc(machine.place))).map(asMachine))

  serve(app, api.addMachine, ({ body }) => db.transaction((tx) => addMachine(tx, newId(body.name), body)))

  serve(app, api.changeMachine, ({ params, body }) => inTransaction(pool, (lane) => changeMachine(lane, params.id, body)))

  serve(app, api.scene, ({ params, query }) =>
    // One snapshot, so that the parts of the scene are of one moment.
    inTransaction(
      pool,
      async (lane) => loadScene(lane, await loadMachine(lane, params.id), query.setup ?? null, clock(), 'read'),
      'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY',
    ),
  )

  serve(app, api.record, ({ params, body, person }) => record(connection, params.id, body, { person, now: clock() }))

  serve(app, api.power, ({ params, body, person }) =>
    note(connection, params.id, body.id, { kind: 'powered', title: 'Switched on', reason: body.note }, { person, now: clock() }),
  )

  serve(app, api.home, ({ params, body, person }) =>
    note(connection, params.id, body.id, { kind: 'homed', title: 'Homed', reason: body.note }, { person, now: clock() }),
  )

  serve(app, api.disturb, ({ params, body, person }) => disturb(connection, params.id, body, { person, now: clock() }))
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
export async function addMachine(tx: Queries, id: string, body: MachineSent) {
  const [last] = await tx.select({ place: max(machine.place) }).from(machine)
  const rows = await tx
    .insert(machine)
    .values({ id, place: (last?.place ?? 0) + 1, ...body })
    .onConflictDoNothing()
    .returning()
  if (!rows[0]) throw new Problem(409, 'name-taken', `There is a machine called ${body.name} already.`)
  await tx.insert(machineHead).values({ machine: id, seq: 0, hash: FIRST })
  return asMachine(rows[0])
}

/** What every figure on record is read by: it cannot change under them. */
const BEDROCK = ['kind', 'unit', 'increment', 'lengthConvention', 'diameterRegister', 'xReads'] as const

async function changeMachine(lane: Lane, id: string, body: MachineInput) {
  const { db: tx } = lane
  const { record, head } = await loadMachine(lane, id, true)
  const shaken = BEDROCK.filter((field) => record[field] !== body[field])
  if (head.seq > 0 && shaken.length > 0)
    throw new Problem(
      409,
      'entries-rest-on-it',
      `${record.name} has ${head.seq} entries that rest on its unit, increment and conventions. Those stay; add a new machine if the control was changed.`,
      { fields: Object.fromEntries(shaken.map((field) => [field, 'Entries rest on this; it stays as it is.'])) },
    )
  const [taken] = await tx
    .select({ id: machine.id })
    .from(machine)
    .where(sql`${machine.name} = ${body.name} AND ${machine.id} <> ${id}`)
  if (taken) throw new Problem(409, 'name-taken', `There is a machine called ${body.name} already.`)
  const [row] = await tx.update(machine).set(body).where(eq(machine.id, id)).returning()
  if (!row) throw notFound(`Machine ${id}`)
  return asMachine(row)
}
