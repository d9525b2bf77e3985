import type { HandoverLine, ShiftSpan } from '@rook/core'
import { api, type Handover } from '@rook/contract'
import { desc, eq, getTableColumns, type SQL } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Express } from 'express'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { handover, handoverRead, person } from '../base/db/schema.ts'
import type { Overview } from '../floor/overview.ts'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, isDuplicate, keepSending, once, sentBy } from '../ledger/sending.ts'
import { announce } from '../base/live/announce.ts'
import { checkPin } from '../sign-in/pin.ts'
import { drafted, spanOf } from './draft.ts'

const LATEST = 12

export function handoverRoutes(app: Express, connection: Connection, overview: Overview): void {
  const { db, pool, kept } = connection
  const shopNow = async () => kept.shop(pool, await kept.versions(pool))

  /** What the ledger says of a shift on a machine at this moment. */
  async function draftNow(machine: string, span: ShiftSpan | null, now: string): Promise<HandoverLine[]> {
    const card = (await overview.read(now)).find((one) => one.machine.id === machine)
    if (!card) throw notFound(`Machine ${machine}`)
    if (!span) return []
    return inTransaction(
      connection,
      async (lane) => {
        const scene = await loadScene(lane, await loadMachine(lane, machine), card.setup?.id ?? null, now, 'read')
        return drafted(lane, machine, span, { scene, notices: card.notices })
      },
      { for: 'read' },
    )
  }

  serve(app, api.handover, async ({ params, query, author }) => {
    const span = spanOf(await shopNow(), author.now, query.shift)
    const lines = await draftNow(params.id, span, author.now)
    const latest = await handovers(db, eq(handover.machine, params.id))
    return { span, draft: lines, signed: latest.find(({ from }) => from === span?.from) ?? null, latest }
  })

  serve(app, api.signHandover, async ({ params, body: { pin, ...body }, author }) => {
    await ownPin(connection, author, pin)
    const shop = await shopNow()
    const span = (['this', 'before'] as const).map((which) => spanOf(shop, author.now, which)).find((one) => one?.from === body.from)
    if (!span)
      throw new Problem(409, 'shift-over', 'That shift is over by more than one. What you wrote is kept; hand over the one that runs now.')
    const draft = await draftNow(params.id, span, author.now)
    await once(
      connection,
      sentBy(author, 'sign-handover', params.id, body),
      async (lane) => {
        await loadMachine(lane, params.id)
        await firstTime(lane)
        const lines = ofDraft(draft, body.lines)
        await lane.db.insert(handover).values({
          id: body.id,
          machine: params.id,
          shift: span.name,
          startsAt: span.from,
          endsAt: span.to,
          lines,
          words: body.words,
          person: author.person.id,
          at: author.now,
        })
        await keepSending(lane)
        await announce(lane.client, { kind: 'handover', id: params.id })
      },
      () => Promise.resolve(),
    ).catch(async (error: unknown) => {
      if (!isDuplicate(error)) throw error
      const other = (await handovers(db, eq(handover.machine, params.id))).find(({ from }) => from === span.from)
      if (!other) throw error
      throw new Problem(
        409,
        'handed-over',
        `${other.by} has handed over this shift already${other.words ? `: “${other.words}”` : '.'} What you wrote is kept; tell them what is missing.`,
      )
    })
    return loadHandover(db, body.id)
  })

  serve(app, api.readHandover, async ({ params, body: { pin, ...body }, author }) => {
    const found = await loadHandover(db, params.id)
    await ownPin(connection, author, pin)
    if (found.by === author.person.name) throw new Problem(422, 'own-handover', 'You wrote this one. Whoever comes reads it and signs.')
    if (found.readBy !== null) throw new Problem(409, 'read-already', `${found.readBy} has read and signed it already.`)
    await once(
      connection,
      sentBy(author, 'read-handover', params.id, body),
      async (lane) => {
        await firstTime(lane)
        await lane.db.insert(handoverRead).values({ handover: params.id, person: author.person.id, at: author.now })
        await keepSending(lane)
        await announce(lane.client, { kind: 'handover', id: found.machine })
      },
      () => Promise.resolve(),
    )
    return loadHandover(db, params.id)
  })
}

/** Lines are the ledger's own: whoever signs strikes some out, and adds words of their own below. */
function ofDraft(draft: readonly HandoverLine[], chosen: readonly HandoverLine[]): HandoverLine[] {
  const keyOf = ({ kind, text, entry }: HandoverLine) => `${kind} ${entry} ${text}`
  const own = new Map(draft.map((line) => [keyOf(line), line]))
  const strange = chosen.find((line) => !own.has(keyOf(line)))
  if (strange)
    throw new Problem(
      409,
      'draft-moved-on',
      `“${strange.text.slice(0, 80)}” is not what the ledger says now. Look at the lines again; your own words are kept.`,
    )
  const wanted = new Set(chosen.map(keyOf))
  return draft.filter((line) => wanted.has(keyOf(line)))
}

/** A signature is the person’s own PIN, once more. */
async function ownPin(connection: Connection, { person: own, now, device }: Author, pin: string): Promise<void> {
  const [row] = await connection.db.select().from(person).where(eq(person.id, own.id))
  await checkPin(connection, row!, pin, now, device)
}

async function handovers(db: Queries, where: SQL): Promise<Handover[]> {
  const reader = alias(person, 'reader')
  const rows = await db
    .select({ ...getTableColumns(handover), by: person.name, readBy: reader.name, readAt: handoverRead.at })
    .from(handover)
    .innerJoin(person, eq(person.id, handover.person))
    .leftJoin(handoverRead, eq(handoverRead.handover, handover.id))
    .leftJoin(reader, eq(reader.id, handoverRead.person))
    .where(where)
    .orderBy(desc(handover.startsAt))
    .limit(LATEST)
  return rows.map(({ startsAt, endsAt, person: _person, link: _link, hash: _hash, ...row }) => ({ ...row, from: startsAt, to: endsAt }))
}

async function loadHandover(db: Queries, id: string): Promise<Handover> {
  const [found] = await handovers(db, eq(handover.id, id))
  if (!found) throw notFound('This handover')
  return found
}
