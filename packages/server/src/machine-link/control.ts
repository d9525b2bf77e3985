import { randomUUID } from 'node:crypto'
import type { ControlState } from '@rook/contract'
import { differing, heldBecause, parseRegisterKey, readHeld, registerName, ZERO, type HeldRead } from '@rook/core'
import { and, desc, eq, isNotNull } from 'drizzle-orm'
import type { Connection } from '../db/client.ts'
import { controlAsk, controlRead, controlSent, person } from '../db/schema.ts'
import { inTransaction, type Lane } from '../db/transaction.ts'
import { compareHeld, templateOf, valuesOutOf } from '../exchange/out.ts'
import { Problem } from '../http/problem.ts'
import type { Author } from '../ledger/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'
import { announce } from '../live/announce.ts'
import { OBSERVED } from '../live/observed.ts'
import { connectionOf } from './connections.ts'
import { NoAnswer, NotOpen, type LineLink } from './line-link.ts'

/** The browser's patience ends a little later. */
const PATIENCE = 12_000
const LOOK = 100
const MOST_TEXT = 400_000

/** What the control held when it was last read, beside what the ledger says now. */
export async function controlOf(connection: Connection, id: string, now: string): Promise<ControlState> {
  const { readsTable, sends } = await inTransaction(connection, (lane) => connectionOf(lane, id), { for: 'read' })
  const [tried] = await connection.db
    .select({ row: controlRead, by: person.name })
    .from(controlRead)
    .leftJoin(person, eq(person.id, controlRead.person))
    .where(eq(controlRead.machine, id))
    .orderBy(desc(controlRead.at))
    .limit(1)
  const [newest] = await connection.db
    .select({ row: controlRead, by: person.name })
    .from(controlRead)
    .leftJoin(person, eq(person.id, controlRead.person))
    .where(and(eq(controlRead.machine, id), isNotNull(controlRead.text)))
    .orderBy(desc(controlRead.at))
    .limit(1)
  const [sent] = await connection.db
    .select({ row: controlSent, by: person.name })
    .from(controlSent)
    .innerJoin(person, eq(person.id, controlSent.person))
    .where(eq(controlSent.machine, id))
    .orderBy(desc(controlSent.at))
    .limit(1)
  const state = {
    readsTable,
    sends,
    // What was read last stands with who read it; a try that failed since is said beside it.
    read: tried ? { at: (newest ?? tried).row.at, by: (newest ?? tried).by, because: tried.row.because } : null,
    sent: sent
      ? { at: sent.row.at, by: sent.by, outcome: sent.row.outcome, because: sent.row.because, leftOut: leftOutOf(sent.row.text) }
      : null,
  }
  if (!newest?.row.text) return { ...state, agree: 0, differ: [], problems: [] }
  const held = await compareHeld(connection, id, { text: newest.row.text, conversion: null }, now, { whole: true })
  const inTable = new Map(held.values.map((one) => [one.register, one.held]))
  // The whole table was read. A register without a line in it was never set in the control.
  const differ = differing(held).map((register) => ({
    register,
    name: registerName(parseRegisterKey(register)),
    held: inTable.get(register) ?? null,
  }))
  return {
    ...state,
    agree: held.values.filter(({ same }) => same).length,
    differ: differ.length > 0 ? await explained(connection, id, differ, now) : [],
    problems: held.problems.map(({ line, sentence }) => `Line ${line}: ${sentence}`),
  }
}

/** The file names in comments what it leaves out. */
const leftOutOf = (text: string): string[] =>
  [...text.matchAll(/\((.+? LEFT OUT, .+?)\)/g)].map(([, said]) => said!.toLowerCase().replace(/^\S+/, (first) => first.toUpperCase()))

type Differing = Pick<ControlState['differ'][number], 'register' | 'name' | 'held'>

function explained(connection: Connection, id: string, differ: readonly Differing[], now: string) {
  return inTransaction(
    connection,
    async (lane): Promise<ControlState['differ']> => {
      const machine = await loadMachine(lane, id)
      const scene = await loadScene(lane, machine, null, now, 'read')
      const before = await formerOf(
        lane,
        differ.flatMap(({ register }) => scene.standing[register]?.entry ?? []),
      )
      return differ.map(({ register, name, held }) => {
        const standing = scene.standing[register]
        const ledger = standing?.value ?? null
        const former = before.get(`${standing?.entry} ${register}`) ?? null
        const because =
          ledger === null ? null : heldBecause({ register, held: held ?? ZERO, ledger, before: held === null ? null : former }, scene)
        return { register, name, held, ledger, because }
      })
    },
    { for: 'read' },
  )
}

/** What registers held before the entries that they hold now, by entry and register. */
async function formerOf({ client }: Pick<Lane, 'client'>, entries: readonly string[]) {
  const { rows } = await client.query<{ entry: string; register: string; before: string | null }>(
    `SELECT entry, register, before FROM entry_write WHERE entry = ANY($1)`,
    [entries],
  )
  return new Map(
    rows.flatMap(({ entry, register, before }) => (before === null ? [] : [[`${entry} ${register}`, Number(before) as never]])),
  )
}

interface Asking {
  id: string
  machine: string
  what: 'read' | 'send'
  text: string | null
}

/** Asks the process that holds the machine's line channel, and waits until it has answered. */
async function askHolder(connection: Connection, asking: Asking, said: object, author: Author): Promise<void> {
  const { id, machine, what } = asking
  await once(
    connection,
    sentBy(author, `control-${what}`, machine, { ...said, id }),
    async (lane) => {
      await firstTime(lane)
      await lane.db.insert(controlAsk).values({ ...asking, at: author.now, person: author.person.id })
      await keepSending(lane)
      await lane.client.query('SELECT pg_notify($1, $2)', [OBSERVED, JSON.stringify({ ask: { id, machine } })])
    },
    () => Promise.resolve(),
  )
  const answer = what === 'read' ? 'control_read' : 'control_sent'
  for (const until = Date.now() + PATIENCE; Date.now() < until;) {
    const { rows } = await connection.pool.query<{ because: string | null; text: string | null }>(
      `SELECT because, text FROM ${answer} WHERE id = $1`,
      [id],
    )
    if (rows[0]) {
      if (what === 'read' && rows[0].text === null) throw new Problem(409, 'not-read', rows[0].because ?? 'The control has not answered.')
      return
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK))
  }
  throw new Problem(
    409,
    'control-silent',
    what === 'read'
      ? 'The control has not answered. Nothing was read.'
      : 'The control has not answered, so it is not known whether the figures arrived. Read it from the control.',
  )
}

export async function readControl(connection: Connection, id: string, body: { id: string }, author: Author): Promise<ControlState> {
  const { readsTable } = await inTransaction(connection, (lane) => connectionOf(lane, id), { for: 'read' })
  if (!readsTable) throw new Problem(409, 'not-read', 'A lead has not said that this control’s table may be read.')
  await askHolder(connection, { id: body.id, machine: id, what: 'read', text: null }, {}, author)
  return controlOf(connection, id, author.now)
}

/** Sends what stands good: stale figures and estimates stay out, as they do of a file. */
export async function sendToControl(
  connection: Connection,
  id: string,
  body: { id: string; setup: string | null; slots: string[]; tools: string[] },
  author: Author,
): Promise<ControlState> {
  const { sends } = await inTransaction(connection, (lane) => connectionOf(lane, id), { for: 'read' })
  if (!sends) throw new Problem(409, 'not-sent', 'A lead has not said that figures may be sent to this control.')
  const { setup, slots, tools } = body
  const { text, values } = await valuesOutOf(
    connection,
    id,
    { format: 'lines', setup, slots, tools, conversion: null, estimates: false },
    author,
  )
  if (values.every(({ out }) => out === null))
    throw new Problem(422, 'nothing-stands', `Nothing of that stands good: ${values[0]?.name ?? ''} ${values[0]?.because ?? ''}`.trim())
  await askHolder(connection, { id: body.id, machine: id, what: 'send', text }, { setup, slots, tools }, author)
  return controlOf(connection, id, author.now)
}

/** What the process that holds a line channel does when it is asked: once, whatever happens on the way. */
export async function answerAsk(connection: Connection, line: LineLink, id: string, clock: () => string): Promise<void> {
  const [asked] = await connection.db.select().from(controlAsk).where(eq(controlAsk.id, id))
  if (!asked) return
  const row = { id, machine: asked.machine, at: clock(), person: asked.person }
  const read = () => line.read().then((text) => text.slice(0, MOST_TEXT))
  if (asked.what === 'read') {
    const outcome = await read().then(
      (text) => ({ text, because: null }),
      (error: Error) => ({ text: null, because: error.message }),
    )
    await connection.db
      .insert(controlRead)
      .values({ ...row, ...outcome })
      .onConflictDoNothing()
  } else {
    const text = asked.text ?? ''
    const outcome = await sendNow(connection, line, asked.machine, text, read)
    await connection.db
      .insert(controlSent)
      .values({ ...row, person: asked.person!, text, ...outcome })
      .onConflictDoNothing()
    if (outcome.readBack !== null) await connection.db.insert(controlRead).values({ ...row, id: randomUUID(), text: outcome.readBack })
  }
  await announce(connection.pool, { kind: 'machine', id: asked.machine })
}

type Outcome = Pick<typeof controlSent.$inferInsert, 'readBack' | 'outcome' | 'because'> & { readBack: string | null }

async function sendNow(
  connection: Connection,
  line: LineLink,
  machine: string,
  text: string,
  read: () => Promise<string>,
): Promise<Outcome> {
  try {
    const refused = await line.write(text)
    if (refused !== null) return { outcome: 'refused', readBack: null, because: `The control refuses it: ${refused}.` }
    const readBack = await read()
    const unequal = await inTransaction(connection, (lane) => notEqual(lane, machine, text, readBack), { for: 'read' })
    if (unequal.length === 0) return { outcome: 'equal', readBack, because: null }
    return { outcome: 'differs', readBack, because: `It came back otherwise: ${unequal.slice(0, 5).join(', ')}.` }
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error
    if (error instanceof NotOpen) return { outcome: 'refused', readBack: null, because: `${error.message} Nothing was sent.` }
    return { outcome: 'unknown', readBack: null, because: `${error.message} It is not known whether the figures arrived.` }
  }
}

/** Names of the registers that came back with another figure than was sent. */
async function notEqual(lane: Lane, id: string, sent: string, readBack: string): Promise<string[]> {
  const { record } = await loadMachine(lane, id)
  const template = await templateOf(lane, record)
  const [out, back]: HeldRead[] = [readHeld(sent, record, template), readHeld(readBack, record, template)]
  const held = new Map(back!.values.map(({ register, value }) => [register, value]))
  return out!.values
    .filter(({ register, value }) => held.get(register) !== value && !(value === 0 && !held.has(register)))
    .map(({ name }) => name)
}

/** Looks by itself what a control holds; kept only where that is something else than last time. */
export async function lookAtControl(connection: Connection, line: LineLink, machine: string, clock: () => string): Promise<void> {
  const text = await line.read().catch((error: unknown) => {
    if (error instanceof NoAnswer) return null
    throw error
  })
  if (text === null) return
  const [last] = await connection.db
    .select({ text: controlRead.text })
    .from(controlRead)
    .where(and(eq(controlRead.machine, machine), isNotNull(controlRead.text)))
    .orderBy(desc(controlRead.at))
    .limit(1)
  if (last?.text === text.slice(0, MOST_TEXT)) return
  await connection.db
    .insert(controlRead)
    .values({ id: randomUUID(), machine, at: clock(), person: null, text: text.slice(0, MOST_TEXT), because: null })
  await announce(connection.pool, { kind: 'machine', id: machine })
}
