import {
  assess,
  degreesOf,
  findingKey,
  minus,
  nm,
  registerKey,
  roundToIncrement,
  routineById,
  workRegister,
  type Finding,
  type InputSpec,
  type Microdegrees,
  type Nm,
  type RawInputs,
  type RegisterKey,
  type Scene,
} from '@rook/core'
import type { Entry, RecordBody, StepPlan } from '@rook/contract'
import type { Connection } from '@rook/server/base/db/client'
import { inTransaction } from '@rook/server/base/db/transaction'
import type { Author } from '@rook/server/base/author'
import { record } from '@rook/server/entries/record'
import { loadMachine } from '@rook/server/ledger/machine'
import { loadScene } from '@rook/server/ledger/scene'
import { READERS, typed, type AtTheMachine } from './readings.ts'

/** How somebody at a machine answers a query, and who lets a stop pass and why. */
export interface Manner {
  answer(finding: Finding): string
  release: { person: string; pin: string; reason: string } | null
}

export interface Task {
  id: string
  machine: string
  setup: string
  step: StepPlan
  /** What the plan leaves open and the person chooses, readings aside. */
  chosen: RawInputs
  /** What a perfect measurement would give for a register. */
  wanted(register: RegisterKey): Nm
  /** Error of this touch, nanometres. */
  error: number
  /** What is true, and how touches scatter, for routines that read more than one figure. */
  place: Pick<AtTheMachine, 'zero' | 'turned' | 'noise'>
  seen: boolean
  manner: Manner
  author: Author
}

/** What the control shows for a rotary axis: it stands at the part's own zero angle when the other zeros are found. */
function rotaryNow(inputs: readonly InputSpec[], { slot }: RawInputs, { machine, standing }: Scene): RawInputs {
  return Object.fromEntries(
    machine.rotary.flatMap(({ axis }) => {
      const zero = slot && inputs.some(({ id }) => id === `stands-${axis}`) ? standing[registerKey(workRegister(slot, axis))] : undefined
      return zero ? [[`stands-${axis}`, String(degreesOf(zero.value as number as Microdegrees))]] : []
    }),
  )
}

/** Does one routine as a person does: looks at the scene, touches, types, answers the checks, records. */
export async function perform(connection: Connection, task: Task): Promise<Entry> {
  const routine = routineById(task.step.routine!)!
  const scene = await sceneOf(connection, task.machine, task.setup, task.author.now)
  const asked = { ...task.step.preset, ...task.chosen }
  // Wear that still stands goes with the old edge, and the rotation of the part before with that part.
  const gone = Object.fromEntries(
    routine.inputs(scene, asked).flatMap(({ id }) => (id === 'wear' || id === 'rotation' ? [[id, 'zero']] : [])),
  )
  const raw = { ...asked, ...gone, ...rotaryNow(routine.inputs(scene, asked), asked, scene) }
  const reader = READERS[routine.id]
  const inputs = reader ? { ...raw, ...reader({ raw, scene, ...task.place }) } : withReading(raw, scene, task)
  const { sheet, findings, values } = assess(routine, inputs, scene)
  if (!sheet.result) {
    const why = sheet.refusal?.sentence ?? values.problems[0]?.sentence ?? `missing ${values.missing.join(', ')}`
    throw new Error(`${task.machine}, ${task.step.title}: ${why}`)
  }
  const body: RecordBody = {
    id: task.id,
    routine: routine.id,
    inputs,
    agreed: [],
    taken: {},
    setup: task.setup,
    step: task.step.id,
    basis: Object.fromEntries(
      sheet.result.writes.map(({ register }) => [registerKey(register), scene.standing[registerKey(register)]?.entry ?? null]),
    ),
    answers: Object.fromEntries(
      findings.filter(({ verdict }) => verdict === 'query').map((finding) => [findingKey(finding), task.manner.answer(finding)]),
    ),
    seen: task.seen ? sheet.result.readouts.map(({ key }) => key) : [],
    release: findings.some(({ verdict }) => verdict === 'stop') ? task.manner.release : null,
  }
  return record(connection, task.machine, body, task.author)
}

/** What a person at the machine sees at a moment. */
export function sceneOf(connection: Connection, machine: string, setup: string | null, now: string): Promise<Scene> {
  return inTransaction(connection, async (lane) => loadScene(lane, await loadMachine(lane, machine), setup, now, 'write'))
}

/**
 * The reading that the control shows when the touch is made: every routine's value moves with its reading
 * one for one, so the value for a reading of zero tells where the true value would be read.
 */
function withReading(inputs: RawInputs, scene: Scene, task: Task): RawInputs {
  const routine = routineById(task.step.routine!)!
  const asks = routine.inputs(scene, inputs).some(({ id }) => id === 'reading')
  if (!asks) return inputs
  const atZero = routine.sheet(assess(routine, { ...inputs, reading: '0' }, scene).values, scene)
  const [write] = atZero.result?.writes ?? []
  if (!write) throw new Error(`${task.machine}, ${task.step.title}: ${atZero.refusal?.sentence ?? 'more is asked than the plan gives'}`)
  const wanted = task.wanted(registerKey(write.register))
  const reading = roundToIncrement(minus(wanted, write.value) + task.error, scene.machine.increment)
  return { ...inputs, reading: typed(nm(reading), scene) }
}
