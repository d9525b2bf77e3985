import {
  carriedWith,
  foundOf,
  provenanceOf,
  fitsOffsets,
  numbersIn,
  parseRegisterKey,
  layoutOf,
  registerName,
  stationRefusal,
  type Carried,
  type MachineRecord,
  type MountedTool,
  type Scene,
} from '@rook/core'
import { randomUUID } from 'node:crypto'
import type { Entry, EntryWrite, MountBody } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { assembly, assemblyEvent, machine as machineTable, mount } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine, type Machine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { recordConsequences } from '../ledger/several-figures.ts'

/** Mounts, moves or takes out an assembly: the place it sits in, its history, and an entry on the machine. */
export function mountTool(connection: Connection, machineId: string, body: MountBody, author: Author): Promise<Entry> {
  return onceOnly(connection, sentBy(author, 'mount', machineId, body), async (lane) => {
    // Two machines are always locked in the same order, so that two moves cannot wait for each other.
    const ids = [...new Set([machineId, ...(body.from ? [body.from.machine] : [])])].sort()
    const locked = new Map<string, Machine>()
    for (const id of ids) locked.set(id, await loadMachine(lane, id, true))
    const machine = locked.get(machineId)!
    await firstTime(lane)
    const [there] = await lane.db
      .select()
      .from(mount)
      .where(and(eq(mount.machine, machineId), eq(mount.number, body.number)))
    if (body.assembly === null) return takeOut(lane, machine, body, there, author)
    return putIn(lane, locked, machine, body, there, author)
  })
}

type MountRow = typeof mount.$inferSelect

async function putIn(
  lane: Lane,
  locked: ReadonlyMap<string, Machine>,
  machine: Machine,
  body: MountBody,
  there: MountRow | undefined,
  author: Author,
): Promise<Entry> {
  const machineId = machine.record.id
  const [row] = await lane.db.select().from(assembly).where(eq(assembly.id, body.assembly!)).for('no key update')
  if (!row) throw notFound(`Tool ${body.assembly}`)
  const unfit = stationRefusal(row.kind, body.number, machine.record)
  if (unfit) throw new Problem(422, 'station', unfit, { fields: { number: unfit } })
  const other = there && there.assembly !== body.assembly ? there : undefined
  const replaced = other ? await makeRoom(lane.db, machine, body, other, author) : null
  const offsets = numbersFor(body, other)
  await refuseNumbers(lane.db, machine, body, offsets)
  const before = await whereItSits(lane.db, row.name, body)
  const carried = before && body.carry ? await figuresOf(lane, locked.get(before.machine)!, machine, row.id, offsets, author) : []
  if (before) await unmount(lane.db, row.id, author)
  await lane.db.insert(mount).values({
    machine: machineId,
    number: body.number,
    place: Number(body.number),
    ...offsets,
    assembly: row.id,
    // Within a machine the figures stay under their numbers, so the tool goes on being called by them.
    further: before?.machine === machineId ? before.further.filter((pair) => !Object.values(offsets).includes(pair.offset)) : [],
    ...stampOf(author),
  })
  const moved = cameFrom(before, machineId, locked)
  const instead = replaced === null ? '' : ` in place of ${replaced}`
  const title = `${row.name} ${moved} T${body.number}${instead}${numberWords(machine.record, body.number, offsets)}`
  await note(lane.db, row.id, before ? 'moved' : 'mounted', title, machineId, body, author)
  if (before && before.machine !== machineId)
    await recordConsequences(
      lane,
      locked.get(before.machine)!,
      {
        id: randomUUID(),
        kind: 'mounted',
        title: `${row.name} taken out of T${before.number}, moved to ${machine.record.name}`,
        reason: body.reason || null,
      },
      [],
      author,
    )
  return recordConsequences(lane, machine, { id: body.id, kind: 'mounted', title, reason: body.reason || null }, carried, author)
}

/** By which numbers a tool is called, as its machine has them; nothing where a lathe calls it by its station. */
function numberWords(record: MachineRecord, station: string, numbers: { offset: string; diameterOffset: string }): string {
  if (layoutOf(record).countsLengths) return `, H${numbers.offset} D${numbers.diameterOffset}`
  return numbers.offset === station ? '' : `, offset ${numbers.offset}`
}

/** What takes a tool's place is called by its numbers, unless others are said. */
const numbersFor = ({ number, offset, diameterOffset }: MountBody, other: MountRow | undefined) =>
  numbersIn(number, offset || (other?.offset ?? ''), diameterOffset || (other?.diameterOffset ?? ''))

function cameFrom(before: MountRow | null, machineId: string, locked: ReadonlyMap<string, Machine>): string {
  if (!before) return 'mounted in'
  return `moved from T${before.number}${before.machine === machineId ? '' : ` on ${locked.get(before.machine)!.record.name}`} to`
}

/**
 * Puts what sits in the pocket into the drawer, in the same entry, where the person has said that they saw it there.
 * @returns what it is called
 */
async function makeRoom(db: Queries, { record }: Machine, body: MountBody, there: MountRow, author: Author): Promise<string> {
  const [sits] = await db.select({ name: assembly.name }).from(assembly).where(eq(assembly.id, there.assembly))
  const name = sits?.name ?? there.assembly
  if (body.replaces !== there.assembly)
    throw new Problem(
      409,
      'pocket-taken',
      `T${body.number} on ${record.name} holds ${name}. Look at it again: it goes to the drawer when another tool takes its place.`,
    )
  await unmount(db, there.assembly, author)
  const words = `${name} taken out of T${body.number} for another tool`
  await note(db, there.assembly, 'taken-out', body.reason || words, record.id, body, author, randomUUID())
  return name
}

async function takeOut(lane: Lane, machine: Machine, body: MountBody, there: MountRow | undefined, author: Author): Promise<Entry> {
  if (!there) throw new Problem(409, 'pocket-empty', `T${body.number} on ${machine.record.name} is empty already.`)
  const [row] = await lane.db.select().from(assembly).where(eq(assembly.id, there.assembly))
  await unmount(lane.db, there.assembly, author)
  const title = `${row!.name} taken out of T${body.number}`
  await note(lane.db, there.assembly, 'taken-out', body.reason || title, machine.record.id, body, author)
  return recordConsequences(lane, machine, { id: body.id, kind: 'mounted', title, reason: body.reason || null }, [], author)
}

/** Empties a pocket; its edition says who did, so the row says it first. */
async function unmount(db: Queries, id: string, author: Author): Promise<void> {
  await db.update(mount).set(stampOf(author)).where(eq(mount.assembly, id))
  await db.delete(mount).where(eq(mount.assembly, id))
}

/** H and D within what the control has, and nobody else's. */
async function refuseNumbers(
  db: Queries,
  { record }: Machine,
  body: MountBody,
  numbers: { offset: string; diameterOffset: string },
): Promise<void> {
  for (const [word, number] of [
    ['H', numbers.offset],
    ['D', numbers.diameterOffset],
  ] as const)
    if (!fitsOffsets(number, record.offsets))
      throw new Problem(
        422,
        'offset-number',
        `${word}${number}: ${record.name} has offset numbers 1 to ${record.offsets}. Give the tool another number.`,
      )
  const others = await db
    .select({ mount, name: assembly.name })
    .from(mount)
    .innerJoin(assembly, eq(assembly.id, mount.assembly))
    .where(eq(mount.machine, record.id))
  const taken = others.find(
    ({ mount: other }) =>
      other.assembly !== body.assembly &&
      (other.offset === numbers.offset ||
        other.diameterOffset === numbers.diameterOffset ||
        other.further.some(({ offset }) => offset === numbers.offset || offset === numbers.diameterOffset)),
  )
  if (taken)
    throw new Problem(
      409,
      'number-taken',
      `${wordOf(taken.mount, numbers)} belongs to T${taken.mount.number}, ${taken.name}; each would overwrite the other\u2019s figures.`,
    )
}

/** The number that two tools would be called by, with its word. */
function wordOf(other: MountRow, { offset, diameterOffset }: { offset: string; diameterOffset: string }): string {
  if (other.offset === offset) return `H${offset}`
  return other.diameterOffset === diameterOffset ? `D${diameterOffset}` : `Offset ${offset}`
}

/** Where the assembly sits now; refused when that is elsewhere than the person believes. */
async function whereItSits(db: Queries, name: string, { assembly: id, from, number }: MountBody): Promise<MountRow | null> {
  const [row] = await db
    .select({ mount, machineName: machineTable.name })
    .from(mount)
    .innerJoin(machineTable, eq(machineTable.id, mount.machine))
    .where(eq(mount.assembly, id!))
  if (!row) {
    if (from) throw new Problem(409, 'sits-elsewhere', `${name} does not sit in T${from.number} any more; it is in the drawer. Look again.`)
    return null
  }
  const { mount: at, machineName } = row
  if (!from || from.machine !== at.machine || from.number !== at.number)
    throw new Problem(
      409,
      'mounted-elsewhere',
      `${name} sits in T${at.number} on ${machineName}. Take it out there, or move it from there to T${number}.`,
    )
  return at
}

async function figuresOf(
  lane: Lane,
  from: Machine,
  to: Machine,
  id: string,
  numbers: { offset: string; diameterOffset: string },
  author: Author,
): Promise<EntryWrite[]> {
  const scene = await loadScene(lane, from, null, author.now, 'write')
  const tool = scene.tools.find((one) => one.assembly === id)
  if (!tool) return []
  const target = from.record.id === to.record.id ? scene : await loadScene(lane, to, null, author.now, 'write')
  return carriedWith(tool, scene, { machine: to.record, ...numbers }).map((one) => writeOf(one, tool, target))
}

function writeOf({ register, value, state, from }: Carried, tool: MountedTool, scene: Scene): EntryWrite {
  const before = scene.standing[register]
  const same = state !== 'estimated'
  return {
    register,
    name: registerName(parseRegisterKey(register)),
    before: before?.value ?? null,
    beforeEntry: before?.entry ?? null,
    after: value,
    state,
    standard: from.standard,
    expanded: null,
    assembly: tool.assembly,
    ...provenanceOf({ ...from, found: foundOf(from), ...(same ? {} : { rests: [], gauges: [] }) }),
  }
}

async function note(
  db: Queries,
  id: string,
  kind: 'mounted' | 'moved' | 'taken-out',
  words: string,
  machine: string,
  { number, id: entry }: Pick<MountBody, 'number' | 'id'>,
  { person, now }: Author,
  own = entry,
): Promise<void> {
  await db
    .insert(assemblyEvent)
    .values({ id: own, assembly: id, at: now, person: person.id, kind, note: words, amount: null, machine, number, entry })
}
