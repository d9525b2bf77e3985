import { assessPresets, presetDifferences, type Difference, type PresetTool } from '@rook/core'
import { randomUUID } from 'node:crypto'
import type { AssemblyRecord, Entry, PresetsReadAnswer, ReadPresetsBody, TakePresetsBody } from '@rook/contract'
import { eq } from 'drizzle-orm'
import { loadDrawer } from '../assemblies/load.ts'
import type { Connection, Queries } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { assembly, assemblyEvent, machine, presetSender } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { readEntry } from '../ledger/read-entry.ts'
import { withRelease, type Released } from '../ledger/release.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { isDuplicate, keepSending, once, sentBy } from '../ledger/sending.ts'
import { recordTogether } from '../ledger/several-figures.ts'
import { announce } from '../base/live/announce.ts'
import { fileWork, type FileReaders } from '../base/files/file-readers.ts'
import type { FileRead, FileSent } from './read-file.ts'

const PRESETS = fileWork<FileSent, FileRead>(new URL('./read-file.ts', import.meta.url))

type File = Pick<ReadPresetsBody, 'sender' | 'file' | 'mapping' | 'unit'>

/** Reads a file before anything is locked. */
async function readSent(
  { db }: Connection,
  readers: FileReaders,
  machineId: string,
  { sender, file, mapping, unit }: File,
): Promise<FileRead> {
  const [own] = await db.select({ unit: machine.unit }).from(machine).where(eq(machine.id, machineId))
  if (!own) throw notFound(`Machine ${machineId}`)
  const [known] = await db.select().from(presetSender).where(eq(presetSender.name, sender))
  return readers.read(PRESETS, { file, mapping, unit, known: known ?? null, machineUnit: own.unit })
}

/** Says where a preset file differs from the record; writes nothing. */
export async function lookAtPresets(
  connection: Connection,
  readers: FileReaders,
  machineId: string,
  body: ReadPresetsBody,
  now: string,
): Promise<PresetsReadAnswer> {
  const { tools, ...file } = await readSent(connection, readers, machineId, body)
  return inTransaction(
    connection,
    async (lane) => {
      const scene = await loadScene(lane, await loadMachine(lane, machineId), body.setup, now, 'read')
      return { ...file, tools: tools.length, differences: presetDifferences(tools, scene, await loadDrawer(lane.db)) }
    },
    { for: 'read' },
  )
}

interface Taken {
  entry: Entry | null
  registers: number
  records: number
  added: number
}

/** As long as the browser waits for a file. */
const PATIENCE_FOR_FILES = 50_000

/** Takes what was chosen of a file: registers as one entry, the record and the drawer with it, all in one transaction. */
export async function takePresets(
  connection: Connection,
  readers: FileReaders,
  machineId: string,
  body: TakePresetsBody,
  author: Author,
): Promise<Taken> {
  const { tools, problems, ...file } = await readSent(connection, readers, machineId, body)
  const [problem] = problems
  if (problem)
    throw new Problem(422, 'file', `${problem.sentence} Nothing was taken from the file.`, {
      fields: Object.fromEntries(problems.map(({ line, column, sentence }) => [`${line}${column ? `/${column}` : ''}`, sentence])),
    })
  const work = (released: Released | null) => async (lane: Lane) => {
    const own = await loadMachine(lane, machineId, true)
    const scene = await loadScene(lane, own, body.setup, author.now, 'write')
    const drawer = await loadDrawer(lane.db)
    const chosen = choose(presetDifferences(tools, scene, drawer), body.chosen)
    const { writes, sheet, findings } = assessPresets(chosen, scene)
    const title = `Presets from ${body.sender}: ${writes.length} ${writes.length === 1 ? 'figure' : 'figures'}`
    const entry =
      writes.length > 0
        ? await recordTogether(lane, own, scene, { ...body, kind: 'preset', title, sheet, findings, released }, author)
        : null
    const added = await addStrangers(lane, chosen, tools, body.sender, author)
    const records = await changeRecords(lane.db, chosen, tools, drawer, body.sender, author)
    if (file.kind === 'table') await remember(lane, body.sender, file, author.now)
    await keepSending(lane)
    await announce(lane.client, { kind: 'assembly', id: '' })
    return { entry, registers: writes.length, records, added }
  }
  // Sent again, it says what it wrote; the drawer has what was added then.
  const again = async (): Promise<Taken> => {
    const entry = await readEntry(connection.db, body.id)
    return { entry, registers: entry?.content.writes.length ?? 0, records: 0, added: 0 }
  }
  try {
    return await withRelease(connection, body.release, author, (released) =>
      once(connection, sentBy(author, 'take-presets', machineId, body), work(released), again, { within: PATIENCE_FOR_FILES }),
    )
  } catch (error) {
    if (isDuplicate(error)) throw movedOn()
    throw error
  }
}

const movedOn = () =>
  new Problem(
    409,
    'file-moved-on',
    'Somebody wrote in between, so the differences are no longer those that were shown. Read the file again.',
  )

function choose(differences: Difference[], ids: string[] | null): Difference[] {
  // “All” leaves out a tool that is nowhere in the drawer: its figures have no register to go into.
  if (ids === null) return differences.filter(({ kind, assembly: id }) => kind !== 'new' || id !== null)
  const wanted = new Set(ids)
  const chosen = differences.filter(({ id }) => wanted.has(id))
  if (chosen.length < wanted.size) throw movedOn()
  const homeless = chosen.find(({ kind, assembly: id }) => kind === 'new' && id === null)
  if (homeless) throw new Problem(422, 'unknown-tool', `Line ${homeless.line}: ${homeless.note}.`)
  if (chosen.length === 0) throw new Problem(422, 'nothing-chosen', 'Nothing is chosen; there is nothing to take.')
  return chosen
}

/** Rows as one JSON value: thousands of them go in with one statement, and nothing of it is built by hand. */
const ADD_TOOLS = `
  INSERT INTO assembly (id, name, estimate, flutes, properties, changed_at, changed_by)
  SELECT id, name, estimate, flutes, properties, $2, $3
  FROM jsonb_to_recordset($1::jsonb) AS tool(id text, name text, estimate bigint, flutes integer, properties jsonb)`
const ADD_EVENTS = `
  SELECT note_assemblies(jsonb_agg(jsonb_build_object(
    'id', gen_random_uuid(), 'assembly', tool ->> 'id', 'at', $2::text, 'person', $3::text, 'kind', 'added', 'note', $4::text)))
  FROM jsonb_array_elements($1::jsonb) AS tool`

async function addStrangers(
  { client }: Lane,
  chosen: readonly Difference[],
  tools: readonly PresetTool[],
  sender: string,
  { person, now }: Author,
): Promise<number> {
  const byLine = new Map(tools.map((tool) => [tool.line, tool]))
  const rows = chosen.flatMap(({ kind, assembly: id, line }) => {
    const tool = kind === 'new' && id !== null ? byLine.get(line) : undefined
    return tool ? [rowOf(tool)] : []
  })
  if (rows.length === 0) return 0
  const json = JSON.stringify(rows)
  await client.query({ name: 'add-tools', text: ADD_TOOLS, values: [json, now, person.id] })
  await client.query({ name: 'add-tool-events', text: ADD_EVENTS, values: [json, now, person.id, `from a file of ${sender}`] })
  return rows.length
}

function rowOf({ id, name, length, diameter, properties, flutes }: PresetTool) {
  return {
    id: id!,
    name: name ?? id!,
    estimate: length,
    flutes,
    properties: { ...properties, ...(diameter === null ? {} : { DC: diameter }) },
  }
}

async function changeRecords(
  db: Queries,
  chosen: readonly Difference[],
  tools: readonly PresetTool[],
  drawer: readonly AssemblyRecord[],
  sender: string,
  { person, now }: Author,
): Promise<number> {
  const byLine = new Map(tools.map((tool) => [tool.line, tool]))
  const byId = new Map(drawer.map((one) => [one.id, one]))
  const changes = new Map<string, Difference[]>()
  for (const one of chosen)
    if (one.kind === 'record' && one.assembly) changes.set(one.assembly, [...(changes.get(one.assembly) ?? []), one])
  for (const [id, list] of changes) {
    const own = byId.get(id)!
    const properties = { ...own.properties }
    let { estimate, flutes } = own
    for (const { property, next, line } of list) {
      if (property === 'estimate') estimate = next
      else if (property === 'flutes') flutes = byLine.get(line)!.flutes
      else if (property && next !== null) properties[property] = next
    }
    await db
      .update(assembly)
      .set({ properties, estimate, flutes, ...stampOf({ person, now }) })
      .where(eq(assembly.id, id))
    await db.insert(assemblyEvent).values({
      id: randomUUID(),
      assembly: id,
      at: now,
      person: person.id,
      kind: 'changed',
      note: `${list.map(({ name }) => name).join('; ')}, from a file of ${sender}`.slice(0, 500),
    })
  }
  return [...changes.values()].reduce((sum, list) => sum + list.length, 0)
}

async function remember(
  { db }: Lane,
  name: string,
  { mapping, header, unit }: Pick<FileRead, 'mapping' | 'header' | 'unit'>,
  now: string,
): Promise<void> {
  const read = { mapping, header, unit, usedAt: now }
  await db
    .insert(presetSender)
    .values({ name, ...read })
    .onConflictDoUpdate({ target: presetSender.name, set: read })
}
