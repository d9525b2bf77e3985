import {
  bareProvenance,
  beginsLife,
  consequencesOf,
  parseRegisterKey,
  registerName,
  type Consequence,
  type MountedTool,
  type Scene,
} from '@rook/core'
import type { AssemblyPage, EntryWrite, ToolEventBody } from '@rook/contract'
import { eq, sql } from 'drizzle-orm'
import type { Connection, Queries } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { assembly, assemblyEvent, mount } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { loadMachine, type Machine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'
import { recordConsequences } from '../ledger/several-figures.ts'
import { loadAssemblyPage } from './load.ts'

const TITLES: Readonly<Record<Exclude<ToolEventBody['kind'], 'used' | 'life-reset'>, string>> = {
  'insert-changed': 'Insert changed',
  reground: 'Reground',
  broken: 'Broken',
}

/** Notes what happened to a tool; on the machine that it sits in, what follows for its registers is one entry. */
export async function happenToTool(connection: Connection, id: string, body: ToolEventBody, author: Author): Promise<AssemblyPage> {
  const work = async (lane: Lane): Promise<void> => {
    const { db } = lane
    // Machine before tool, as mounting does: the other way round two people could wait for each other.
    const before = await placeOf(db, id)
    const machine = before && body.kind !== 'used' ? await loadMachine(lane, before.machine, true) : null
    const [row] = await db.select().from(assembly).where(eq(assembly.id, id)).for('no key update')
    if (!row) throw notFound(`Tool ${id}`)
    await firstTime(lane)
    refuseNonsense(row, body)
    const at = await placeOf(db, id)
    if (at?.machine !== before?.machine)
      throw new Problem(409, 'sits-elsewhere', `${row.name} was moved while you wrote this. Look where it sits now, and say it again.`)
    const entry = machine ? await consequences(lane, machine, id, body, author) : null
    await db.insert(assemblyEvent).values({
      id: body.id,
      assembly: id,
      at: author.now,
      person: author.person.id,
      kind: body.kind,
      note: body.note || null,
      amount: body.kind === 'used' ? body.amount : beginsLife(body.kind) ? row.lifeUsed : null,
      machine: at?.machine ?? null,
      number: at?.number ?? null,
      entry,
    })
    if (body.kind === 'used')
      await db
        .update(assembly)
        .set({ lifeUsed: sql`${assembly.lifeUsed} + ${body.amount}`, ...stampOf(author) })
        .where(eq(assembly.id, id))
    else if (beginsLife(body.kind))
      await db
        .update(assembly)
        .set({ lifeUsed: 0, ...stampOf(author) })
        .where(eq(assembly.id, id))
    await keepSending(lane)
  }
  await once(connection, sentBy(author, 'tool-event', id, body), work, () => Promise.resolve())
  return loadAssemblyPage(connection.db, id)
}

async function placeOf(db: Queries, id: string) {
  const [at] = await db.select().from(mount).where(eq(mount.assembly, id))
  return at
}

function refuseNonsense(row: typeof assembly.$inferSelect, { kind, amount, note }: ToolEventBody): void {
  if (kind === 'used') {
    if (!row.life)
      throw new Problem(409, 'no-life', `${row.name} has no life on its record. Say first whether it is counted in parts, minutes or uses.`)
    if (amount === null || !(amount > 0)) throw new Problem(422, 'amount', `Used: write how many ${row.life.by}, more than zero.`)
    return
  }
  if (note.trim().length < 3) throw new Problem(422, 'reason', 'What happened: write a few words; the next person reads them.')
}

/** The entry on the machine, with every register that the event changes; null where it changes none. */
async function consequences(lane: Lane, machine: Machine, id: string, body: ToolEventBody, author: Author): Promise<string | null> {
  const scene = await loadScene(lane, machine, null, author.now, 'write')
  const tool = scene.tools.find((one) => one.assembly === id)
  const found = tool && body.kind !== 'used' ? consequencesOf(body.kind, tool, scene) : []
  if (!tool || found.length === 0 || body.kind === 'life-reset' || body.kind === 'used') return null
  await recordConsequences(
    lane,
    machine,
    { id: body.id, kind: 'tool-changed', title: `${TITLES[body.kind]}: T${tool.number}, ${tool.name}`, reason: body.note || null },
    found.map((one) => writeOf(one, tool, scene, body.id)),
    author,
  )
  return body.id
}

function writeOf({ register, value, state }: Consequence, tool: MountedTool, scene: Scene, entry: string): EntryWrite {
  const before = scene.standing[register]
  return {
    register,
    name: registerName(parseRegisterKey(register)),
    before: before?.value ?? null,
    beforeEntry: before?.entry ?? null,
    after: value,
    state,
    standard: null,
    expanded: null,
    assembly: tool.assembly,
    // A broken tool's figure is still the old measurement; an estimate is a beginning of its own.
    ...bareProvenance(state === 'disturbed' && before ? before.origin : entry),
    fromHeight: before?.fromHeight ?? false,
    // Whatever happened, the edge is another one from here on.
    edge: entry,
  }
}
