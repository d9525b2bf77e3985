import { randomUUID } from 'node:crypto'
import type { ConnectionInput, MachineConnection } from '@rook/contract'
import { desc, eq } from 'drizzle-orm'
import type { Connection } from '../db/client.ts'
import { machineConnection, person } from '../db/schema.ts'
import { inTransaction, type Lane } from '../db/transaction.ts'
import type { Author } from '../ledger/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { announce } from '../live/announce.ts'

const NONE: MachineConnection = { agent: null, device: null, line: null, readsTable: false, sends: false, at: null, by: null }

/** How a machine is reached; nothing where nobody has said so. */
export async function connectionOf(lane: Pick<Lane, 'db' | 'client' | 'kept' | 'sent'>, id: string): Promise<MachineConnection> {
  await loadMachine(lane, id)
  const [row] = await lane.db
    .select({ kept: machineConnection, by: person.name })
    .from(machineConnection)
    .leftJoin(person, eq(person.id, machineConnection.person))
    .where(eq(machineConnection.machine, id))
    .orderBy(desc(machineConnection.at))
    .limit(1)
  if (!row) return NONE
  const { agent, device, line, readsTable, sends, at } = row.kept
  return { agent, device, line, readsTable, sends, at, by: row.by }
}

export function changeConnection(connection: Connection, id: string, body: ConnectionInput, author: Author): Promise<MachineConnection> {
  return inTransaction(connection, async (lane) => {
    await loadMachine(lane, id)
    await lane.db.insert(machineConnection).values({ id: randomUUID(), machine: id, at: author.now, person: author.person.id, ...body })
    await announce(lane.client, { kind: 'machine', id })
    return { ...body, at: author.now, by: author.person.name }
  })
}

export interface Reached {
  machine: string
  agent: string | null
  device: string | null
  line: string | null
  readsTable: boolean
}

/** Every machine that is reached over some address, as one statement: asked for each few seconds. */
export const REACHED = `
  SELECT machine, agent, device, line, "readsTable" FROM (
    SELECT DISTINCT ON (machine) machine, agent, device, line, reads_table AS "readsTable" FROM machine_connection ORDER BY machine, at DESC
  ) AS newest WHERE agent IS NOT NULL OR line IS NOT NULL`
