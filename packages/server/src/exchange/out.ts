import {
  diameterRegister,
  heldAgainst,
  layoutOf,
  lengthRegister,
  prepareOut,
  registerKey,
  settingFile,
  templateInForce,
  templateProblems,
  times,
  timesInDiameter,
  valuesTable,
  type MachineRecord,
  type MountedTool,
  type Nm,
  type Scene,
  type SettingTemplate,
} from '@rook/core'
import type { HeldAnswer, HeldBody, ValuesOutBody } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { machine as machineTable } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { stampOf, type Author } from '../base/author.ts'
import { announce } from '../base/live/announce.ts'
import { asMachine, loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { writeAssets, type AssetOut } from './assets.ts'

const SNAPSHOT = { for: 'read' } as const

/** The template in force: the shop's own for the machine, or the usual one for its kind. */
export async function templateOf({ db }: Pick<Lane, 'db'>, record: MachineRecord): Promise<SettingTemplate> {
  const [row] = await db.select({ template: machineTable.template }).from(machineTable).where(eq(machineTable.id, record.id))
  if (!row) throw notFound(`Machine ${record.id}`)
  return templateInForce(row.template, record)
}

export async function changeTemplate(
  { db, pool }: Connection,
  id: string,
  template: SettingTemplate,
  author: Author,
): Promise<SettingTemplate> {
  const [known] = await db.select().from(machineTable).where(eq(machineTable.id, id))
  if (!known) throw notFound(`Machine ${id}`)
  const problems = templateProblems(template, asMachine(known))
  const [first] = Object.values(problems)
  if (first) throw new Problem(422, 'template', first, { fields: problems })
  const [row] = await db
    .update(machineTable)
    .set({ template, ...stampOf(author) })
    .where(eq(machineTable.id, id))
    .returning({ template: machineTable.template })
  if (!row) throw notFound(`Machine ${id}`)
  await announce(pool, { kind: 'machine', id })
  return row.template!
}

/** A file of present values, with who made it and from which entry of the machine's chain. */
export function valuesOutOf(connection: Connection, id: string, body: ValuesOutBody, { person, now }: Author) {
  return inTransaction(
    connection,
    async (lane) => {
      const machine = await loadMachine(lane, id)
      const scene = await loadScene(lane, machine, body.setup, now, 'read')
      const unknown = body.slots.find((slot) => !machine.record.slots.some(({ code }) => code === slot))
      if (unknown !== undefined)
        throw new Problem(422, 'unknown-slot', `${machine.record.name} has no slot \u201c${unknown}\u201d. Choose one that it has.`)
      const template = await templateOf(lane, machine.record)
      const prepared = prepareOut(scene, template, body)
      if (prepared.kind === 'refused') throw new Problem(422, 'conversion', prepared.sentence)
      const { values } = prepared
      if (values.length === 0 && body.format !== 'assets')
        throw new Problem(422, 'nothing-stands', `Nothing stands yet in the slots and tools that are to go out of ${machine.record.name}.`)
      const shop = await lane.kept.shop(lane.client, machine.versions)
      const heading = { shop: shop.name, by: person.name, at: now, seq: machine.head.seq, hash: machine.head.hash, seal: shop.seal }
      const stem = `${machine.record.id}-${now.slice(0, 16).replace(/[-:]/g, '')}`
      if (body.format === 'table') return { name: `${stem}.csv`, text: valuesTable(values, scene, template, heading), values }
      if (body.format === 'assets') {
        const tools = scene.tools.filter(({ number }) => body.tools.includes(number)).map((tool) => assetOf(tool, scene))
        return { name: `${stem}.xml`, text: writeAssets(tools, { at: now, by: person.name, sender: shop.name }), values: [] }
      }
      return { name: `${stem}.nc`, text: settingFile(prepared, scene, template, heading), values }
    },
    SNAPSHOT,
  )
}

/** A tool with what stands for it now; a length is a functional length only where it counts from the gauge line. */
function assetOf({ assembly, offset, diameterOffset, ...tool }: MountedTool, scene: Scene): AssetOut {
  const { machine, standing } = scene
  const { countsLengths, across: cutter } = layoutOf(machine)
  const length = standing[registerKey(lengthRegister(offset))]
  const register = cutter === null ? null : diameterRegister(machine, diameterOffset)
  const across = register === null ? undefined : standing[registerKey(register)]
  const good = (one: typeof length): Nm | null => (one && one.state === 'set' && one.assembly === assembly ? one.value : null)
  const held = good(across)
  return {
    ...tool,
    id: assembly,
    length: countsLengths && machine.lengthConvention === 'gauge-length' ? good(length) : null,
    diameter: held === null ? null : times(held, timesInDiameter(register!, machine)!),
  }
}

/**
 * What a control says it holds, register by register beside the ledger.
 * @param whole true for a table that was read as a whole: what it has no line of, the control has not
 */
export function compareHeld(
  connection: Connection,
  id: string,
  { text, conversion }: HeldBody,
  now: string,
  { whole = false } = {},
): Promise<HeldAnswer> {
  return inTransaction(
    connection,
    async (lane) => {
      const machine = await loadMachine(lane, id)
      const scene = await loadScene(lane, machine, null, now, 'read')
      const template = await templateOf(lane, machine.record)
      const held = heldAgainst(text, scene, template, { whole, conversion })
      if ('refused' in held) throw new Problem(422, 'conversion', held.refused)
      return held
    },
    SNAPSHOT,
  )
}
