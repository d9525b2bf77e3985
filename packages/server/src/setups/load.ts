import type { EntryContent, Setup, SetupSummary, Step } from '@rook/contract'
import { asc, eq, isNull, type SQL } from 'drizzle-orm'
import type { Queries } from '../db/client.ts'
import { job, machine, operation, part, setup } from '../db/schema.ts'
import { notFound } from '../http/problem.ts'
import { counterSeen, readoutsOf, standingEntries, stepsOf } from './steps.ts'

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

type SetupRow = Awaited<ReturnType<typeof setupRows>>[number]

/** A setup and everything its page shows. */
export async function loadSetup(db: Queries, id: string): Promise<Setup> {
  const [row] = await setupRows(db, eq(setup.id, id))
  if (!row) throw notFound('This setup')
  return describe(row, await standingEntries(db, id))
}

/** The setups at hand, one at most per machine. */
export async function loadOpenSetups(db: Queries): Promise<{ setup: Setup; entries: EntryContent[] }[]> {
  const rows = await setupRows(db, isNull(setup.endedAt))
  return Promise.all(
    rows.map(async (row) => {
      const entries = await standingEntries(db, row.setup.id)
      return { setup: describe(row, entries), entries }
    }),
  )
}

/** The setup's own row with its operation: for steps and plans. */
export async function loadSetupPlan(db: Queries, id: string) {
  const [row] = await setupRows(db, eq(setup.id, id))
  if (!row) throw notFound('This setup')
  return row
}

function describe(row: SetupRow, entries: EntryContent[]): Setup {
  const toSee = readoutsOf(entries)
  const steps = stepsOf(row.operation.steps, entries, toSee, row.operation.tools)
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
