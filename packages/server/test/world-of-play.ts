import { randomUUID } from 'node:crypto'
import { canonical, FIRST, parseRegisterKey, provenanceOf, registerName, type Json, type Rest, type Scene, type Standing } from '@rook/core'
import type { EntryContent, EntryWrite, StepPlan } from '@rook/contract'
import type { Connection } from '../src/base/db/client.ts'
import { assembly, gauge, job, machine, machineHead, mount, operation, part, setup } from '../src/base/db/schema.ts'
import { inTransaction } from '../src/base/db/transaction.ts'
import { append } from '../src/ledger/append.ts'
import { BLANK } from '../src/ledger/heading.ts'
import { loadMachine } from '../src/ledger/machine.ts'
import type { Browser } from './shop.ts'

const PART = 'world-part'
const THEN = '2026-11-23T02:14:00.000Z'
const since = { changedAt: '2026-11-01T06:00:00.000Z' }
let made = 0

/** Where a scene lies in a shop: its machine, the setup that goes on, and the one that its figures were found in. */
export interface World {
  machine: string
  setup: string
}

/** What all worlds of a shop share. */
export async function layFoundations({ db }: Connection): Promise<void> {
  await db
    .insert(part)
    .values({ id: PART, number: 'W-1', name: 'Pallet', revision: 'A', ...since })
    .onConflictDoNothing()
}

/**
 * Puts the scene of a play into a shop as it would have come to be: a machine, its tools, gauges, an operation with one step, and
 * what stands written by entries of an earlier setup.
 */
export async function putIntoShop(connection: Connection, name: string, at: Scene, routine: string): Promise<World> {
  const { db } = connection
  const id = `w${++made}-${name.replace(/[^a-z0-9]+/gi, '-').toLowerCase()}`.slice(0, 36)
  const { id: _id, ...record } = at.machine
  await db.insert(machine).values({ id, place: 50, ...record, name: id, ...since })
  await db.insert(machineHead).values({ machine: id, seq: 0, hash: FIRST })
  for (const [place, { ...one }] of at.gauges.entries()) {
    const row = { ...one, doubtful: [...one.doubtful], place: 100 + place, ...since }
    const { id: _gauge, name: _name, ...changed } = row
    await db.insert(gauge).values(row).onConflictDoUpdate({ target: gauge.id, set: changed })
  }
  const own = (tool: string) => `${id}/${tool}`
  for (const [place, tool] of at.tools.filter(({ pairOf }) => !pairOf).entries()) {
    const { number, offset, diameterOffset, assembly: of, further, pairOf: _pair, spindle: _spindle, ...sits } = tool
    await db.insert(assembly).values({ id: own(of), ...sits, edges: { ...sits.edges }, lifeUsed: sits.lifeUsed ?? 0, ...since } as never)
    await db
      .insert(mount)
      .values({ machine: id, number, place, offset, diameterOffset, assembly: own(of), further: [...(further ?? [])], ...since })
  }
  const steps: StepPlan[] = [
    { id: 'step', title: 'The step', detail: null, kind: 'routine', routine, preset: {} },
    { id: 'seated', title: 'Seated', detail: null, kind: 'confirm', routine: null, preset: {} },
    { id: 'seen', title: 'Seen', detail: null, kind: 'seen', routine: null, preset: {} },
  ]
  await db
    .insert(operation)
    .values({ id, part: PART, name: 'Op 10', revision: 'A', steps, fixture: '', program: 'O100', ...planned(at), ...since })
  await db.insert(job).values({ id, number: id, part: PART, revision: 'A', quantity: 5, ...since })
  const before = `${id}-before`
  await db.insert(setup).values([
    { id: before, machine: id, operation: id, job: id, startedAt: '2026-11-22T06:00:00.000Z', endedAt: '2026-11-23T10:00:00.000Z' },
    { id: `${id}-now`, machine: id, operation: id, job: id, startedAt: '2026-11-24T00:00:00.000Z', endedAt: null },
  ])
  const found = randomUUID()
  const writes = Object.entries(at.standing).map(([register, one]) => writeOf(register, one, found, own))
  if (writes.length > 0) await put(connection, id, { id: found, at: THEN, kind: 'preset', title: 'As it was found', setup: before, writes })
  await put(connection, id, { id: randomUUID(), at: '2026-11-24T00:50:00.000Z', kind: 'powered', title: 'Switched on' })
  await put(connection, id, { id: randomUUID(), at: '2026-11-24T01:00:00.000Z', kind: 'homed', title: 'Homed' })
  return { machine: id, setup: `${id}-now` }
}

/** What an operation says of the scene; without a plan, the slots alone. */
function planned({ plan, machine: { kind, unit, slots } }: Scene) {
  const of = plan ?? { slots: slots.map(({ code }) => code), features: [], sizes: [], tools: [] }
  const { stock = null, fixtureRepeat = null, tolerance = null, clearance = null } = plan ?? {}
  return {
    kind,
    unit,
    slots: of.slots,
    features: of.features,
    sizes: [...of.sizes],
    tools: of.tools,
    stock,
    fixtureRepeat,
    tolerance,
    clearance,
  }
}

function writeOf(register: string, one: Standing, found: string, own: (tool: string) => string): EntryWrite {
  const edge = (text: string) => text.replace(/^(\S+) /, (_all, tool: string) => `${own(tool)} `)
  const rests = one.rests.map((rest): Rest => ({ ...rest, origin: found, ...(rest.edge ? { edge: edge(rest.edge) } : {}) }))
  return {
    register,
    name: registerName(parseRegisterKey(register)),
    before: null,
    beforeEntry: null,
    after: one.value,
    state: one.state,
    standard: one.standard,
    expanded: null,
    assembly: one.assembly === null ? null : own(one.assembly),
    ...provenanceOf({ ...one, origin: found, rests, gauges: one.gauges }),
  } as EntryWrite
}

function put(connection: Connection, machineId: string, said: Partial<EntryContent> & Pick<EntryContent, 'id' | 'at' | 'kind' | 'title'>) {
  return inTransaction(connection, async (lane) => {
    const { head } = await loadMachine(lane, machineId, true)
    await append(lane, head, {
      ...BLANK,
      machine: machineId,
      person: { id: 'marrow', name: 'Marrow', role: 'setter' },
      shift: null,
      ...said,
    })
  })
}

/** Whatever shows what stands: each as it is answered, but for the time of the look and the two entries that are in the ledger now. */
export async function looksOf(setter: Browser, { machine, setup }: World): Promise<Record<string, string>> {
  const get = async (path: string) => (await setter.send<Record<string, unknown>>('GET', path)).body
  const plain = (value: unknown) => canonical(JSON.parse(JSON.stringify(value)) as Json)
  const { now: _now, ...scene } = await get(`/api/machines/${machine}/scene?setup=${setup}`)
  const { now: _bare, ...alone } = await get(`/api/machines/${machine}/scene`)
  const floor = (await get('/api/floor')) as never as { machine: { id: string }; last: unknown }[]
  const { last: _last, ...card } = floor.find((one) => one.machine.id === machine)!
  const whole = scene as unknown as Scene
  const slots = whole.machine.slots.map(({ code }) => code)
  const tools = whole.tools.map(({ number }) => number)
  const out = await setter.send<{ values: unknown }>('POST', `/api/machines/${machine}/values-out`, {
    format: 'lines',
    setup,
    slots,
    tools,
    conversion: null,
    estimates: true,
  })
  return {
    scene: plain(scene),
    alone: plain(alone),
    setup: plain(await get(`/api/setups/${setup}`)),
    go: plain(await get(`/api/setups/${setup}/go`)),
    chain: plain(await get(`/api/setups/${setup}/chain`)),
    carried: plain(await get(`/api/setups/${setup}/carried`)),
    parts: plain(await get(`/api/setups/${setup}/parts`)),
    floor: plain(card),
    out: plain(out.body.values ?? out.body),
    handover: plain((await get(`/api/machines/${machine}/handover`))['draft']),
    gauges: plain(await get('/api/gauges')),
  }
}
