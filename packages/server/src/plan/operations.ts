import { randomUUID } from 'node:crypto'
import { fitsNeed, routineById, type Nm } from '@rook/core'
import type { OperationBody, OperationLine, OperationPage, OperationRecord } from '@rook/contract'
import { and, asc, desc, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { rowOf } from '../base/db/rows.ts'
import type { Lane } from '../base/db/transaction.ts'
import { assembly, edition, machine, mount, operation, part, person, setup } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { newestEdition } from './editions.ts'
import { setupsOf } from './setup-lines.ts'

type Row = typeof operation.$inferSelect

/** Nobody looks through more of them before a setup. */
const MOST_FITTING = 8

/** An edition's own words about the work: its row without its part, its author and its time. */
const saidBy = ({ id: _id, part: _part, changedAt: _at, changedBy: _by, ...plan }: Row) => plan

export async function operationLines(db: Queries, partId: string): Promise<OperationLine[]> {
  return db
    .select({
      id: operation.id,
      name: operation.name,
      revision: operation.revision,
      kind: operation.kind,
      program: operation.program,
      edition: newestEdition(operation.id),
      steps: sql<number>`jsonb_array_length(${operation.steps})`.mapWith(Number),
      running: sql<number>`(SELECT count(*) FROM setup s WHERE s.operation = ${operation.id} AND s.ended_at IS NULL)`.mapWith(Number),
    })
    .from(operation)
    .where(eq(operation.part, partId))
    .orderBy(asc(operation.name), asc(operation.id))
}

export async function loadOperation(db: Queries, id: string): Promise<OperationRecord> {
  const [row] = await db
    .select({ ...getTableColumns(operation), partName: part.name, by: person.name, edition: newestEdition(operation.id) })
    .from(operation)
    .innerJoin(part, eq(part.id, operation.part))
    .leftJoin(person, eq(person.id, operation.changedBy))
    .where(eq(operation.id, id))
  if (!row) throw notFound('This operation')
  const { changedBy: _by, ...own } = row
  return own
}

export async function operationPage(db: Queries, id: string): Promise<OperationPage> {
  const own = await loadOperation(db, id)
  const editions = await db
    .select({ edition: edition.link, at: edition.at, by: person.name, content: edition.content })
    .from(edition)
    .leftJoin(person, eq(person.id, edition.person))
    .where(and(eq(edition.thing, 'operation'), eq(edition.key, id)))
    .orderBy(desc(edition.link))
  return {
    operation: own,
    editions: editions.map(({ content, ...one }) => ({ ...one, content: saidBy(rowOf(operation, content!)) })),
    setups: await setupsOf(db, eq(setup.operation, id)),
    loadings: await loadingsOf(db, id),
    fitting: await fittingOf(db, own),
  }
}

/** For each tool that the plan needs, by number: the assemblies of the shop that are one, those in no pocket first. */
async function fittingOf(db: Queries, { tools }: Pick<Row, 'tools'>): Promise<OperationPage['fitting']> {
  const needs = tools.flatMap(({ number, need }) => (need ? [{ number, need }] : []))
  if (needs.length === 0) return {}
  const kinds = [...new Set(needs.map(({ need }) => need.kind))]
  const drawer = await db
    .select({
      id: assembly.id,
      name: assembly.name,
      kind: assembly.kind,
      properties: assembly.properties,
      flutes: assembly.flutes,
      machine: machine.name,
      number: mount.number,
    })
    .from(assembly)
    .leftJoin(mount, eq(mount.assembly, assembly.id))
    .leftJoin(machine, eq(machine.id, mount.machine))
    .where(inArray(assembly.kind, kinds))
    .orderBy(sql`${mount.number} IS NOT NULL`, asc(assembly.name), asc(assembly.id))
  return Object.fromEntries(
    needs.map(({ number, need }) => [
      number,
      drawer
        .filter((tool) => fitsNeed(need, tool))
        .slice(0, MOST_FITTING)
        .map(({ id, name, machine: on, number: pocket }) => ({ id, name, at: on === null ? null : `T${pocket} on ${on}` })),
    ]),
  )
}

/** How a fixture comes back is learned from its last setups; what it did years ago says little. */
const LOADINGS = 60

/** How each zero came to lie in each loading: what the last pick-up of a setup wrote that was not taken back; on one machine, or on all. */
export async function loadingsOf(db: Queries, id: string, machine: string | null = null): Promise<OperationPage['loadings']> {
  const { rows } = await db.execute<{ machine: string; register: string; loadings: { setup: string; at: string; value: number }[] }>(sql`
    SELECT machine, register, json_agg(json_build_object('setup', setup, 'at', at, 'value', value) ORDER BY at DESC) AS loadings FROM (
      SELECT DISTINCT ON (w.machine, w.register, w.setup) w.machine, w.register, w.setup, w.at, w.after AS value
      FROM (SELECT id FROM setup WHERE operation = ${id} AND machine = coalesce(${machine}, machine) ORDER BY started_at DESC LIMIT ${LOADINGS}) own
      JOIN entry_write w ON w.setup = own.id AND w.kind = 'pick-up'
      WHERE w.register LIKE 'work/%' AND w.after IS NOT NULL
        AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = w.entry AND k.kind = 'correction')
      ORDER BY w.machine, w.register, w.setup, w.seq DESC
    ) measured GROUP BY machine, register ORDER BY machine, register`)
  return rows.map(({ loadings, ...row }) => ({
    ...row,
    loadings: loadings.map(({ setup: of, at, value }) => ({ setup: of, at: new Date(at).toISOString(), value: value as Nm })),
  }))
}

/** What the shop does not have cannot be planned with. */
async function refuseUnknown(db: Queries, { machines, steps, kind }: OperationBody): Promise<void> {
  if (machines.length > 0) {
    const known = await db.select({ id: machine.id, kind: machine.kind }).from(machine)
    const wrong = machines.find((id) => known.find((one) => one.id === id)?.kind !== kind)
    if (wrong !== undefined)
      throw new Problem(422, 'other-machine', `Machines: ${wrong} is no ${kind} of this shop.`, {
        fields: { machines: `Choose ${kind}s of the shop.` },
      })
  }
  for (const { title, kind: does, routine } of steps) {
    const found = routine === null ? null : routineById(routine)
    if (does === 'routine' ? !found : routine !== null)
      throw new Problem(422, 'routine-unknown', `Step “${title}”: choose a routine for it.`)
    if (found && !found.machines.includes(kind))
      throw new Problem(422, 'routine-unknown', `Step “${title}”: ${found.name} is not done on a ${kind}. Choose another routine.`)
  }
}

export async function addOperation({ db, client }: Lane, partId: string, body: OperationBody, author: Author): Promise<OperationRecord> {
  const [own] = await db.select({ id: part.id }).from(part).where(eq(part.id, partId))
  if (!own) throw notFound('This part')
  await refuseUnknown(db, body)
  const id = randomUUID()
  await db.insert(operation).values({ id, part: partId, ...body, ...stampOf(author) })
  await announce(client, { kind: 'plan', id })
  return loadOperation(db, id)
}

export async function changeOperation(
  { db, client }: Lane,
  id: string,
  { edition: basis, plan }: { edition: number; plan: OperationBody },
  author: Author,
): Promise<OperationRecord> {
  await db.select({ id: operation.id }).from(operation).where(eq(operation.id, id)).for('update')
  const now = await loadOperation(db, id)
  if (now.edition !== basis)
    throw new Problem(
      409,
      'edition-moved-on',
      `${now.by ?? 'Somebody'} has made edition ${now.edition} while you were changing edition ${basis}. What you typed is kept; look at the differences first.`,
    )
  await refuseUnknown(db, plan)
  await db
    .update(operation)
    .set({ ...plan, ...stampOf(author) })
    .where(eq(operation.id, id))
  await announce(client, { kind: 'plan', id })
  return loadOperation(db, id)
}
