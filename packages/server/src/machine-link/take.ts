import type { ObservedAnswer, Taken } from '@rook/contract'
import { asDisplayed, GAUGE_LASTS, takeRefusal, type Axis } from '@rook/core'
import type { Connection } from '../base/db/client.ts'
import { taken } from '../base/db/schema.ts'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { takenBy } from '../ledger/taken.ts'
import { firstTime, keepSending, once, sentBy } from '../ledger/sending.ts'

interface Asked {
  id: string
  what: 'position' | 'gauge'
  axes: readonly Axis[]
  after: readonly string[]
}

/** Takes what a machine or gauge shows now, and keeps it as evidence. Refused with the reason while it moves, is old or is not there. */
export function take(
  connection: Connection,
  machineId: string,
  body: Asked,
  observed: () => ObservedAnswer,
  author: Author,
): Promise<Taken> {
  const again = async () => (await takenBy(connection, [body.id])).get(body.id)!
  const work = async (lane: Lane): Promise<Taken> => {
    await firstTime(lane)
    const { record: machine } = await loadMachine(lane, machineId)
    const seen = observed()
    const wanted = body.axes.length > 0 ? body.axes : machine.travels.map(({ axis }) => axis)
    const refusal = body.what === 'position' ? takeRefusal(seen, wanted, machine.name) : gaugeRefusal(seen)
    if (refusal) throw new Problem(409, 'not-taken', refusal)
    if (body.what === 'position') await refuseSameRest(lane, machine.name, machineId, body.after, seen, author.now)
    const row = {
      id: body.id,
      machine: machineId,
      at: author.now,
      what: body.what,
      positions:
        body.what === 'gauge'
          ? []
          : wanted.map((axis) => ({ axis, value: asDisplayed(seen.positions.find((one) => one.axis === axis)!.machine!, machine) })),
      gauge: body.what === 'gauge' ? { gauge: seen.gauge!.gauge, text: seen.gauge!.text, value: seen.gauge!.value } : null,
      slot: seen.slot,
      tool: seen.tool,
    }
    await lane.db.insert(taken).values({ ...row, person: author.person.id })
    await keepSending(lane)
    return { ...row, by: author.person.name }
  }
  return once(connection, sentBy(author, 'take', machineId, { ...body, axes: [...body.axes], after: [...body.after] }), work, again)
}

/** Two readings of a sheet are two moments: nothing is taken for the second one while the machine stands as it stood for the first. */
async function refuseSameRest(
  lane: Lane,
  name: string,
  machine: string,
  after: readonly string[],
  { still, age }: ObservedAnswer,
  now: string,
): Promise<void> {
  const restsSince = new Date(Date.parse(now) - still - age).toISOString()
  const before = [...(await takenBy(lane, after)).values()].filter((one) => one.what === 'position' && one.machine === machine)
  if (before.some(({ at }) => at > restsSince))
    throw new Problem(409, 'same-rest', `${name} has not moved since the reading before was taken. Move it, then take this one.`)
}

function gaugeRefusal({ line, lineBecause, gauge }: ObservedAnswer): string | null {
  if (line === 'none') return 'The machine has no line channel.'
  if (!gauge) return lineBecause ?? 'No gauge has sent a figure.'
  return gauge.age > GAUGE_LASTS ? `The gauge’s last figure is ${Math.round(gauge.age / 1000)} s old. Measure again.` : null
}
