import { loadProblems, readLoads, wantsReason } from '@rook/core'
import { api, type AssemblyInput } from '@rook/contract'
import { randomUUID } from 'node:crypto'
import { and, desc, eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { assembly, assemblyEvent, loadBaseline, loadSeen } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { stampOf, type Author } from '../base/author.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'
import { happenToTool } from './tool-event.ts'
import { findInDrawer, loadAssembly, loadAssemblyPage } from './load.ts'
import { sayFamily } from './family.ts'
import { sayPairs } from './pairs.ts'
import { mountTool } from './mount.ts'

export function assemblyRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.assemblies, ({ query }) => findInDrawer(db, query))

  serve(app, api.assembly, ({ params }) => loadAssemblyPage(db, params.id))

  serve(app, api.addAssembly, ({ body, author }) =>
    inTransaction(connection, async ({ db: tx }) => {
      const { id, ...record } = body
      const rows = await tx
        .insert(assembly)
        .values({ id, ...asRow(record), ...stampOf(author) })
        .onConflictDoNothing()
        .returning()
      if (!rows[0]) throw new Problem(409, 'id-taken', `There is a tool with the id ${id} already.`)
      await tell(tx, id, 'added', record.name, author)
      return loadAssembly(tx, id)
    }),
  )

  serve(app, api.changeAssembly, ({ params, body, author }) =>
    inTransaction(connection, async ({ db: tx }) => {
      const [before] = await tx.select().from(assembly).where(eq(assembly.id, params.id)).for('no key update')
      if (!before) throw notFound(`Tool ${params.id}`)
      // Counted in another unit, what was used until now says nothing: the counter begins anew.
      const recounted = before.life?.by !== body.life?.by
      await tx
        .update(assembly)
        .set({ ...asRow(body), ...(recounted ? { lifeUsed: 0 } : {}), ...stampOf(author) })
        .where(eq(assembly.id, params.id))
      const changed = changedFields(before, body)
      if (changed.length > 0) await tell(tx, params.id, 'changed', changed.join(', '), author)
      return loadAssembly(tx, params.id)
    }),
  )

  serve(app, api.toolEvent, ({ params, body, author }) => happenToTool(connection, params.id, body, author))

  serve(app, api.mount, ({ params, body, author }) => mountTool(connection, params.id, body, author))

  serve(app, api.sayPairs, ({ params, body, author }) => sayPairs(connection, params.id, body, author))

  serve(app, api.sayFamily, ({ params, body, author }) => sayFamily(connection, params.id, body, author))

  serve(app, api.addLoad, ({ params, body, author }) => {
    const problems = loadProblems(body)
    const [first] = Object.values(problems)
    if (first) throw new Problem(422, 'load', first, { fields: problems })
    const answer = () => loadAssemblyPage(db, params.id)
    const work = async (lane: Lane) => {
      await firstTime(lane)
      await loadAssembly(lane.db, params.id)
      const [before = null] = await lane.db
        .select()
        .from(loadBaseline)
        .where(and(eq(loadBaseline.assembly, params.id), eq(loadBaseline.section, body.section)))
        .orderBy(desc(loadBaseline.at))
        .limit(1)
      const unsaid = body.note ? null : wantsReason(body, before)
      if (unsaid) throw new Problem(422, 'load', unsaid, { fields: { note: unsaid } })
      await lane.db.insert(loadBaseline).values({ ...body, assembly: params.id, at: author.now, person: author.person.id })
      await keepSending(lane)
    }
    return once(connection, sentBy(author, 'add-load', params.id, body), work, () => Promise.resolve()).then(answer)
  })

  serve(app, api.seeLoads, async ({ params, body, author }) => {
    const [baseline] = await db.select().from(loadBaseline).where(eq(loadBaseline.id, params.id))
    if (!baseline) throw notFound('This sample cut')
    const read = readLoads(body.text)
    if (read.kind === 'refused') throw new Problem(422, 'loads', read.sentence)
    const rows = read.seen.map((one, place) => ({
      id: place === 0 ? body.id : randomUUID(),
      baseline: params.id,
      place,
      at: author.now,
      person: author.person.id,
      ...one,
    }))
    const work = async (lane: Lane) => {
      await firstTime(lane)
      await lane.db.insert(loadSeen).values(rows)
      await keepSending(lane)
    }
    await once(connection, sentBy(author, 'see-loads', params.id, body), work, () => Promise.resolve())
    return loadAssemblyPage(db, baseline.assembly)
  })
}

const asRow = (input: AssemblyInput) => ({ ...input, holder: input.holder || null }) as Omit<typeof assembly.$inferInsert, 'id'>

async function tell(tx: Queries, id: string, kind: 'added' | 'changed', note: string, { person, now }: Author): Promise<void> {
  await tx.insert(assemblyEvent).values({ id: randomUUID(), assembly: id, at: now, person: person.id, kind, note })
}

const WORDS: Partial<Record<keyof AssemblyInput, string>> = { estimate: 'rough length', edges: 'rule for its edges', life: 'life' }

/** Names of the fields that have changed. */
function changedFields(before: typeof assembly.$inferSelect, after: AssemblyInput): string[] {
  return (Object.keys(after) as (keyof AssemblyInput)[])
    .filter((field) => JSON.stringify(sorted(before[field])) !== JSON.stringify(sorted(after[field])))
    .map((field) => WORDS[field] ?? field)
}

/** The database gives an object's keys in an order of its own. */
const sorted = (value: unknown): unknown =>
  value && typeof value === 'object' ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))) : value
