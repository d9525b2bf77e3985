import { randomUUID } from 'node:crypto'
import { mm, nm } from '@rook/core'
import type { MachineSent, RecordInput } from '@rook/contract'
import { connect } from '@rook/server/base/db/client'
import { prepareDatabase } from '@rook/server/base/db/prepare'
import { assembly, gauge, job, mount, operation, part, person, setup, shift } from '@rook/server/base/db/schema'
import { addMachine } from '@rook/server/machines/routes'
import { hashPin } from '@rook/server/sign-in/pin'
import { MILL } from '@rook/testing'

export const WRITERS = 8
export const machineOf = (writer: number) => `mill-${writer}`
export const REGISTER = 'work/G54/X/geometry'
export const PIN = '1357'

export const machineRecord = (name: string): MachineSent => {
  const { id: _id, ...mill } = MILL
  return { ...mill, name, slots: ['G54', 'G55', 'G56', 'G57'].map((code) => ({ code, name: null })) }
}

/** A shop with one mill and one setup per writer, nobody in each other's way. */
export async function openBenchShop(url: string): Promise<void> {
  const { db, pool } = connect(await prepareDatabase(url), () => undefined)
  await db.insert(shift).values({ name: 'Early', starts: '06:00', ends: '06:00' })
  await db.insert(person).values({ id: 'writer', name: 'Writer', role: 'setter', pinHash: await hashPin(PIN) })
  const sizes = [10, 6, 1, 0.05, 50]
  await db.insert(gauge).values(
    sizes.map((size, place) => ({
      id: `gauge-${place}`,
      place,
      name: `Gauge ${size}`,
      family: place < 2 ? ('edge-finder' as const) : ('shim' as const),
      size: mm(size),
      radii: null,
      uncertainty: mm(0.002),
      calibrated: null,
      due: null,
      state: 'in-use' as const,
    })),
  )
  await db.insert(part).values({ id: 'part', number: 'P-1', name: 'Part', revision: 'A' })
  await db.insert(job).values({ id: 'job', number: '1', part: 'part', revision: 'A', quantity: 1 })
  await db.insert(operation).values({
    id: 'op',
    part: 'part',
    name: 'Op 10',
    revision: 'A',
    kind: 'mill',
    unit: 'mm',
    slots: ['G54'],
    stock: null,
    fixture: 'vise',
    fixtureRepeat: nm(4000),
    program: 'O1',
    steps: [],
  })
  for (let writer = 0; writer < WRITERS; writer++) {
    const id = machineOf(writer)
    await addMachine(db, id, machineRecord(`Mill ${writer}`))
    await db.insert(assembly).values({ id: `tool-${writer}`, name: 'End mill', estimate: null })
    await db.insert(mount).values({ machine: id, number: '1', place: 0, offset: '1', diameterOffset: '1', assembly: `tool-${writer}` })
    await db
      .insert(setup)
      .values({ id: `setup-${writer}`, machine: id, operation: 'op', job: 'job', startedAt: new Date().toISOString(), endedAt: null })
  }
  await pool.end()
}

/** What a signed-in browser sends with everything. */
export type Headers = Readonly<Record<string, string>>

export async function signIn(url: string): Promise<Headers> {
  const response = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person: 'writer', pin: PIN }),
  })
  const cookies = response.headers.getSetCookie().map((cookie) => cookie.split(';')[0]!)
  if (response.status !== 200) throw new Error(`no session: ${response.status}`)
  return { cookie: cookies.join('; '), 'x-rook-person': 'writer' }
}

/** An edge as a tablet sends it; the reading moves by a few tenths of a thousandth each time. */
export function entryOf(writer: number, turn: number, basis: string | null): RecordInput {
  return {
    id: randomUUID(),
    routine: 'edge',
    inputs: {
      slot: 'G54',
      axis: 'X',
      direction: '+',
      finder: 'gauge-0',
      between: 'none',
      reading: (-318.204 + (turn % 50) / 10_000).toFixed(4),
      place: '0',
    },
    setup: `setup-${writer}`,
    step: null,
    basis: { [REGISTER]: basis },
    answers: { 'homed|query|': 'homed this morning' },
  }
}
