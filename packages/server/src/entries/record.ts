import { assess, registerKey, asRegister, registerNames, routineById, type Assessment, type Routine, type Scene } from '@rook/core'
import type { Entry, RecordBody } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { noteCalibration } from '../gauges/events.ts'
import { notFound, Problem } from '../base/problem.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { append, MovedOn } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { entryWriteOf } from '../ledger/entry-write.ts'
import { refuseIfMovedOn } from '../ledger/moved-on.ts'
import { answered, refuseWithObstacles } from '../ledger/obstacles.ts'
import { doesStep, plannedFor } from './planned-step.ts'
import { withRelease, type Released } from '../ledger/release.ts'
import { loadAll } from '../ledger/scene.ts'
import { onceOnly, sentBy } from '../ledger/sending.ts'
import { takenFor } from './taken-for.ts'

/**
 * Records a routine: reads what was typed, works it out, checks it, and appends entry and present values
 * in one transaction. What the client computed is not asked for.
 * @throws Problem with the reason; then nothing was recorded
 */
export function record(connection: Connection, machineId: string, body: RecordBody, author: Author): Promise<Entry> {
  const routine = routineById(body.routine)
  if (!routine) throw notFound(`Routine ${body.routine}`)
  refuseUnlessMayRecord(author.person, routine.kind)
  return withRelease(connection, body.release, author, async (released) => {
    const once = (bare: boolean) =>
      onceOnly(
        connection,
        sentBy(author, 'record', machineId, body),
        (lane) => work(lane, machineId, routine, body, released, author, bare),
        {
          bare,
        },
      )
    if (routine.kind === 'calibration') return once(false)
    // Hardly ever do two record on one machine at the same moment: then the slower one waits for its turn.
    return once(true).catch((error: unknown) => {
      if (error instanceof MovedOn) return once(false)
      throw error
    })
  })
}

async function work(
  lane: Lane,
  machineId: string,
  routine: Routine,
  body: RecordBody,
  released: Released | null,
  author: Author,
  bare: boolean,
): Promise<Entry> {
  const {
    machine,
    scene: there,
    steps,
  } = await loadAll(lane, machineId, body.setup, author.now, { lock: !bare, steps: body.step !== null })
  if (!routine.machines.includes(machine.record.kind))
    throw new Problem(422, 'routine-unfit', `${routine.name} is not done on a ${machine.record.kind}.`)
  const planned = body.step === null ? null : plannedFor(steps, body.step, there)
  const scene: Scene = planned === null ? there : { ...there, planned: planned.preset }
  const assessment = assess(routine, body.inputs, scene, body.agreed)
  const result = completeResult(assessment)
  const registers = result.writes.map(({ register }) => registerKey(register))
  const taken = await takenFor(lane, machine.record.name, machineId, body.taken, scene, body.inputs, assessment)
  const isStep =
    body.step !== null && doesStep(steps, { step: body.step, routine, inputs: body.inputs, agreed: body.agreed, registers }, scene)
  await refuseIfMovedOn(lane.db, machineId, registers, body.basis, (register) => scene.standing[register]?.entry ?? null)
  refuseWithObstacles(assessment.findings, body.answers, released)
  const unknown = body.seen.find((key) => !result.readouts.some((readout) => readout.key === key))
  if (unknown) throw new Problem(422, 'readout-unknown', `“${unknown}” is not a readout of this entry.`)
  const probe = result.writes.find(({ register }) => register.family === 'probe')?.register.slot
  // What changes its gauge as well is done again in a transaction, whatever kind of routine it is.
  if (probe && bare) throw new MovedOn()
  const appended = await append(lane, machine.head, {
    ...BLANK,
    ...(await headingOf(lane, author, body.id, machine)),
    kind: routine.kind,
    title: titleOf(routine, assessment, scene),
    setup: body.setup,
    operation: scene.plan?.operation ?? null,
    step: isStep ? body.step : null,
    routine: routine.id,
    inputs: onlyAsked(assessment, body.inputs),
    agreed: body.agreed,
    working: assessment.sheet.working,
    drawing: assessment.sheet.drawing,
    writes: result.writes.map((write) => entryWriteOf(write, scene, body.id, result.gauges)),
    findings: answered(assessment.findings, body.answers),
    readouts: result.readouts,
    seen: body.seen,
    gauges: scene.gauges.filter(({ id }) => result.gauges.includes(id)),
    ...(taken.length > 0 ? { taken } : {}),
    release: released,
  })
  if (probe) await noteCalibration(lane, probe, body.id, author)
  return { ...appended, correctedBy: null, seen: body.seen }
}

function completeResult({ inputs, values, sheet }: Assessment) {
  const fields: Record<string, string> = {}
  for (const id of values.missing) fields[id] = `${inputs.find((input) => input.id === id)!.label}: nothing is given yet.`
  for (const problem of values.problems)
    fields[problem.input] = problem.kind === 'ask' ? `${problem.sentence} Agree to it, or type it again.` : problem.sentence
  if (sheet.refusal) fields[sheet.refusal.input ?? 'routine'] = sheet.refusal.sentence
  const [first] = Object.values(fields)
  if (first) throw new Problem(422, 'incomplete', first, { fields })
  if (!sheet.result) throw new Problem(422, 'incomplete', 'The routine has no result from these figures.')
  return sheet.result
}

/** What other methods' fields still hold is no evidence of this one. */
function onlyAsked({ inputs }: Assessment, raw: Record<string, string>): Record<string, string> {
  return Object.fromEntries(inputs.flatMap(({ id }) => (raw[id] === undefined ? [] : [[id, raw[id]]])))
}

function titleOf(routine: Routine, { sheet }: Assessment, scene: Scene): string {
  const { targets, working } = sheet
  if (targets.length > 0) return `${registerNames(targets, scene.gauges)} ${routine.manner}`
  const [row] = working.results
  const figures =
    row?.cells.flatMap((cell) => (cell?.figure == null ? [] : [asRegister('work/-/X/geometry', cell.figure, scene.machine)])) ?? []
  const what = routine.kind === 'wear' ? 'Advice' : 'Plain reading'
  return `${what} ${routine.manner}: ${row?.label ?? ''} ${figures.join(', ')}`
}
