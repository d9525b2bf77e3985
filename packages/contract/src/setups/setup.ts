import { z } from 'zod'
import { carriedStep, entryLine } from '../entries/entry.ts'
import { instant, nmSchema } from '../base/lengths.ts'
import { machineSchema } from '../machines/machine.ts'

/** A step of an operation's order of work, as planned. */
export const stepPlan = z.object({
  id: z.string(),
  title: z.string(),
  detail: z.string().nullable(),
  kind: z.enum(['homed', 'confirm', 'routine', 'tools', 'seen']),
  routine: z.string().nullable(),
  /** What the plan already knows of the routine's inputs. */
  preset: z.record(z.string(), z.string()),
  /** What is looked at before it is confirmed, a line each. */
  checks: z.array(z.string()).optional(),
})
export type StepPlan = z.infer<typeof stepPlan>

export const stepSchema = stepPlan
  .extend({
    state: z.enum(['open', 'done', 'skipped']),
    entry: z.uuid().nullable(),
    at: instant.nullable(),
    by: z.string().nullable(),
    reason: z.string().nullable(),
    /** Why it is open again though it was done: "H4 length disturbed". */
    again: z.string().nullable().default(null),
    /** For steps that gather several: the run of tools, the step that gathers what is to be seen: how many of how many. */
    count: z.object({ done: z.int(), of: z.int() }).nullable(),
    /** For a run of tools: what has become of each of its tasks, by the task’s id. */
    run: z
      .record(
        z.string(),
        z.object({ skipped: z.boolean(), reason: z.string().nullable(), entry: z.uuid(), again: z.string().nullable().default(null) }),
      )
      .default({}),
  })
  .meta({ id: 'Step' })
export type Step = z.infer<typeof stepSchema>

export const setupSummary = z
  .object({
    id: z.string(),
    machine: z.string(),
    machineName: z.string(),
    operation: z.string(),
    operationName: z.string(),
    part: z.string(),
    partName: z.string(),
    revision: z.string(),
    job: z.string(),
    /** Slots that its program calls. */
    slots: z.array(z.string()),
    fixture: z.string(),
    program: z.string(),
    startedAt: instant,
    endedAt: instant.nullable(),
    /** The operation's edition that it keeps, and the newest there is. */
    edition: z.int(),
    newest: z.int(),
    done: z.int(),
    skipped: z.int(),
    of: z.int(),
  })
  .meta({ id: 'SetupSummary' })
export type SetupSummary = z.infer<typeof setupSummary>

/** A readout that nobody has seen on the control yet. */
export const toSee = z.object({
  entry: z.uuid(),
  title: z.string(),
  key: z.string(),
  about: z.object({ slot: z.string(), tool: z.string().nullable() }),
  sentence: z.string(),
  axis: z.string(),
  value: nmSchema,
  seen: z.boolean(),
  /** `angle` for millionths of a degree; a length where nothing is said. */
  holds: z.literal('angle').optional(),
  /** What the register held before the entry; null when it was unset. */
  before: nmSchema.nullable(),
  /** Why there is nothing to be seen until it is measured again. */
  again: z.string().nullable().default(null),
})
export type ToSee = z.infer<typeof toSee>

/** The newest setup of another operation of the same job: the side before a flip, or the one after it. */
const otherSide = z.object({
  setup: z.string(),
  operationName: z.string(),
  machineName: z.string(),
  startedAt: instant,
  endedAt: instant.nullable(),
})

export const setupSchema = z
  .object({
    summary: setupSummary,
    steps: z.array(stepSchema),
    next: z.string().nullable(),
    toSee: z.array(toSee),
    slots: z.array(z.string()),
    /** The cautious first run, and why it no longer proves the setup. */
    proven: z.object({ entry: z.uuid(), at: instant, by: z.string(), lapsed: z.string().nullable() }).nullable(),
    /** Counter-checks that were seen, with the figure they had then. */
    counterSeen: z.array(z.object({ key: z.string(), value: nmSchema })),
    otherSides: z.array(otherSide),
  })
  .meta({ id: 'Setup' })
export type Setup = z.infer<typeof setupSchema>

/** The page on which a person can act on a notice. */
const mendedAt = z
  .discriminatedUnion('place', [
    z.object({ place: z.enum(['machine', 'run', 'tools', 'control']) }),
    z.object({ place: z.literal('step'), setup: z.string(), step: z.string() }),
    z.object({ place: z.literal('setup'), setup: z.string() }),
    z.object({ place: z.enum(['tool', 'entry']), id: z.string() }),
  ])
  .meta({ id: 'MendedAt' })

export const noticeSchema = z
  .object({
    verdict: z.enum(['query', 'stop']),
    sentence: z.string(),
    mendedAt,
    /** The setup that it is about; null where it is about the machine. */
    setup: z.string().nullable(),
  })
  .meta({ id: 'Notice' })
export type Notice = z.infer<typeof noticeSchema>

export const floorMachine = z
  .object({
    machine: machineSchema,
    setup: setupSummary.nullable(),
    /** Further setups that stand on it at the same time, in slots of their own. */
    others: z.array(setupSummary),
    /** Where each of them stands, in one sentence, by the setup's id. */
    stands: z.record(z.string(), z.string()),
    /** The newest handover that nobody has read yet. */
    handover: z.object({ id: z.uuid(), shift: z.string(), by: z.string(), at: instant }).nullable(),
    last: entryLine.nullable(),
    homedAt: instant.nullable(),
    /** What somebody should look at before anything else, most pressing first. */
    notices: z.array(noticeSchema),
  })
  .meta({ id: 'FloorMachine' })
export type FloorMachine = z.infer<typeof floorMachine>

export const skipBody = z
  .object({ id: z.uuid(), reason: z.string().trim().min(3, { error: 'Reason: say in a few words why the step is skipped.' }).max(500) })
  .meta({ id: 'Skip' })
export const confirmBody = z
  .object({
    id: z.uuid(),
    note: z.string().trim().max(500).nullable().default(null),
    checks: z.array(z.string().max(160)).max(80).default([]).meta({ description: 'Lines of the checklist that were looked at.' }),
  })
  .meta({ id: 'Confirm' })

/** What of an earlier setup can be carried over, and what cannot. */
export const carryOffer = z
  .object({
    /** The setup it would come from; null where the operation was never set up on this machine before. */
    from: z.object({ setup: z.string(), job: z.string(), endedAt: instant }).nullable(),
    offers: z.array(carriedStep),
    not: z.array(z.object({ step: z.string(), title: z.string(), because: z.string() })),
  })
  .meta({ id: 'CarryOffer' })
export type CarryOffered = z.infer<typeof carryOffer>

export const carryBody = z
  .object({
    id: z.uuid(),
    steps: z.array(z.string().max(60)).min(1, { error: 'Steps: choose one at least.' }).max(300),
    figures: z.record(z.string().max(120), nmSchema).meta({ description: 'Every figure of these steps as it was seen on the control.' }),
  })
  .meta({ id: 'CarryOver' })

export const counterCheckBody = z.object({ id: z.uuid(), key: z.string().max(120), value: nmSchema }).meta({ id: 'CounterCheck' })
