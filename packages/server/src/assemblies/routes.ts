import { loadProblems, readLoads } from '@rook/core'
import { api, type AssemblyInput } from '@rook/contract'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection, Queries } from '../db/client.ts'
import { inTransaction } from '../db/lane.ts'
import { assembly, assemblyEvent, loadBaseline, loadSeen } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { serve } from '../http/serve.ts'
import type { Author } from '../ledger/author.ts'
import { happenToTool } from './happen.ts'
import { loadAssembly, loadAssemblyPage, loadDrawer } from './load.ts'
import { mountTool } from './mount.ts'

export function assemblyRoutes(app: Express, connection: Connection, clock: () => string): void {
  const { db, pool } = connection
  serve(app, api.assemblies, () => loadDrawer(db))

  serve(app, api.assembly, ({ params }) => loadAssemblyPage(db, params.id))

  serve(app, api.addAssembly, ({ body, person }) =>
    inTransaction(pool, async ({ db: tx }) => {
      const { id, ...record } = body
      const rows = await tx
        .insert(assembly)
        .values({ id, ...asRow(record) })
        .onConflictDoNothing()
        .returning()
      if (!rows[0]) throw new Problem(409, 'id-taken', `There is a tool with the id ${id} already.`)
      await tell(tx, id, 'added', record.name, { person, now: clock() })
      return loadAssembly(tx, id)
    }),
  )

  serve(app, api.changeAssembly, ({ params, body, person }) =>
    inTransaction(pool, async ({ db: tx }) => {
      const [before] = await tx.select().from(assembly).where(eq(assembly.id, params.id)).for('update')
      if (!before) throw notFound(`Tool ${params.id}`)
      // Counted in another unit, what was used until now says nothing: the counter begins anew.
      const recounted = before.life?.by !== body.life?.by
      await tx
        .update(assembly)
        .set({ ...asRow(body), ...(recounted ? { lifeUsed: 0 } : {}) })
        .where(eq(assembly.id, params.id))
      const changed = changedFields(before, body)
      if (changed.length > 0) await tell(tx, params.id, 'changed', changed.join(', '), { person, now: clock() })
      return loadAssembly(tx, params.id)
    }),
  )

  serve(app, api.toolEvent, ({ params, body, person }) => happenToTool(connection, params.id, body, { person, now: clock() }))

  serve(app, api.mount, ({ params, body, person }) => mountTool(connection, params.id, body, { person, now: clock() }))

  serve(app, api.addLoad, async ({ params, body, person }) => {
    const problems = loadProblems(body)
    const [first] = Object.values(problems)
    if (first) throw new Problem(422, 'load', first, { fields: problems })
    await loadAssembly(db, params.id)
    await db
      .insert(loadBaseline)
      .values({ ...body, assembly: params.id, at: clock(), person: person.id })
      .onConflictDoNothing()
    return loadAssemblyPage(db, params.id)
  })

  serve(app, api.seeLoads, async ({ params, body, person }) => {
    const [baseline] = await db.select().from(loadBaseline).where(eq(loadBaseline.id, params.id))
    if (!baseline) throw notFound('This sample cut')
    const read = readLoads(body.text)
    if (read.kind === 'refused') throw new Problem(422, 'loads', read.sentence)
    const [first, ...rest] = read.seen.map((one, place) => ({
      id: place === 0 ? body.id : randomUUID(),
      baseline: params.id,
      place,
      at: clock(),
      person: person.id,
      ...one,
    }))
    await inTransaction(pool, async ({ db: tx }) => {
      // Sent twice, the first line is there already: then all of them are.
      const added = await tx.insert(loadSeen).values(first!).onConflictDoNothing().returning({ id: loadSeen.id })
      if (added.length > 0 && rest.length > 0) await tx.insert(loadSeen).values(rest)
    })
    return loadAssemblyPage(db, baseline.assembly)
  })
}

const asRow = (input: AssemblyInput) => ({ ...input, holder: input.holder || null }) as Omit<typeof assembly.$inferInsert, 'id'>

async function tell(tx: Queries, id: string, kind: 'added' | 'changed', note: string, { person, now }: Author): Promise<void> {
  await tx.insert(assemblyEvent).values({ id: randomUUID(), assembly: id, at: now, person: person.id, kind, note })
}

const WORDS: Partial<Record<keyof AssemblyInput, string>> = { estimate: 'rough length', edges: 'rule for its edges', life: 'life' }

/** Names of what is otherwise than before. */
function changedFields(before: typeof assembly.$inferSelect, after: AssemblyInput): string[] {
  return (Object.keys(after) as (keyof AssemblyInput)[])
    .filter((field) => JSON.stringify(sorted(before[field])) !== JSON.stringify(sorted(after[field])))
    .map((field) => WORDS[field] ?? field)
}

/** The database gives an object's keys in an order of its own. */
const sorted = (value: unknown): unknown =>
  value && typeof value === 'object' ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))) : value
