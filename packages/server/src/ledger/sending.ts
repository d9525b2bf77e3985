import { createHash } from 'node:crypto'
import { canonical, type Json } from '@rook/core'
import type { Entry } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { inTransaction, withoutTransaction, type Lane } from '../base/db/transaction.ts'
import type { Sent } from '../base/db/sent.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { readEntry } from './read-entry.ts'

/** The same id with the same content is the same thing sent again. A PIN is no part of what is kept of it. */
export function sentBy<Body extends { id: string }>({ person, now }: Author, door: string, to: string | null, { id, ...body }: Body): Sent {
  const content = JSON.parse(JSON.stringify({ door, to, person: person.id, body: withoutPin(body) })) as Json
  const fingerprint = createHash('sha256').update(canonical(content)).digest('hex')
  return { id, door, fingerprint, person: person.id, at: now, isNew: false }
}

function withoutPin(body: object): object {
  const { release } = body as { release?: { pin?: string } | null }
  if (!release) return body
  const { pin: _pin, ...rest } = release
  return { ...body, release: rest }
}

/** What is on record of an id. */
export interface SendingRow {
  fingerprint: string | null
}

/** Thrown where the same thing was recorded before: whatever the transaction did is dropped, and its answer given again. */
class Already extends Error {}

/** Compares what is sent with what was sent under the same id; has to be asked inside the lock. */
export function judgeSending(sent: Sent, row: SendingRow | null | undefined): void {
  if (row?.fingerprint === sent.fingerprint) throw new Already()
  if (row)
    throw new Problem(
      409,
      'id-used',
      row.fingerprint === null
        ? 'This was given up when no answer came, so nothing can be recorded under it any more. Your figures are kept; send them again.'
        : 'Something else has been recorded under this id. Your figures are kept; send them again.',
    )
  sent.isNew = true
}

const LOOK_UP = `SELECT fingerprint FROM sending WHERE id = $1`

/** For doors that read no scene, which looks the id up by the way. */
export async function firstTime({ client, sent }: Lane): Promise<void> {
  if (!sent || sent.isNew) return
  const { rows } = await client.query<SendingRow>({ name: 'sending', text: LOOK_UP, values: [sent.id] })
  judgeSending(sent, rows[0])
}

const KEEP = `INSERT INTO sending (id, door, fingerprint, person, at) VALUES ($1, $2, $3, $4, $5)`

/** Keeps the id of what was done without an entry; an entry keeps its own. */
export async function keepSending({ client, sent }: Lane): Promise<void> {
  // With an entry it is kept already.
  if (!sent) return
  if (!sent.isNew) throw new Error('an id was not looked up before it was kept')
  await client.query({ name: 'keep-sending', text: KEEP, values: [sent.id, sent.door, sent.fingerprint, sent.person, sent.at] })
}

interface Options {
  /** How long the whole may take, milliseconds. */
  within?: number
  /** True for work whose only write is one statement that finds out by itself whether it came too late. */
  bare?: boolean
}

/** Does what was sent once: sent again, it is answered as it was; another thing under its id is refused. */
export async function once<T>(
  connection: Connection,
  sent: Sent,
  work: (lane: Lane) => Promise<T>,
  again: () => Promise<T>,
  options: Options = {},
): Promise<T> {
  try {
    return await (options.bare ? withoutTransaction(connection, work, { sent }) : inTransaction(connection, work, { ...options, sent }))
  } catch (error) {
    if (error instanceof Already) return again()
    if (!isDuplicate(error)) throw error
    // Two under one id at the same moment: the other one was quicker.
    const { rows } = await connection.pool.query<SendingRow>(LOOK_UP, [sent.id])
    if (!rows[0]) throw error
    try {
      judgeSending(sent, rows[0])
    } catch (judged) {
      if (judged instanceof Already) return again()
      throw judged
    }
    throw error
  }
}

/** The same for what ends as an entry under its own id. */
export function onceOnly(connection: Connection, sent: Sent, work: (lane: Lane) => Promise<Entry>, options: Options = {}): Promise<Entry> {
  return once(connection, sent, work, async () => (await readEntry(connection.db, sent.id))!, options)
}

/** True when a row with the same key was there already. */
export function isDuplicate(error: unknown): boolean {
  const { code, cause } = error as { code?: unknown; cause?: { code?: unknown } }
  return code === '23505' || cause?.code === '23505'
}

const CLOSE = `INSERT INTO sending (id, door, person, at) VALUES ($1, 'closed', $2, $3) ON CONFLICT (id) DO NOTHING`

/**
 * Says what became of something that got no answer: it is recorded, or it is not and never will be, because its id is
 * closed by asking. Waits for whoever is recording under it at this moment.
 */
export async function settle(
  { pool, db }: Connection,
  id: string,
  { person, now }: Author,
): Promise<{ recorded: boolean; entry: Entry | null }> {
  await pool.query(CLOSE, [id, person.id, now])
  const { rows } = await pool.query<SendingRow>(LOOK_UP, [id])
  return rows[0]?.fingerprint ? { recorded: true, entry: await readEntry(db, id) } : { recorded: false, entry: null }
}
