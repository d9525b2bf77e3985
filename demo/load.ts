import { readFileSync } from 'node:fs'
import { eq } from 'drizzle-orm'
import { connect, type Database } from '@rook/server/base/db/client'
import { inTransaction, type Lane } from '@rook/server/base/db/transaction'
import {
  assembly,
  gauge,
  loadBaseline,
  loadSeen,
  machine,
  mount,
  operation,
  part,
  person,
  setting,
  shift,
  workpiece,
} from '@rook/server/base/db/schema'
import { addMachine } from '@rook/server/machines/routes'
import { happen } from '@rook/server/gauges/events'
import { hashPin } from '@rook/server/sign-in/pin'
import { readOutline } from '@rook/server/workpieces/read-outline'
import type { GaugeEventBody } from '@rook/contract'
import { decimalsFor, outlineIn, type PartOutline } from '@rook/core'
import { Chance } from '@rook/testing/chance'
import { wordedTemplate } from '@rook/testing/template'
import { detailOf, LOADS, SPARE } from './drawer.ts'
import { playHistory } from './history.ts'
import { MACHINES } from './machines.ts'
import { asItBegan, keepSlots, orderJobs, playHandovers, playPlans } from './plan.ts'
import { playRemarks } from './remarks.ts'
import { OPERATIONS } from './operations/index.ts'
import * as PARTS from './operations/parts.ts'
import { plannedOnly } from './operations/planned.ts'
import { keepPrograms } from './programs/index.ts'
import { gaugesAt, PEOPLE, SHIFTS, SHOP } from './shop.ts'

const BEFORE = 400 * 86_400_000

/** Says how far the demo's loading has come; there as long as the demo's data are. */
const PROGRESS = 'demo'

/**
 * What a migrated database holds: nothing yet, a demo whose loading was cut off (the server never ran on
 * it, so nobody has put anything of their own into it), or a shop to work in.
 */
export async function contentsOf(url: string): Promise<'nothing' | 'half-loaded demo' | 'shop'> {
  const { db, pool } = connect(url, () => undefined)
  try {
    const rows = await db.select({ id: person.id }).from(person).limit(1)
    if (rows.length === 0) return 'nothing'
    const [progress] = await db.select().from(setting).where(eq(setting.key, PROGRESS))
    return progress?.value === 'loading' ? 'half-loaded demo' : 'shop'
  } finally {
    await pool.end()
  }
}

/**
 * Loads the demo shop into an empty, migrated database: its standing data, then two weeks of entries played
 * through the same code as a person's.
 * @param until the moment that the fortnight ends at, milliseconds
 */
export async function loadDemo(url: string, until = Date.now(), days?: number): Promise<void> {
  // Nothing is lost if the power fails now: loading just starts over. A person's entries wait for the disk.
  const connection = connect(url, () => undefined, {
    settings: { synchronous_commit: 'off' },
    // Six fortnights keep a slow machine busy.
    unhurried: true,
  })
  const { db, pool } = connection
  try {
    await inTransaction(connection, (lane) => loadStandingData(lane, until), { within: Number.POSITIVE_INFINITY })
    await playHistory(connection, until, days)
    await orderJobs(db, until)
    await playHandovers(connection, until)
    await playRemarks(connection, until)
    await keepSlots(db, until)
    await db.update(setting).set({ value: 'loaded' }).where(eq(setting.key, PROGRESS))
  } finally {
    await pool.end()
  }
}

async function loadStandingData(lane: Lane, until: number): Promise<void> {
  const { db } = lane
  // All of it was there before the shop began to write anything down.
  const since = { changedAt: new Date(until - BEFORE).toISOString() }
  await db.insert(setting).values([
    { key: 'shop-name', value: SHOP.name },
    { key: 'time-zone', value: SHOP.timeZone },
    // Its practice machines run beside it.
    { key: 'local-machines', value: 'true' },
    { key: PROGRESS, value: 'loading' },
  ])
  await db.insert(shift).values(SHIFTS)
  for (const { id, name, role, pin } of PEOPLE) await db.insert(person).values({ id, name, role, pinHash: await hashPin(pin) })
  await db.insert(gauge).values(gaugesAt(until).map((one, place) => ({ ...one, doubtful: [...one.doubtful], place, ...since })))
  await playGauges(lane, until)
  for (const { id, record, tools } of MACHINES) {
    const added = await addMachine(db, id, record, since)
    // A lead has worded each control's lines.
    await db
      .update(machine)
      .set({ template: wordedTemplate(added, decimalsFor(added.increment, added.unit)) })
      .where(eq(machine.id, id))
    await db
      .insert(assembly)
      .values(tools.map((tool) => ({ ...detailOf(tool.assembly), id: tool.assembly, name: tool.name, estimate: tool.estimate, ...since })))
    await db.insert(mount).values(
      tools.map((tool, place) => ({
        machine: id,
        number: tool.number,
        place,
        offset: tool.number,
        diameterOffset: tool.number,
        assembly: tool.assembly,
        ...since,
      })),
    )
  }
  await db.insert(assembly).values(SPARE.map((one) => ({ ...one, ...since })))
  await playLoads(db, until)
  const parts = new Map([...Object.values(PARTS)].map((one) => [one.id, one]))
  await db.insert(part).values([...parts.values()].map((one) => ({ ...one, ...asItBegan.part(one), ...since })))
  await db.insert(operation).values(
    OPERATIONS.map(
      ({
        id,
        machine: planned,
        part: { id: partId, revision },
        name,
        slots,
        purposes,
        sizes,
        stock,
        fixture,
        fixtureRepeat,
        program,
        tolerance,
        clearance,
        features,
        tools,
        steps,
      }) => ({
        id,
        part: partId,
        name,
        revision,
        kind: recordOf(planned).kind,
        unit: recordOf(planned).unit,
        slots,
        purposes: purposes ?? {},
        sizes: sizes ?? [],
        stock,
        fixture,
        fixtureRepeat,
        program,
        tolerance: tolerance ?? null,
        clearance: clearance ?? null,
        features: features ?? [],
        tools: tools ?? [],
        steps,
        ...asItBegan.operation(id),
        ...since,
      }),
    ),
  )
  await db
    .insert(operation)
    .values(plannedOnly(gaugesAt(until).map((one) => ({ ...one, doubtful: [...one.doubtful] }))).map((one) => ({ ...one, ...since })))
  await keepPrograms(db, until)
  await playPlans(db, until)
  await db
    .insert(workpiece)
    .values(
      OPERATIONS.flatMap(({ id, holding, outline }) =>
        holding ? [{ id, holding, outline: outline ? pictured(outline) : null, ...since }] : [],
      ),
    )
}

const recordOf = (id: string) => MACHINES.find((one) => one.id === id)!.record

/** A picture of the part, as a shop would lay it under its drawings. */
function pictured(file: string): PartOutline {
  const bytes = readFileSync(new URL(`./outlines/${file}`, import.meta.url))
  const { layers, unit } = readOutline({ name: file, file: bytes.toString('base64') })
  return {
    file,
    lines: outlineIn(
      layers.flatMap(({ lines }) => lines),
      unit ?? 'mm',
      { x: 0, y: 0 },
    ),
  }
}

/** Sample cuts and what was seen on the parts since. */
async function playLoads(db: Database, until: number): Promise<void> {
  const chance = new Chance(2_610)
  const at = (daysAgo: number) => new Date(until - daysAgo * 86_400_000).toISOString()
  for (const { daysAgo, seen, parts, ...baseline } of LOADS) {
    const id = chance.uuid()
    await db.insert(loadBaseline).values({ ...baseline, id, at: at(daysAgo), person: 'marrow' })
    await db.insert(loadSeen).values(
      Array.from({ length: parts }, (_, part) => ({
        id: chance.uuid(),
        baseline: id,
        place: part,
        at: at(daysAgo * (1 - (part + 1) / (parts + 1))),
        person: part % 3 === 0 ? 'tansley' : 'fennimore',
        part: String(part + 1),
        value: Math.round(seen(part) * (1 + chance.normal(0.015)) * 100) / 100,
      })),
    )
  }
}

/** What happened to the gauges before the fortnight: certificates, a fall, one that was given up. */
async function playGauges(lane: Lane, until: number): Promise<void> {
  const { id, name, role } = PEOPLE.find((person) => person.role === 'lead')!
  const chance = new Chance(2_417)
  const event = (gaugeId: string, kind: GaugeEventBody['kind'], note: string, now: string) =>
    happen(
      lane,
      gaugeId,
      { id: chance.uuid(), kind, note, size: null, uncertainty: null },
      { person: { id, name, role }, now, device: null },
    )
  const daysAgo = (days: number) => new Date(until - days * 86_400_000).toISOString()
  for (const one of gaugesAt(until)) if (one.calibrated) await event(one.id, 'calibrated', 'certificate, within its class', one.calibrated)
  await event('setter-b', 'knocked', 'fell off the cart beside Mill 2, the dial sticks', daysAgo(20))
  await event('finder-6', 'checked', 'against Pin 10 in the vise, 0.003 off', daysAgo(9))
  await event('finder-4', 'withdrawn', 'runs out by 0.04, spring worn', daysAgo(31))
}
