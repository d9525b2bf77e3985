import { randomUUID } from 'node:crypto'
import { isIP } from 'node:net'
import { readAddress, readHttpAddress, type Address, type ConnectionInput, type MachineConnection } from '@rook/contract'
import { desc, eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import { machineConnection, person } from '../base/db/schema.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { Problem } from '../base/problem.ts'
import { announce } from '../base/live/announce.ts'
import { reachRefusal, type Reach } from './reach.ts'

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

export function changeConnection(
  connection: Connection,
  id: string,
  body: ConnectionInput,
  doors: readonly Address[],
  author: Author,
): Promise<MachineConnection> {
  return inTransaction(connection, async (lane) => {
    const { versions } = await loadMachine(lane, id)
    const { localMachines } = await lane.kept.shop(lane.client, versions)
    refuseUnreachable(body, { local: localMachines, own: doors })
    await lane.db.insert(machineConnection).values({ id: randomUUID(), machine: id, at: author.now, person: author.person.id, ...body })
    await announce(lane.client, { kind: 'machine', id })
    return { ...body, at: author.now, by: author.person.name }
  })
}

/** A name is judged when it is looked up, each time; a number is judged here already. */
function refuseUnreachable({ agent, line }: ConnectionInput, reach: Reach): void {
  const places = { agent: agent === null ? null : readHttpAddress(agent), line: line === null ? null : readAddress(line) }
  for (const [field, place] of Object.entries(places)) {
    if (!place) continue
    const number = place.host === 'localhost' ? '127.0.0.1' : place.host
    const refusal = isIP(number) ? reachRefusal(number, place.port, reach) : null
    if (refusal) throw new Problem(422, 'not-reached', refusal, { fields: { [field]: refusal } })
  }
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

/** Whether the shop says that machines are on this computer. */
export const LOCAL_ALLOWED = `SELECT EXISTS (SELECT FROM setting WHERE key = 'local-machines' AND value = 'true') AS local`
