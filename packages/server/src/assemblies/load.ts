import { KIND_WORDS, type ToolKind } from '@rook/core'
import type { AssemblyPage, AssemblyRecord } from '@rook/contract'
import { and, asc, count, desc, eq, ilike, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { assembly, assemblyEvent, loadBaseline, loadSeen, machine, mount, person } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'

/** The last thing that happened to its edges, but for what was taken back. */
const BROKEN = sql<boolean>`coalesce((SELECT e.kind = 'broken' FROM ${assemblyEvent} e
  WHERE e.assembly = ${assembly.id} AND e.kind IN ('broken', 'insert-changed', 'reground')
    AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.refers = e.entry AND c.kind = 'correction') ORDER BY e.at DESC, e.link DESC LIMIT 1), false)`

function rows(db: Queries) {
  return db
    .select({ assembly, mount, machineName: machine.name, broken: BROKEN })
    .from(assembly)
    .leftJoin(mount, eq(mount.assembly, assembly.id))
    .leftJoin(machine, eq(machine.id, mount.machine))
}
type Row = Awaited<ReturnType<typeof rows>>[number]

const asRecord = ({ assembly: { changedAt: _at, changedBy: _by, ...own }, mount: at, machineName, broken }: Row): AssemblyRecord => ({
  ...own,
  broken,
  mounted: at && {
    machine: at.machine,
    machineName: machineName ?? '',
    number: at.number,
    offset: at.offset,
    diameterOffset: at.diameterOffset,
  },
})

/** Every assembly of the shop, by name. */
export async function loadDrawer(db: Queries): Promise<AssemblyRecord[]> {
  return (await rows(db).orderBy(asc(assembly.name), asc(assembly.id))).map(asRecord)
}

interface Wanted {
  find?: string | undefined
  where: 'all' | 'spare' | 'mounted'
  spareFirst: boolean
  limit: number
}

const escaped = (word: string) => word.replace(/[\\%_]/g, '\\$&')

/** The first of those that fit; how many do, and how many there are. */
export async function findInDrawer(db: Queries, { find = '', where, spareFirst, limit }: Wanted) {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean)
  const text = sql`concat_ws(' ', ${assembly.name}, ${assembly.id}, ${assembly.holder}, ${machine.name})`
  const fits = and(
    ...words.map((word) => {
      const kinds = (Object.keys(KIND_WORDS) as ToolKind[]).filter((kind) => KIND_WORDS[kind].toLowerCase().includes(word))
      const inText = ilike(text, `%${escaped(word)}%`)
      return kinds.length > 0 ? or(inText, inArray(assembly.kind, kinds)) : inText
    }),
    where === 'spare' ? isNull(mount.machine) : undefined,
    where === 'mounted' ? isNotNull(mount.machine) : undefined,
  )
  const [{ of } = { of: 0 }] = await db
    .select({ of: count() })
    .from(assembly)
    .leftJoin(mount, eq(mount.assembly, assembly.id))
    .leftJoin(machine, eq(machine.id, mount.machine))
    .where(fits)
  const [{ all } = { all: 0 }] = await db.select({ all: count() }).from(assembly)
  const found = await rows(db)
    .where(fits)
    .orderBy(...(spareFirst ? [sql`${mount.machine} is not null`] : []), asc(assembly.name), asc(assembly.id))
    .limit(limit)
  const sit = await db.select({ machine: mount.machine, many: count() }).from(mount).groupBy(mount.machine)
  return { assemblies: found.map(asRecord), of, all, mounted: Object.fromEntries(sit.map(({ machine: id, many }) => [id, many])) }
}

export async function loadAssembly(db: Queries, id: string): Promise<AssemblyRecord> {
  const [row] = await rows(db).where(eq(assembly.id, id))
  if (!row) throw notFound(`Tool ${id}`)
  return asRecord(row)
}

const MOST_EVENTS = 300

/** An assembly with its history, newest first, and the cutting loads of each section, newest baseline first. */
export async function loadAssemblyPage(db: Queries, id: string): Promise<AssemblyPage> {
  const record = await loadAssembly(db, id)
  const events = await db
    .select({ event: assemblyEvent, by: person.name })
    .from(assemblyEvent)
    .innerJoin(person, eq(person.id, assemblyEvent.person))
    .where(eq(assemblyEvent.assembly, id))
    .orderBy(desc(assemblyEvent.at))
    .limit(MOST_EVENTS)
  const baselines = await db
    .select({ baseline: loadBaseline, by: person.name })
    .from(loadBaseline)
    .innerJoin(person, eq(person.id, loadBaseline.person))
    .where(eq(loadBaseline.assembly, id))
    .orderBy(asc(loadBaseline.section), desc(loadBaseline.at))
  const seen = await db
    .select({ seen: loadSeen, by: person.name })
    .from(loadSeen)
    .innerJoin(loadBaseline, eq(loadBaseline.id, loadSeen.baseline))
    .innerJoin(person, eq(person.id, loadSeen.person))
    .where(eq(loadBaseline.assembly, id))
    .orderBy(asc(loadSeen.at), asc(loadSeen.place))
  return {
    assembly: record,
    events: events.map(({ event: { person: _person, assembly: _assembly, ...event }, by }) => ({ ...event, by })),
    loads: baselines.map(({ baseline: { person: _person, assembly: _assembly, ...baseline }, by }) => ({
      ...baseline,
      by,
      seen: seen
        .filter((one) => one.seen.baseline === baseline.id)
        .map((one) => ({ at: one.seen.at, by: one.by, part: one.seen.part, value: one.seen.value })),
    })),
  }
}
