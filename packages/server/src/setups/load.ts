import type { Scene } from '@rook/core'
import type { Setup, SetupSummary, Step } from '@rook/contract'
import { asc, eq, inArray, isNull, type SQL } from 'drizzle-orm'
import type { Connection, Queries } from '../db/client.ts'
import { inTransaction } from '../db/transaction.ts'
import { job, machine, operation, part, setup } from '../db/schema.ts'
import { notFound } from '../http/problem.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { standingEntries, type SetupEntry } from './entries.ts'
import { counterSeen, readoutsOf, stepsOf } from './steps.ts'

function setupRows(db: Queries, where: SQL | undefined) {
  return db
    .select({ setup, operation, part, job, machineName: machine.name })
    .from(setup)
    .innerJoin(operation, eq(operation.id, setup.operation))
    .innerJoin(part, eq(part.id, operation.part))
    .innerJoin(job, eq(job.id, setup.job))
    .innerJoin(machine, eq(machine.id, setup.machine))
    .where(where)
    .orderBy(asc(machine.place), asc(setup.startedAt))
}

export type SetupRow = Awaited<ReturnType<typeof setupRows>>[number]

/** The setups at hand on some machines. */
export const openSetupRows = (db: Queries, machines: readonly string[]): Promise<SetupRow[]> =>
  machines.length === 0
    ? Promise.resolve([])
    : setupRows(db, isNull(setup.endedAt)).then((rows) => rows.filter((row) => machines.includes(row.setup.machine)))

/** A setup and everything its page shows, of one moment. */
export function loadSetup(connection: Connection, id: string, now: string): Promise<Setup> {
  return inTransaction(
    connection,
    async (lane) => {
      const row = await loadSetupPlan(lane.db, id)
      const entries = (await standingEntries(lane, [id])).get(id)!
      const scene = await loadScene(lane, await loadMachine(lane, row.setup.machine), id, now, 'read')
      return describe(row, entries, scene)
    },
    { for: 'read' },
  )
}

/** The setup's own row with its operation: for steps and plans. */
export async function loadSetupPlan(db: Queries, id: string): Promise<SetupRow> {
  const [row] = await setupRows(db, inArray(setup.id, [id]))
  if (!row) throw notFound('This setup')
  return row
}

export function describe(row: SetupRow, entries: SetupEntry[], scene: Scene): Setup {
  const toSee = readoutsOf(entries, scene)
  const steps = stepsOf(row.operation.steps, entries, toSee, scene, row.operation.tools)
  return {
    summary: summaryOf(row, steps),
    steps,
    next: steps.find((step) => step.state === 'open')?.id ?? null,
    toSee,
    slots: row.operation.slots,
    counterSeen: counterSeen(entries),
  }
}

function summaryOf({ setup: own, operation: op, part: made, job: ordered, machineName }: SetupRow, steps: Step[]): SetupSummary {
  const count = (state: Step['state']) => steps.filter((step) => step.state === state).length
  return {
    id: own.id,
    machine: own.machine,
    machineName,
    operation: op.id,
    operationName: op.name,
    part: made.id,
    partName: `${made.name}, rev ${made.revision}`,
    job: ordered.number,
    fixture: op.fixture,
    program: op.program,
    startedAt: own.startedAt,
    done: count('done'),
    skipped: count('skipped'),
    of: steps.length,
  }
}
