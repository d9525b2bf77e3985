import { randomUUID } from 'node:crypto'
import type { Part, PartBody, PartLine, PartPage } from '@rook/contract'
import { and, asc, desc, eq, getTableColumns, ne, sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { rowOf } from '../base/db/rows.ts'
import type { Lane } from '../base/db/transaction.ts'
import { edition, part, person } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { jobsOf } from './jobs.ts'
import { found, PAGE } from './list-page.ts'
import { operationLines } from './operations.ts'

const whole = { ...getTableColumns(part), by: person.name }

const asPart = ({ changedBy: _by, ...row }: typeof part.$inferSelect & { by: string | null }): Part => row

export async function partLines(db: Queries, { words, skip }: { words: string; skip: number }): Promise<PartLine[]> {
  const rows = await db
    .select({
      ...whole,
      operations: sql<number>`(SELECT count(*) FROM operation o WHERE o.part = ${part.id})`.mapWith(Number),
      openJobs: sql<number>`(SELECT count(*) FROM job j WHERE j.part = ${part.id} AND NOT j.closed)`.mapWith(Number),
    })
    .from(part)
    .leftJoin(person, eq(person.id, part.changedBy))
    .where(found(words, part.number, part.name, part.material))
    .orderBy(asc(part.name), asc(part.number))
    .limit(PAGE)
    .offset(skip)
  return rows.map(({ operations, openJobs, ...row }) => ({ ...asPart(row), operations, openJobs }))
}

export async function loadPart(db: Queries, id: string): Promise<Part> {
  const [row] = await db.select(whole).from(part).leftJoin(person, eq(person.id, part.changedBy)).where(eq(part.id, id))
  if (!row) throw notFound('This part')
  return asPart(row)
}

export async function partPage(db: Queries, id: string): Promise<PartPage> {
  const own = await loadPart(db, id)
  return { part: own, revisions: await revisionsOf(db, id), operations: await operationLines(db, id), jobs: await jobsOf(db, { part: id }) }
}

/** Each revision from its first edition on, newest first: a mended name is no revision. */
async function revisionsOf(db: Queries, id: string): Promise<PartPage['revisions']> {
  const rows = await db
    .select({ at: edition.at, by: person.name, content: edition.content })
    .from(edition)
    .leftJoin(person, eq(person.id, edition.person))
    .where(and(eq(edition.thing, 'part'), eq(edition.key, id)))
    .orderBy(desc(edition.link))
  const said = rows.map(({ at, by, content }) => ({ at, by, ...rowOf(part, content!) }))
  return said
    .filter(({ revision }, place) => said[place + 1]?.revision !== revision)
    .map(({ revision, at, by }) => ({
      revision,
      at,
      by,
      // What it changed may have been worded better later.
      change: said.find((one) => one.revision === revision)!.change,
    }))
}

async function refuseTaken(db: Queries, number: string, id: string): Promise<void> {
  const [taken] = await db
    .select({ name: part.name })
    .from(part)
    .where(and(eq(part.number, number), ne(part.id, id)))
  if (taken)
    throw new Problem(409, 'number-taken', `${number} is the number of ${taken.name} already.`, {
      fields: { number: 'Another part has this number.' },
    })
}

export async function addPart({ db, client }: Lane, body: PartBody, author: Author): Promise<Part> {
  const id = randomUUID()
  await refuseTaken(db, body.number, id)
  await db.insert(part).values({ id, ...body, ...stampOf(author) })
  await announce(client, { kind: 'plan', id })
  return loadPart(db, id)
}

export async function changePart({ db, client }: Lane, id: string, body: PartBody, author: Author): Promise<Part> {
  await loadPart(db, id)
  await refuseTaken(db, body.number, id)
  await db
    .update(part)
    .set({ ...body, ...stampOf(author) })
    .where(eq(part.id, id))
  await announce(client, { kind: 'plan', id })
  return loadPart(db, id)
}
