import { PLAIN_TURNING, type MachineRecord } from '@rook/core'
import type { Lane } from '../base/db/transaction.ts'
import { rowOf } from '../base/db/rows.ts'
import { machine, machineHead } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'
import type { Versions } from '../base/db/kept.ts'

/** A machine's record, the end of its chain, and how far the shop's standing data are. */
export interface Machine {
  record: MachineRecord
  head: typeof machineHead.$inferSelect
  versions: Versions
}

export function asMachine({
  place: _place,
  template: _template,
  changedAt: _at,
  changedBy: _by,
  ...record
}: typeof machine.$inferSelect): MachineRecord {
  // A machine as it was before the list was kept has none.
  return { ...record, startUp: record.startUp ?? [], turning: record.turning ?? PLAIN_TURNING }
}

const MACHINE = `
  SELECT to_jsonb(m) AS machine, to_jsonb(h) AS head, (SELECT json_object_agg(what, version) FROM shop_version) AS versions
  FROM machine m JOIN machine_head h ON h.machine = m.id WHERE m.id = $1`

interface MachineRow {
  machine: Record<string, unknown>
  head: Record<string, unknown>
  versions: Versions
}

/** One machine's record and the end of its chain; with `lock` nobody else appends to it until the transaction ends. */
export async function loadMachine({ client }: Pick<Lane, 'client'>, id: string, lock = false): Promise<Machine> {
  const { rows } = await client.query<MachineRow>(
    lock
      ? { name: 'machine-locked', text: `${MACHINE} FOR NO KEY UPDATE OF h`, values: [id] }
      : { name: 'machine', text: MACHINE, values: [id] },
  )
  const [row] = rows
  if (!row) throw notFound(`Machine ${id}`)
  return { record: asMachine(rowOf(machine, row.machine)), head: rowOf(machineHead, row.head), versions: row.versions }
}
