import { randomUUID } from 'node:crypto'
import type { ControlState, SendToControl } from '@rook/contract'
import { differing, heldBecause, parseRegisterKey, readHeld, registerName, ZERO, type HeldRead, type Nm } from '@rook/core'
import { and, desc, eq, isNotNull, sql } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { controlAsk, controlBegun, controlRead, controlSent, person } from '../base/db/schema.ts'
import { inTransaction, oneAtATime, type Lane } from '../base/db/transaction.ts'
import { compareHeld, templateOf, valuesOutOf } from '../exchange/out.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'
import { announce } from '../base/live/announce.ts'
import { OBSERVED } from '../base/live/channel.ts'
import { connectionOf } from './connections.ts'
import { GivenUp, NoAnswer, NotOpen, type LineLink } from './line-link.ts'

/** The browser's patience ends a little later. */
const PATIENCE = 12_000
/** Nothing is begun any more when the person is told that nothing was. */
const BEGINS_WITHIN = 10_000
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
  const newest = await newestOf(connection, id)
  const [sent] = await connection.db
    .select({ ask: controlAsk, by: person.name, row: controlSent })
    .from(controlAsk)
    .innerJoin(person, eq(person.id, controlAsk.person))
    .leftJoin(controlSent, eq(controlSent.id, controlAsk.id))
    .where(and(eq(controlAsk.machine, id), eq(controlAsk.what, 'send')))
    .orderBy(desc(controlAsk.at))
    .limit(1)
  const state = {
    readsTable,
    sends,
    // What was read last stands with who read it; a try that failed since is said beside it.
    read: tried ? { at: (newest ?? tried).row.at, by: (newest ?? tried).by, because: tried.row.because } : null,
    sent: sent
      ? {
          at: sent.row?.at ?? sent.ask.at,
          by: sent.by,
          outcome: sent.row?.outcome ?? ('open' as const),
          because: sent.row ? sent.row.because : 'It is on its way, or its answer is still to come.',
          leftOut: leftOutOf(sent.ask.text ?? ''),
        }
      : null,
  }
  if (!newest?.row.text) return { ...state, agree: 0, differ: [], notCompared: [], problems: [] }
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
    notCompared: held.notCompared,
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

/** Puts a question to the process that holds the machine's line channel. */
async function ask(lane: Lane, asking: Asking, author: Author): Promise<void> {
  const { id, machine } = asking
  const until = sql`clock_timestamp() + make_interval(secs => ${BEGINS_WITHIN / 1000})`
  await lane.db.insert(controlAsk).values({ ...asking, at: author.now, person: author.person.id, until })
  await lane.client.query('SELECT pg_notify($1, $2)', [OBSERVED, JSON.stringify({ ask: { id, machine } })])
}

/** Waits until it is answered; null where it is not. */
async function answerTo({ pool }: Connection, { id, what }: Asking): Promise<{ because: string | null; text: string | null } | null> {
  const answer = what === 'read' ? 'control_read' : 'control_sent'
  for (const until = Date.now() + PATIENCE; Date.now() < until;) {
    const { rows } = await pool.query<{ because: string | null; text: string | null }>(
      `SELECT because, text FROM ${answer} WHERE id = $1`,
      [id],
    )
    if (rows[0]) return rows[0]
    await new Promise((resolve) => setTimeout(resolve, LOOK))
  }
  return null
}

export async function readControl(connection: Connection, id: string, author: Author): Promise<ControlState> {
  const { readsTable } = await inTransaction(connection, (lane) => connectionOf(lane, id), { for: 'read' })
  if (!readsTable) throw new Problem(409, 'not-read', 'A lead has not said that this control’s table may be read.')
  // Reading changes nothing: what failed is asked anew under an id of its own, however often the same is sent.
  const asking: Asking = { id: randomUUID(), machine: id, what: 'read', text: null }
  await inTransaction(connection, (lane) => ask(lane, asking, author))
  const answer = await answerTo(connection, asking)
  if (!answer) throw new Problem(409, 'control-silent', 'The control has not answered. Nothing was read.')
  if (answer.text === null) throw new Problem(409, 'not-read', answer.because ?? 'The control has not answered.')
  return controlOf(connection, id, author.now)
}

/** Sends what stands good: stale figures and estimates stay out, as they do of a file. */
export async function sendToControl(connection: Connection, id: string, body: SendToControl, author: Author): Promise<ControlState> {
  const { sends } = await inTransaction(connection, (lane) => connectionOf(lane, id), { for: 'read' })
  if (!sends) throw new Problem(409, 'not-sent', 'A lead has not said that figures may be sent to this control.')
  const { setup, slots, tools, seen } = body
  const { text, values } = await valuesOutOf(
    connection,
    id,
    { format: 'lines', setup, slots, tools, conversion: null, estimates: false },
    author,
  )
  if (values.every(({ out }) => out === null))
    throw new Problem(422, 'nothing-stands', `Nothing of that stands good: ${values[0]?.name ?? ''} ${values[0]?.because ?? ''}`.trim())
  const asking: Asking = { id: body.id, machine: id, what: 'send', text }
  // Pressed again it asks for what became of the first press: that is not looked at anew.
  if (seen !== null && !(await isAsked(connection, body.id))) {
    const otherwise = await otherThanShown(connection, id, seen, text, author)
    if (otherwise !== null) throw new Problem(409, 'other-figures', otherwise)
  }
  await once(
    connection,
    sentBy(author, 'control-send', id, { setup, slots, tools, ...(seen === null ? {} : { seen }), id: body.id }),
    async (lane) => {
      await firstTime(lane)
      await ask(lane, asking, author)
      await keepSending(lane)
    },
    () => Promise.resolve(),
  )
  if (!(await answerTo(connection, asking)) && !(await giveUp(connection, body.id)))
    throw new Problem(
      409,
      'control-silent',
      'The control has not answered, so it is not known whether the figures arrived. Read it from the control.',
    )
  return controlOf(connection, id, author.now)
}

const isAsked = async ({ db }: Connection, id: string): Promise<boolean> =>
  (await db.select({ id: controlAsk.id }).from(controlAsk).where(eq(controlAsk.id, id))).length > 0

type Seen = NonNullable<SendToControl['seen']>

/** Why nothing is sent: what was shown is not what would go out, or not what the control holds. Null where both still are so. */
async function otherThanShown(connection: Connection, id: string, seen: Seen, text: string, author: Author): Promise<string | null> {
  const figures = await inTransaction(connection, (lane) => readerOf(lane, id), { for: 'read' })
  const [shown, goes] = [new Map(seen.map(({ register, becomes }) => [register, becomes])), figures(text)]
  const changed = [...new Set([...shown.keys(), ...goes.keys()])].find((register) => shown.get(register) !== goes.get(register))
  if (changed !== undefined)
    return `${registerName(parseRegisterKey(changed))} is not what was shown any more: the ledger has changed since. Nothing was sent; look at the lines again.`
  await readControl(connection, id, author).catch((error: unknown) => {
    if (!(error instanceof Problem)) throw error
    throw new Problem(409, 'control-silent', `${error.message} Nothing was sent.`)
  })
  const held = figures((await newestOf(connection, id))?.row.text ?? '')
  // No line is a zero in every control.
  const other = seen.find(({ register, was }) => (held.get(register) ?? 0) !== (was ?? 0))
  return other
    ? `The control holds another figure in ${registerName(parseRegisterKey(other.register))} now than the one that was shown. Nothing was sent; look at what it holds.`
    : null
}

/** Reads the figures of a table as this machine's lines set them. */
async function readerOf(lane: Lane, id: string): Promise<(text: string) => Map<string, Nm>> {
  const { record } = await loadMachine(lane, id)
  const template = await templateOf(lane, record)
  return (text) => new Map(readHeld(text, record, template).values.map(({ register, value }) => [register, value]))
}

/** The newest table that was read, with who asked for it. */
async function newestOf({ db }: Connection, id: string) {
  const [newest] = await db
    .select({ row: controlRead, by: person.name })
    .from(controlRead)
    .leftJoin(person, eq(person.id, controlRead.person))
    .where(and(eq(controlRead.machine, id), isNotNull(controlRead.text)))
    .orderBy(desc(controlRead.at))
    .limit(1)
  return newest ?? null
}

/** Closes what nobody has begun: from then on it is not sent. @returns false where it has been begun, and its outcome is still to come */
async function giveUp(connection: Connection, id: string): Promise<boolean> {
  const closed = await inTransaction(connection, async (lane) => {
    await oneAtATime(lane, `control ${id}`)
    const [begun] = await lane.db.select().from(controlBegun).where(eq(controlBegun.id, id))
    if (begun) return null
    const because = 'Nobody took it to the control in time. Nothing was sent.'
    return (await close(lane, id, { outcome: 'refused', readBack: null, because })) ?? 'there'
  })
  return closed !== null
}

/** Says what became of something that was to be sent, if nobody has said it yet; alone with it, for its row is linked. */
const closeAlone = (connection: Connection, id: string, outcome: Outcome): Promise<string | null> =>
  inTransaction(connection, async (lane) => {
    await oneAtATime(lane, `control ${id}`)
    return close(lane, id, outcome)
  })

async function close({ db, client }: Pick<Lane, 'db' | 'client'>, id: string, outcome: Outcome): Promise<string | null> {
  const [asked] = await db.select().from(controlAsk).where(eq(controlAsk.id, id))
  if (!asked) return null
  const [said] = await db.select({ id: controlSent.id }).from(controlSent).where(eq(controlSent.id, id))
  const { rows } = await client.query<{ at: Date }>('SELECT greatest(now(), $1::timestamptz) AS at', [asked.at])
  const at = rows[0]!.at.toISOString()
  if (!said)
    await db.insert(controlSent).values({ id, machine: asked.machine, person: asked.person!, text: asked.text ?? '', at, ...outcome })
  if (outcome.readBack !== null)
    await db
      .insert(controlRead)
      .values({ id: randomUUID(), machine: asked.machine, person: asked.person, at, text: outcome.readBack, because: null })
  await announce(client, { kind: 'machine', id: asked.machine })
  return asked.machine
}

/** True once for each asking, and only in time: what is begun is on record before its first byte leaves. */
function begin(connection: Connection, id: string): Promise<boolean> {
  return inTransaction(connection, async (lane) => {
    await oneAtATime(lane, `control ${id}`)
    const { rowCount } = await lane.client.query(
      `INSERT INTO control_begun (id, at) SELECT id, clock_timestamp() FROM control_ask a
       WHERE id = $1 AND (until IS NULL OR clock_timestamp() < until) AND NOT EXISTS (SELECT FROM control_sent s WHERE s.id = a.id)
         AND NOT EXISTS (SELECT FROM control_begun b WHERE b.id = a.id)`,
      [id],
    )
    return rowCount === 1
  })
}

const LEFT_OPEN = `
  SELECT a.id, EXISTS (SELECT FROM control_begun b WHERE b.id = a.id) AS begun FROM control_ask a
  WHERE a.machine = $1 AND a.what = 'send' AND NOT EXISTS (SELECT FROM control_sent s WHERE s.id = a.id)`

/** Whoever takes a machine's line says what became of what the one before was at when it ended. */
export async function closeLeftOpen(connection: Connection, machine: string): Promise<void> {
  const { rows } = await connection.pool.query<{ id: string; begun: boolean }>(LEFT_OPEN, [machine])
  for (const { id, begun } of rows)
    if (begun)
      await closeAlone(connection, id, {
        outcome: 'unknown',
        readBack: null,
        because: 'The server ended while it was being sent. It is not known whether the figures arrived.',
      })
    else await giveUp(connection, id)
}

/** What the process that holds a line channel does when it is asked: once, whatever happens on the way. */
export async function answerAsk(connection: Connection, line: LineLink, id: string, clock: () => string): Promise<void> {
  const [asked] = await connection.db.select().from(controlAsk).where(eq(controlAsk.id, id))
  if (!asked) return
  const read = () => line.read().then((text) => text.slice(0, MOST_TEXT))
  if (asked.what === 'read') {
    const outcome = await read().then(
      (text) => ({ text, because: null }),
      (error: Error) => ({ text: null, because: error.message }),
    )
    await inTransaction(connection, async (lane) => {
      await oneAtATime(lane, `control ${id}`)
      const [answered] = await lane.db.select({ id: controlRead.id }).from(controlRead).where(eq(controlRead.id, id))
      if (answered) return
      await lane.db.insert(controlRead).values({ id, machine: asked.machine, at: clock(), person: asked.person, ...outcome })
      await announce(lane.client, { kind: 'machine', id: asked.machine })
    })
    return
  }
  const outcome = await sendNow(connection, line, { id, machine: asked.machine, text: asked.text ?? '' }, read)
  if (outcome) await closeAlone(connection, id, outcome)
}

type Outcome = Pick<typeof controlSent.$inferInsert, 'readBack' | 'outcome' | 'because'> & { readBack: string | null }

/** Null where it was given up before it began: whoever gave it up has said so. */
async function sendNow(
  connection: Connection,
  line: LineLink,
  { id, machine, text }: { id: string; machine: string; text: string },
  read: () => Promise<string>,
): Promise<Outcome | null> {
  try {
    const refused = await line.write(text, () => begin(connection, id))
    // Whatever it said, what it holds is what counts.
    const readBack = refused === null ? await read() : await read().catch(() => null)
    const unequal =
      readBack === null ? [] : await inTransaction(connection, (lane) => notEqual(lane, machine, text, readBack), { for: 'read' })
    if (readBack !== null && unequal.length === 0) return { outcome: 'equal', readBack, because: null }
    if (refused !== null) return { outcome: 'refused', readBack, because: `The control refuses it: ${refused}.` }
    return { outcome: 'differs', readBack, because: `It came back otherwise: ${unequal.slice(0, 5).join(', ')}.` }
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error
    if (error instanceof GivenUp) return null
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
