import { axesOf, registerKey, workRegister, type MachineRecord, type Scene } from '@rook/core'
import { asc, eq } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { assembly, gauge, machine, machineHead, mount, operation, setup } from '../db/schema.ts'
import { notFound, Problem } from '../http/problem.ts'
import { loadFormerly, loadStanding } from './standing.ts'

type Head = typeof machineHead.$inferSelect

export function asMachine({ place: _place, ...record }: typeof machine.$inferSelect): MachineRecord {
  return record
}

/** One machine's record and the end of its chain; with `lock` nobody else appends to it until the transaction ends. */
export async function loadMachine(db: Queries, id: string, lock = false): Promise<{ record: MachineRecord; head: Head }> {
  const query = db
    .select({ machine, head: machineHead })
    .from(machine)
    .innerJoin(machineHead, eq(machineHead.machine, machine.id))
    .where(eq(machine.id, id))
  const [row] = lock ? await (query as typeof query & { for(strength: 'update', of: object): typeof query }).for('update', { of: machineHead }) : await query
  if (!row) throw notFound(`Machine ${id}`)
  return { record: asMachine(row.machine), head: row.head }
}

/** Everything the routines and checks look at on a machine, for a setup on it when one is named. */
export async function loadScene(
  db: Queries,
  { record, head }: { record: MachineRecord; head: Head },
  setupId: string | null,
  now: string,
): Promise<Scene> {
  const plan = setupId ? await loadPlan(db, record, setupId) : null
  const standing = await loadStanding(db, record.id)
  const planned = plan?.slots.flatMap((slot) => axesOf(record).map((axis) => registerKey(workRegister(slot, axis)))) ?? []
  return {
    machine: record,
    now,
    homedAt: head.homedAt,
    poweredAt: head.poweredAt,
    standing,
    formerly: plan ? await loadFormerly(db, record.id, plan.operation, planned) : {},
    gauges: await loadGauges(db),
    tools: await loadTools(db, record.id),
    plan,
  }
}

export async function loadGauges(db: Queries) {
  const rows = await db.select().from(gauge).orderBy(asc(gauge.place))
  return rows.map(({ place: _place, ...one }) => one)
}

async function loadTools(db: Queries, machineId: string) {
  return db
    .select({
      number: mount.number,
      offset: mount.offset,
      assembly: assembly.id,
      name: assembly.name,
      estimate: assembly.estimate,
    })
    .from(mount)
    .innerJoin(assembly, eq(assembly.id, mount.assembly))
    .where(eq(mount.machine, machineId))
    .orderBy(asc(mount.place))
}

async function loadPlan(db: Queries, record: MachineRecord, setupId: string) {
  const [row] = await db
    .select({ setup, operation })
    .from(setup)
    .innerJoin(operation, eq(operation.id, setup.operation))
    .where(eq(setup.id, setupId))
  if (!row) throw notFound(`Setup ${setupId}`)
  if (row.setup.machine !== record.id)
    throw new Problem(422, 'other-machine', `This setup is not on ${record.name}. Open the routine from the setup’s own machine.`)
  return {
    setup: row.setup.id,
    operation: row.operation.id,
    operationName: row.operation.name,
    slots: row.operation.slots,
    stock: row.operation.stock,
    fixtureRepeat: row.operation.fixtureRepeat,
  }
}
