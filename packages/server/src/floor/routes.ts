import {
  axesOf,
  listed,
  parseRegisterKey,
  registerKey,
  registerName,
  suspectRegisters,
  workRegister,
  type MachineRecord,
  type Scene,
} from '@rook/core'
import { api, type EntryContent, type FloorMachine, type Setup } from '@rook/contract'
import { asc, eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import type { Statements } from '../db/statements.ts'
import { machine, machineHead } from '../db/schema.ts'
import { serve } from '../http/serve.ts'
import { listEntries } from '../ledger/list.ts'
import { asMachine, loadGauges } from '../ledger/scene.ts'
import { loadStanding } from '../ledger/standing.ts'
import { loadOpenSetups } from '../setups/load.ts'

type Head = typeof machineHead.$inferSelect
type Notice = FloorMachine['notices'][number]

export function floorRoutes(app: Express, { db, statements }: Connection): void {
  serve(app, api.floor, async () => {
    const rows = await db
      .select({ machine, head: machineHead })
      .from(machine)
      .innerJoin(machineHead, eq(machineHead.machine, machine.id))
      .orderBy(asc(machine.place))
    const setups = await loadOpenSetups(db)
    return Promise.all(
      rows.map(async (row) => {
        const record = asMachine(row.machine)
        const own = setups.find(({ setup }) => setup.summary.machine === record.id) ?? null
        const { entries } = await listEntries(db, { machine: record.id, limit: 1 })
        return {
          machine: record,
          setup: own?.setup.summary ?? null,
          last: entries[0] ?? null,
          homedAt: row.head.homedAt,
          notices: await noticesOf(statements, record, row.head, own),
        }
      }),
    )
  })
}

async function noticesOf(
  statements: Statements,
  record: MachineRecord,
  head: Head,
  own: { setup: Setup; entries: EntryContent[] } | null,
): Promise<Notice[]> {
  const notices: Notice[] = []
  if (!head.homedAt || (head.poweredAt && head.homedAt < head.poweredAt))
    notices.push({ verdict: 'stop', sentence: 'Not homed since it was switched on.' })
  const standing = await loadStanding({ statements }, record.id)
  notices.push(...suspicions({ machine: record, standing, gauges: await loadGauges({ statements }), plan: null }))
  if (!own) return notices
  const { setup, entries } = own
  const carried: string[] = []
  const unset: string[] = []
  for (const slot of setup.slots) {
    for (const axis of axesOf(record)) {
      const register = workRegister(slot, axis)
      const value = standing[registerKey(register)]
      if (!value) unset.push(registerName(register))
      else if (value.setup !== setup.summary.id && value.state === 'set') carried.push(registerName(register))
    }
  }
  if (unset.length > 0) notices.push({ verdict: 'query', sentence: `${listed(unset)} unset.` })
  if (carried.length > 0) notices.push({ verdict: 'query', sentence: `${listed(carried)} carried over, not measured in this setup.` })
  const released = entries.filter((one) => one.release)
  for (const one of released)
    notices.push({ verdict: 'query', sentence: `${one.title} was released by ${one.release!.person.name}: ${one.release!.reason}` })
  const unseen = setup.toSee.filter((readout) => !readout.seen).length
  if (unseen > 0)
    notices.push({
      verdict: 'query',
      sentence: `${unseen} ${unseen === 1 ? 'readout has' : 'readouts have'} not been seen on the control.`,
    })
  return notices
}

/** What is stale or disturbed, gathered by the reason. */
function suspicions(scene: Pick<Scene, 'machine' | 'standing' | 'gauges' | 'plan'>): Notice[] {
  const reasons = new Map<string, string[]>()
  for (const { register, note } of suspectRegisters(scene as Scene))
    reasons.set(note.because!, [...(reasons.get(note.because!) ?? []), registerName(parseRegisterKey(register))])
  return [...reasons].map(([because, names]) => ({
    verdict: 'stop',
    sentence: `${names.length > 8 ? `${names.slice(0, 7).join(', ')} and ${names.length - 7} more` : listed(names)}: ${because}. Measure again before it is used.`,
  }))
}
