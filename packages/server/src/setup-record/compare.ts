import { differencesOf } from '@rook/core'
import { setupRecord, type OperationBody, type RecordCompared, type SetupRecord } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import type { Queries } from '../base/db/client.ts'
import { gauge, machine, operation, part } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { loadOperation } from '../plan/operations.ts'
import { digestOf } from './digest.ts'

/**
 * Reads a document as a setup record that nobody has changed since it was written.
 * @throws Problem 422 with what is wrong and what to do
 */
export function readRecord(document: Readonly<Record<string, unknown>>): SetupRecord {
  if (document.format !== 'setup-record')
    throw new Problem(
      422,
      'no-record',
      'The file is no setup record: it does not say so in its field “format”. Choose a file that was written as one.',
    )
  if (document.version !== 1)
    throw new Problem(
      422,
      'record-version',
      `The record is of version ${String(document.version)}; this ledger reads version 1. Ask for it in that version.`,
    )
  const parsed = setupRecord.safeParse(document)
  if (!parsed.success) {
    const [first] = parsed.error.issues
    throw new Problem(422, 'record-broken', `The record is broken at “${first!.path.join('.')}”: ${first!.message} Ask for it again.`)
  }
  if (digestOf(document) !== parsed.data.digest)
    throw new Problem(
      422,
      'record-changed',
      'The record was changed after it was written: its digest does not fit. Ask for it again where it comes from.',
    )
  return parsed.data
}

/** What a record finds here: the part and the operation of the same name, and what it calls that this shop does not have. */
async function hereOf(db: Queries, { part: said, operation: plan }: SetupRecord) {
  const [own] = await db.select().from(part).where(eq(part.number, said.number))
  const [same] = own
    ? await db
        .select({ id: operation.id })
        .from(operation)
        .where(and(eq(operation.part, own.id), eq(operation.name, plan.name)))
    : []
  return {
    part: own ?? null,
    operation: same ? await loadOperation(db, same.id) : null,
    gauges: new Map((await db.select({ id: gauge.id, name: gauge.name }).from(gauge)).map(({ id, name }) => [id, name])),
    /** Kinds of machines, alone and with the unit that one of them counts in. */
    kinds: new Set<string>(
      (await db.select({ kind: machine.kind, unit: machine.unit }).from(machine)).flatMap(({ kind, unit }) => [kind, `${kind} ${unit}`]),
    ),
  }
}

/** A gauge comes along where one of the same id and name is here: another shop’s "finder-a" may be another finder. */
const isUnknown = (id: string, { gaugeNames }: SetupRecord, gauges: ReadonlyMap<string, string>) =>
  gaugeNames[id] !== undefined && gauges.get(id) !== gaugeNames[id]

/** The plan as it can be taken here: without machines and gauges of the other shop. */
function asTaken(record: SetupRecord, gauges: ReadonlyMap<string, string>): OperationBody {
  const { operation: plan } = record
  const drops = (value: string) => isUnknown(value, record, gauges)
  return {
    ...plan,
    machines: [],
    sizes: plan.sizes.map((size) => ({ ...size, gauge: size.gauge !== null && drops(size.gauge) ? null : size.gauge })),
    steps: plan.steps.map((step) => ({
      ...step,
      preset: Object.fromEntries(Object.entries(step.preset).filter(([, value]) => !drops(value))),
    })),
  }
}

export interface Compared {
  record: SetupRecord
  plan: OperationBody
  here: Awaited<ReturnType<typeof hereOf>>
  says: RecordCompared
}

/** Holds a record against the shop; nothing is changed by it. */
export async function compareRecord(db: Queries, document: Readonly<Record<string, unknown>>): Promise<Compared> {
  const record = readRecord(document)
  const here = await hereOf(db, record)
  const plan = asTaken(record, here.gauges)
  const { part: said, operation: planned } = record
  const adds: string[] = []
  const contradicts: RecordCompared['contradicts'] = []
  if (!here.part) adds.push(`Part ${said.number}, ${said.name}, at revision ${said.revision}`)
  else {
    for (const [what, own, theirs] of [
      ['Name of the part', here.part.name, said.name],
      ['Material', here.part.material, said.material],
      ['Revision of the part', here.part.revision, said.revision],
    ] as const)
      if (own !== theirs) contradicts.push({ what, here: own || null, there: theirs || null })
  }
  if (!here.operation)
    adds.push(`${planned.name} of ${said.name}: ${plan.steps.length} steps, ${plan.tools.length} tools, ${plan.sizes.length} sizes`)
  else for (const { what, before, after } of differencesOf(here.operation, plan)) contradicts.push({ what, here: before, there: after })
  return {
    record,
    plan,
    here,
    says: {
      from: {
        shop: record.shop.name,
        machine: record.machine.name,
        part: `${said.name}, ${said.number}`,
        operation: planned.name,
        written: record.written,
      },
      adds,
      contradicts,
      leaves: leavesOf(record, here),
      operation: here.operation?.id ?? null,
    },
  }
}

function leavesOf(record: SetupRecord, { gauges, kinds }: Compared['here']): string[] {
  const { operation: plan, machine: on, gaugeNames, slots, tools } = record
  const figures = [...slots, ...tools].reduce((sum, one) => sum + one.figures.length, 0)
  const absent = Object.keys(gaugeNames).filter((id) => isUnknown(id, record, gauges))
  return [
    `${figures} figures of ${on.name}: zeros and lengths mean nothing on another machine. Measure them.`,
    ...(plan.machines.length > 0 ? ['Which machines may do it: choose among your own.'] : []),
    ...absent.map((id) => `${gaugeNames[id]!} is not on record here; the steps that name it are left open.`),
    ...(kinds.has(plan.kind) ? [] : [`It is planned for a ${plan.kind}, and none is on record here.`]),
    ...(kinds.has(plan.kind) && !kinds.has(`${plan.kind} ${plan.unit}`)
      ? [`It is planned in ${plan.unit}, and no ${plan.kind} here counts in it. Figures without a unit get one before it is set up.`]
      : []),
  ]
}
