import {
  axesOf,
  probeHere,
  registerKey,
  sizesTaken,
  withFurtherPairs,
  workRegister,
  type Gauge,
  type MachineRecord,
  type MountedTool,
  type Nm,
  type Plan,
  type RegisterKey,
  type Scene,
} from '@rook/core'
import type { GaugeRecord, StepPlan } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import { rowOf } from '../base/db/rows.ts'
import { machine, machineHead } from '../base/db/schema.ts'
import { notFound, Problem } from '../base/problem.ts'
import { NOW, type FormerRow, type PlanRow, type SceneRows, type SizeRow } from './scene-now.ts'
import { asMachine, loadMachine, type Machine } from './machine.ts'
import { judgeSending } from './sending.ts'
import { asStanding } from './standing.ts'

interface Loaded {
  machine: Machine
  scene: Scene
  steps: StepPlan[]
}

/**
 * A machine with everything the routines and checks look at on it now, for a setup on it when one is named.
 * @param lock nobody else appends to the machine until the transaction ends
 * @param steps whether the setup's order of work is wanted too
 */
export async function loadAll(
  lane: Lane,
  machineId: string,
  setupId: string | null,
  now: string,
  { lock, steps }: { lock: boolean; steps: boolean },
): Promise<Loaded> {
  if (lock) await loadMachine(lane, machineId, true)
  return load(lane, machineId, setupId, now, 'write', steps)
}

/**
 * Everything the routines and checks look at on a machine now, for a setup on it when one is named.
 * @param purpose a finished setup can be read, but nothing is written into it any more
 */
export async function loadScene(
  lane: Lane,
  { record }: Pick<Machine, 'record'>,
  setupId: string | null,
  now: string,
  purpose: 'read' | 'write',
): Promise<Scene> {
  return (await load(lane, record.id, setupId, now, purpose, false)).scene
}

async function load(
  lane: Lane,
  machineId: string,
  setupId: string | null,
  now: string,
  purpose: 'read' | 'write',
  withSteps: boolean,
): Promise<Loaded> {
  const { sent } = lane
  const { rows } = await lane.client.query<SceneRows>({
    name: 'scene-now',
    text: NOW,
    values: [machineId, setupId, sent && !sent.isNew ? sent.id : null, withSteps],
  })
  const found = rows[0]!
  if (!found.machine || !found.head) throw notFound(`Machine ${machineId}`)
  if (sent && !sent.isNew) judgeSending(sent, found.sending)
  const own = { record: asMachine(rowOf(machine, found.machine)), head: rowOf(machineHead, found.head), versions: found.versions }
  const plan = setupId ? planOf(found.plan, own.record, setupId, purpose) : null
  const scene = sceneOf(own, found, plan, await lane.kept.gauges(lane.client, found.versions), now)
  return { machine: own, scene, steps: found.steps ?? [] }
}

/** A scene out of what was read of it, now or at a moment. */
export function sceneOf(
  { record, head }: Pick<Machine, 'record' | 'head'>,
  found: Pick<SceneRows, 'standing' | 'tools' | 'families' | 'formerly' | 'sizes'> & Partial<Pick<SceneRows, 'atHand' | 'reserved'>>,
  plan: Plan | null,
  gauges: readonly GaugeRecord[],
  now: string,
): Scene {
  const standing = Object.fromEntries((found.standing ?? []).map((row) => [row.register, asStanding(row)]))
  const planned = new Set(plan?.slots.flatMap((slot) => axesOf(record).map((axis) => registerKey(workRegister(slot, axis)))) ?? [])
  return {
    machine: record,
    now,
    homedAt: head.homedAt,
    poweredAt: head.poweredAt,
    standing,
    formerly: formerlyOf(found.formerly ?? [], planned),
    sizes: sizesOf(found.sizes ?? [], record, standing),
    gauges: gauges.map(({ intervalDays, ...gauge }): Gauge => probeHere(gauge, standing, intervalDays)),
    tools: withFurtherPairs(found.tools ?? []).map((tool) => calledAs(tool, plan)),
    plan,
    atHand: found.atHand ?? null,
    families: found.families ?? [],
    reserved: (found.reserved ?? []).flatMap(({ until, ...one }) => {
      const ends = until === null ? null : new Date(until).toISOString()
      return ends !== null && ends <= now ? [] : [{ ...one, until: ends }]
    }),
  }
}

/** A program may call a tool’s offsets by other numbers than usual: within its setup those hold. */
function calledAs(tool: MountedTool, plan: Plan | null): MountedTool {
  const planned = plan?.tools.find(({ number }) => number === tool.number)
  return planned ? { ...tool, offset: planned.offset, diameterOffset: planned.diameterOffset } : tool
}

export function planOf(row: PlanRow | null, record: MachineRecord, setupId: string, purpose: 'read' | 'write'): Plan {
  if (!row) throw notFound(`Setup ${setupId}`)
  const { machine: onMachine, endedAt, cut, ...plan } = row
  if (onMachine !== record.id)
    throw new Problem(422, 'other-machine', `This setup is not on ${record.name}. Open the routine from the setup’s own machine.`)
  if (endedAt && purpose === 'write')
    throw new Problem(
      409,
      'setup-ended',
      `This setup is finished; what was recorded in it stands. Your figures are kept: record them in the setup that is on ${record.name} now, or from the machine’s own page.`,
    )
  return { ...plan, cut: cut === null ? null : new Date(cut).toISOString() }
}

function formerlyOf(rows: readonly FormerRow[], planned: ReadonlySet<RegisterKey>): Scene['formerly'] {
  return Object.fromEntries(
    rows
      .filter(({ register }) => planned.has(register))
      // Only its figure is compared with; whether it was seen then says nothing of now.
      .map((row) => [row.register, { ...asStanding(row), seen: false }]),
  )
}

function sizesOf(rows: readonly SizeRow[], record: MachineRecord, standing: Scene['standing']): Scene['sizes'] {
  const byRegister = new Map<RegisterKey, SizeRow[]>()
  for (const row of rows) byRegister.set(row.register, [...(byRegister.get(row.register) ?? []), row])
  return Object.fromEntries(
    [...byRegister].flatMap(([register, writes]) => {
      const sizes = sizesTaken(
        writes.map(({ register: _register, at, before, after, ...row }) => ({
          ...row,
          at: new Date(at).toISOString(),
          before: before as Nm | null,
          after: after as Nm | null,
        })),
        record,
      )
      return sizes.length === 0 || standing[register]?.state !== 'set' ? [] : [[register, sizes]]
    }),
  )
}
