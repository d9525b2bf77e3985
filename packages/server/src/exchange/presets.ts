import {
  assessPresets,
  guessMapping,
  mappingAgain,
  presetDifferences,
  readPresets,
  type Difference,
  type LengthUnit,
  type Mapping,
  type PresetTool,
} from '@rook/core'
import { randomUUID } from 'node:crypto'
import type { AssemblyRecord, Entry, PresetsReadAnswer, ReadPresetsBody, TakePresetsBody } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Connection, Queries } from '../db/client.ts'
import { inTransaction, type Lane } from '../db/lane.ts'
import { assembly, assemblyEvent, presetSender } from '../db/schema.ts'
import { loadDrawer } from '../assemblies/load.ts'
import { Problem } from '../http/problem.ts'
import type { Author } from '../ledger/author.ts'
import { readEntry } from '../ledger/read-entry.ts'
import { isDuplicate } from '../ledger/record.ts'
import { verifyRelease } from '../ledger/release.ts'
import { loadMachine, loadScene } from '../ledger/scene.ts'
import { recordTogether } from '../ledger/together.ts'
import { readAssets } from './assets.ts'
import { decodeFile } from './decode.ts'
import { readTable } from './table.ts'

type File = Pick<ReadPresetsBody, 'sender' | 'file' | 'mapping' | 'unit'>

interface FileRead {
  kind: 'table' | 'assets'
  header: string[]
  mapping: Mapping
  unit: LengthUnit
  tools: PresetTool[]
  problems: PresetsReadAnswer['problems']
}

/** Reads a file by what is said of it now, or by what this sender's last file was read by, or by its headings. */
async function readFile(db: Queries, { sender, file, mapping, unit }: File, machineUnit: LengthUnit): Promise<FileRead> {
  const text = decodeFile(file)
  if (/^\s*(<\?xml|<[\w:]*MTConnect)/.test(text.replace(/^\ufeff/, '')))
    return { kind: 'assets', header: [], mapping: {}, unit: 'mm', ...readAssets(text.replace(/^\ufeff/, '')) }
  const { table, problems } = readTable(text)
  const [known] = await db.select().from(presetSender).where(eq(presetSender.name, sender))
  const fits = known && Object.values(known.mapping).every((heading) => table.header.includes(heading))
  const used = mapping ?? (fits ? mappingAgain(known.mapping, known.header ?? table.header, table.header) : guessMapping(table.header))
  const inUnit = unit ?? known?.unit ?? machineUnit
  const read = problems.length > 0 ? { tools: [], problems } : readPresets(table, used, inUnit)
  return { kind: 'table', header: [...table.header], mapping: used, unit: inUnit, ...read }
}

/** Says where a preset file differs from the record; writes nothing. */
export function lookAtPresets(connection: Connection, machineId: string, body: ReadPresetsBody, now: string): Promise<PresetsReadAnswer> {
  return inTransaction(
    connection.pool,
    async (lane) => {
      const machine = await loadMachine(lane, machineId)
      const { tools, ...file } = await readFile(lane.db, body, machine.record.unit)
      const scene = await loadScene(lane, machine, body.setup, now, 'read')
      return { ...file, tools: tools.length, differences: presetDifferences(tools, scene, await loadDrawer(lane.db)) }
    },
    'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY',
  )
}

interface Taken {
  entry: Entry | null
  registers: number
  records: number
  added: number
}

/** Takes what was chosen of a file: registers as one entry, the record and the drawer with it, all in one transaction. */
export async function takePresets(connection: Connection, machineId: string, body: TakePresetsBody, author: Author): Promise<Taken> {
  const released = body.release ? await verifyRelease(connection.db, body.release, author.now) : null
  const known = await readEntry(connection.db, body.id)
  if (known) return { entry: known, registers: known.content.writes.length, records: 0, added: 0 }
  const work = inTransaction(connection.pool, async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    const { tools, problems, ...file } = await readFile(lane.db, body, machine.record.unit)
    const [problem] = problems
    if (problem)
      throw new Problem(422, 'file', `${problem.sentence} Nothing was taken from the file.`, {
        fields: Object.fromEntries(problems.map(({ line, column, sentence }) => [`${line}${column ? `/${column}` : ''}`, sentence])),
      })
    const scene = await loadScene(lane, machine, body.setup, author.now, 'write')
    const drawer = await loadDrawer(lane.db)
    const chosen = choose(presetDifferences(tools, scene, drawer), body.chosen)
    const { writes, sheet, findings } = assessPresets(chosen, scene)
    const title = `Presets from ${body.sender}: ${writes.length} ${writes.length === 1 ? 'figure' : 'figures'}`
    const entry =
      writes.length > 0
        ? await recordTogether(lane, machine, scene, { ...body, kind: 'preset', title, sheet, findings, released }, author)
        : null
    const added = await addStrangers(lane, chosen, tools, body.sender, author)
    const records = await changeRecords(lane.db, chosen, tools, drawer, body.sender, author)
    if (file.kind === 'table') await remember(lane, body.sender, file, author.now)
    return { entry, registers: writes.length, records, added }
  })
  return work.catch((error: unknown) => {
    if (isDuplicate(error)) throw movedOn()
    throw error
  })
}

const movedOn = () =>
  new Problem(
    409,
    'file-moved-on',
    'Somebody wrote in between, so the differences are no longer those that were shown. Read the file again.',
  )

function choose(differences: Difference[], ids: string[] | null): Difference[] {
  // What has no place to go to is never among all.
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
  INSERT INTO assembly (id, name, estimate, flutes, properties)
  SELECT id, name, estimate, flutes, properties
  FROM jsonb_to_recordset($1::jsonb) AS tool(id text, name text, estimate bigint, flutes integer, properties jsonb)`
const ADD_EVENTS = `
  INSERT INTO assembly_event (id, assembly, at, person, kind, note)
  SELECT gen_random_uuid(), tool.id, $2, $3, 'added', $4 FROM jsonb_to_recordset($1::jsonb) AS tool(id text)`

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
  await client.query({ name: 'add-tools', text: ADD_TOOLS, values: [json] })
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
    await db.update(assembly).set({ properties, estimate, flutes }).where(eq(assembly.id, id))
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
