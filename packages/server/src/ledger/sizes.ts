import { sizesTaken, type MachineRecord, type Nm, type RegisterKey, type Scene, type WearWrite } from '@rook/core'
import type { Lane } from '../db/lane.ts'

/** As the database gives it: lengths as text. */
interface SizeRow extends Omit<WearWrite, 'before' | 'after'> {
  register: RegisterKey
  before: string | null
  after: string | null
}

/** So many writes of a register are looked at: enough for how it has worn. */
const LATEST = 12

// Contents are opened only where a size can be in them: those of tables and files may be very long.
const SIZES = `
  SELECT value.register, w.entry, e.kind, e.refers, e.at, p.name AS by, w.assembly, w.before, w.after,
    CASE WHEN e.kind = 'wear' THEN e.content ->> 'routine' END AS routine,
    CASE WHEN e.kind = 'wear' THEN e.content -> 'inputs' END AS inputs
  FROM register_value value
  CROSS JOIN LATERAL (
    SELECT * FROM entry_write w
    WHERE w.machine = value.machine AND w.register = value.register
    ORDER BY w.seq DESC LIMIT ${LATEST}
  ) w
  JOIN entry e ON e.id = w.entry
  JOIN person p ON p.id = e.person
  WHERE value.machine = $1 AND value.register LIKE 'tool/%/wear' AND value.state = 'set'
  ORDER BY value.register, w.seq DESC`

/** The sizes that each wear register of a machine was corrected from. */
export async function loadSizes({ client }: Lane, machine: MachineRecord): Promise<Scene['sizes']> {
  const { rows } = await client.query<SizeRow>({ name: 'sizes', text: SIZES, values: [machine.id] })
  const byRegister = new Map<RegisterKey, WearWrite[]>()
  for (const { register, at, before, after, ...row } of rows) {
    const writes = byRegister.get(register) ?? []
    writes.push({ ...row, at: new Date(at).toISOString(), before: asLength(before), after: asLength(after) })
    byRegister.set(register, writes)
  }
  return Object.fromEntries(
    [...byRegister].flatMap(([register, writes]) => {
      const sizes = sizesTaken(writes, machine)
      return sizes.length === 0 ? [] : [[register, sizes]]
    }),
  )
}

const asLength = (value: string | null): Nm | null => (value === null ? null : (Number(value) as Nm))
