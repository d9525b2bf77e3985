import type { Scene } from '@rook/core'
import type { EntryContent, Setup, SetupSummary, Step } from '@rook/contract'
import { asc, eq, isNull, type SQL } from 'drizzle-orm'
import type { Connection, Queries } from '../db/client.ts'
import { inTransaction, type Lane } from '../db/lane.ts'
import { job, machine, operation, part, setup } from '../db/schema.ts'
import { notFound } from '../http/problem.ts'
import { loadMachine, loadScene } from '../ledger/scene.ts'
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

const SNAPSHOT = 'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY'

/** A setup and everything its page shows, of one moment. */
export function loadSetup({ pool }: Pick<Connection, 'pool'>, id: string, now: string): Promise<Setup> {
  return inTransaction(
    pool,
    async (lane) => {
      const [row] = await setupRows(lane.db, eq(setup.id, id))
      if (!row) throw notFound('This setup')
      return (await described(lane, row, now)).setup
    },
    SNAPSHOT,
  )
}

export interface OpenSetup {
  setup: Setup
  entries: EntryContent[]
  /** What stands on its machine, and what is known of it. */
  scene: Scene
}

/** The setups at hand, one at most per machine. */
export async function loadOpenSetups(lane: Lane, now: string): Promise<OpenSetup[]> {
  const found: OpenSetup[] = []
  // One connection: its queries follow each other anyway.
  for (const row of await setupRows(lane.db, isNull(setup.endedAt))) found.push(await described(lane, row, now))
  return found
}

async function described(lane: Lane, row: SetupRow, now: string): Promise<OpenSetup> {
  const entries = await standingEntries(lane.db, row.setup.id)
  const scene = await loadScene(lane, await loadMachine(lane, row.setup.machine), row.setup.id, now, 'read')
  return { setup: describe(row, entries, scene), entries, scene }
}

/** The setup's own row with its operation: for steps and plans. */
export async function loadSetupPlan(db: Queries, id: string) {
  const [row] = await setupRows(db, eq(setup.id, id))
  if (!row) throw notFound('This setup')
  return row
}

function describe(row: SetupRow, entries: EntryContent[], scene: Scene): Setup {
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
