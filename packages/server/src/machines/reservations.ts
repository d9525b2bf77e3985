import { randomUUID } from 'node:crypto'
import { reservedWords, type Reserved } from '@rook/core'
import { eq } from 'drizzle-orm'
import { inTransaction, oneAtATime, type Lane } from '../base/db/transaction.ts'
import type { Connection } from '../base/db/client.ts'
import { job, reservation, reservationEnded } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { announce } from '../base/live/announce.ts'

interface Wanted {
  slot: string
  job: string | null
  words: string
  until: string | null
}

/** Keeps a slot for a job or for somebody; one at a time. */
export function reserve(connection: Connection, machineId: string, wanted: Wanted, { person, now }: Author): Promise<Reserved> {
  return inTransaction(connection, async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    const { slot, until, words } = wanted
    if (!machine.record.slots.some(({ code }) => code === slot))
      throw new Problem(422, 'no-slot', `${machine.record.name} has no ${slot}.`, { fields: { slot: 'Choose one of its slots.' } })
    if (until !== null && until <= now)
      throw new Problem(422, 'until-past', 'Until: the time lies in the past.', { fields: { until: 'Choose a later time.' } })
    const scene = await loadScene(lane, machine, null, now, 'read')
    const kept = scene.reserved.find((one) => one.slot === slot)
    if (kept) throw new Problem(409, 'reserved', `${reservedWords(kept)}. End that first.`)
    const number = wanted.job === null ? null : await openJob(lane, wanted.job)
    const id = randomUUID()
    await lane.db.insert(reservation).values({ id, machine: machineId, slot, job: wanted.job, words, until, at: now, person: person.id })
    await announce(lane.client, { kind: 'machine', id: machineId })
    return { id, slot, job: number, words, until, by: person.name }
  })
}

async function openJob({ db }: Lane, id: string): Promise<string> {
  const [row] = await db.select({ number: job.number, closed: job.closed }).from(job).where(eq(job.id, id))
  if (!row) throw notFound('This job')
  if (row.closed) throw new Problem(409, 'job-closed', `Job ${row.number} is closed; nothing is kept for it.`)
  return row.number
}

/** Gives a slot free again before its time. */
export function endReservation(connection: Connection, id: string, { person, now }: Author): Promise<null> {
  return inTransaction(connection, async ({ db, client }) => {
    await oneAtATime({ client }, id)
    const [row] = await db
      .select({ machine: reservation.machine, ended: reservationEnded.at })
      .from(reservation)
      .leftJoin(reservationEnded, eq(reservationEnded.reservation, reservation.id))
      .where(eq(reservation.id, id))
    if (!row) throw notFound('This reservation')
    if (row.ended) throw new Problem(409, 'not-reserved', 'The slot has been given free already.')
    await db.insert(reservationEnded).values({ reservation: id, at: now, person: person.id })
    await announce(client, { kind: 'machine', id: row.machine })
    return null
  })
}
