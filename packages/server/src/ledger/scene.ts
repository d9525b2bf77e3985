import {
  axesOf,
  probeHere,
  registerKey,
  workRegister,
  type Gauge,
  type MachineRecord,
  type MountedTool,
  type Plan,
  type Scene,
} from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import type { Lane } from '../db/lane.ts'
import type { machine, machineHead } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { loadSizes } from './sizes.ts'
import { loadFormerly, loadStanding } from './standing.ts'

type Head = typeof machineHead.$inferSelect

/** A program may call a tool’s offsets by other numbers than usual: within its setup those hold. */
function calledAs(tool: MountedTool, plan: Plan | null): MountedTool {
  const planned = plan?.tools.find(({ number }) => number === tool.number)
  return planned ? { ...tool, offset: planned.offset, diameterOffset: planned.diameterOffset } : tool
}

export function asMachine({ place: _place, template: _template, ...record }: typeof machine.$inferSelect): MachineRecord {
  return record
}

/** One machine's record and the end of its chain; with `lock` nobody else appends to it until the transaction ends. */
export async function loadMachine({ statements }: Lane, id: string, lock = false): Promise<{ record: MachineRecord; head: Head }> {
  const [row] = await (lock ? statements.machineLocked : statements.machine).execute({ id })
  if (!row) throw notFound(`Machine ${id}`)
  return { record: asMachine(row.machine), head: row.head }
}

/**
 * Everything the routines and checks look at on a machine, for a setup on it when one is named.
 * @param purpose a finished setup can be read, but nothing is written into it any more
 */
export async function loadScene(
  lane: Lane,
  { record, head }: { record: MachineRecord; head: Head },
  setupId: string | null,
  now: string,
  purpose: 'read' | 'write',
): Promise<Scene> {
  const plan = setupId ? await loadPlan(lane, record, setupId, purpose) : null
  const standing = await loadStanding(lane, record.id)
  const planned = plan?.slots.flatMap((slot) => axesOf(record).map((axis) => registerKey(workRegister(slot, axis)))) ?? []
  return {
    machine: record,
    now,
    homedAt: head.homedAt,
    poweredAt: head.poweredAt,
    standing,
    formerly: plan ? await loadFormerly(lane, record.id, plan.operation, planned) : {},
    sizes: await loadSizes(lane, record),
    gauges: (await loadGauges(lane)).map(({ intervalDays, ...gauge }): Gauge => probeHere(gauge, standing, intervalDays)),
    tools: (await lane.statements.tools.execute({ machine: record.id })).map((tool) => calledAs(tool, plan)),
    plan,
  }
}

export async function loadGauges({ statements }: Pick<Lane, 'statements'>): Promise<GaugeRecord[]> {
  const rows = await statements.gauges.execute()
  return rows.map(({ place: _place, ...one }) => one)
}

async function loadPlan({ statements }: Lane, record: MachineRecord, setupId: string, purpose: 'read' | 'write'): Promise<Plan> {
  const [row] = await statements.plan.execute({ setup: setupId })
  if (!row) throw notFound(`Setup ${setupId}`)
  const { machine: onMachine, endedAt, ...plan } = row
  if (onMachine !== record.id)
    throw new Problem(422, 'other-machine', `This setup is not on ${record.name}. Open the routine from the setup’s own machine.`)
  if (endedAt && purpose === 'write')
    throw new Problem(
      409,
      'setup-ended',
      `This setup is finished; what was recorded in it stands. Your figures are kept: record them in the setup that is on ${record.name} now, or from the machine’s own page.`,
    )
  return plan
}
