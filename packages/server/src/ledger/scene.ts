import { axesOf, probeHere, registerKey, workRegister, type Gauge, type MachineRecord, type Plan, type Scene } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import type { Lane } from '../db/lane.ts'
import type { machine, machineHead } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { loadFormerly, loadStanding } from './standing.ts'

type Head = typeof machineHead.$inferSelect

export function asMachine({ place: _place, ...record }: typeof machine.$inferSelect): MachineRecord {
  return record
}

/** One machine's record and the end of its chain; with `lock` nobody else appends to it until the transaction ends. */
export async function loadMachine({ statements }: Lane, id: string, lock = false): Promise<{ record: MachineRecord; head: Head }> {
  const [row] = await (lock ? statements.machineLocked : statements.machine).execute({ id })
  if (!row) throw notFound(`Machine ${id}`)
  return { record: asMachine(row.machine), head: row.head }
}

/** Everything the routines and checks look at on a machine, for a setup on it when one is named. */
export async function loadScene(
  lane: Lane,
  { record, head }: { record: MachineRecord; head: Head },
  setupId: string | null,
  now: string,
): Promise<Scene> {
  const plan = setupId ? await loadPlan(lane, record, setupId) : null
  const standing = await loadStanding(lane, record.id)
  const planned = plan?.slots.flatMap((slot) => axesOf(record).map((axis) => registerKey(workRegister(slot, axis)))) ?? []
  return {
    machine: record,
    now,
    homedAt: head.homedAt,
    poweredAt: head.poweredAt,
    standing,
    formerly: plan ? await loadFormerly(lane, record.id, plan.operation, planned) : {},
    gauges: (await loadGauges(lane)).map(({ intervalDays, ...gauge }): Gauge => probeHere(gauge, standing, intervalDays)),
    tools: await lane.statements.tools.execute({ machine: record.id }),
    plan,
  }
}

export async function loadGauges({ statements }: Pick<Lane, 'statements'>): Promise<GaugeRecord[]> {
  const rows = await statements.gauges.execute()
  return rows.map(({ place: _place, ...one }) => one)
}

async function loadPlan({ statements }: Lane, record: MachineRecord, setupId: string): Promise<Plan> {
  const [row] = await statements.plan.execute({ setup: setupId })
  if (!row) throw notFound(`Setup ${setupId}`)
  const { machine: onMachine, ...plan } = row
  if (onMachine !== record.id)
    throw new Problem(422, 'other-machine', `This setup is not on ${record.name}. Open the routine from the setup’s own machine.`)
  return plan
}
