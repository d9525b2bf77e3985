import { MACHINE_KINDS, SIZE_KINDS, type PlannedSize } from '@rook/core'
import { z } from 'zod'
import { instant, nmSchema } from '../base/lengths.ts'
import { toolNeed } from '../machines/scene.ts'
import { stepPlan } from '../setups/setup.ts'

const words = (name: string, most: number) =>
  z
    .string()
    .trim()
    .min(1, { error: `${name}: write it.` })
    .max(most, { error: `${name}: ${most} letters at most.` })
const wordsOrNone = (name: string, most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: `${name}: ${most} letters at most.` })
const size = nmSchema

const part = {
  number: words('Number', 40),
  name: words('Name', 80),
  material: wordsOrNone('Material', 80),
  revision: words('Revision', 10),
  /** What the revision changed; empty for the first. */
  change: wordsOrNone('What changed', 300),
}

export const partBody = z.object(part).meta({ id: 'PartBody' })
export type PartBody = z.infer<typeof partBody>

export const partSchema = z
  .object({ id: z.string(), ...part, changedAt: instant, by: z.string().nullable() })
  .meta({ id: 'Part', description: 'A part, at its newest revision.' })
export type Part = z.infer<typeof partSchema>

export const partLine = partSchema.extend({ operations: z.int(), openJobs: z.int() }).meta({ id: 'PartLine' })
export type PartLine = z.infer<typeof partLine>

export const JOB_STATES = ['open', 'running', 'closed'] as const
export type JobState = (typeof JOB_STATES)[number]

const job = {
  number: words('Job number', 40),
  part: z.string().max(60),
  revision: words('Revision', 10),
  quantity: z.int({ error: 'Quantity: a whole number.' }).min(1, { error: 'Quantity: one part at least.' }).max(1_000_000),
  due: z.iso.date({ error: 'Due: a date.' }).nullable(),
  note: wordsOrNone('Remark', 300),
}

export const jobBody = z.object(job).meta({ id: 'JobBody' })
export type JobBody = z.infer<typeof jobBody>

export const jobChange = z.object({ ...job, closed: z.boolean() }).meta({ id: 'JobChange' })

export const jobSchema = z
  .object({
    id: z.string(),
    ...job,
    partNumber: z.string(),
    partName: z.string(),
    /** Running while a setup of it stands on a machine. */
    state: z.enum(JOB_STATES),
    made: z.int(),
    scrapped: z.int(),
  })
  .meta({ id: 'Job' })
export type Job = z.infer<typeof jobSchema>

const axisRange = z
  .object({ from: size, to: size })
  .refine(({ from, to }) => from < to, { error: 'Stock: on each axis it ends above where it begins.' })

const deviation = size
export const plannedSize: z.ZodType<PlannedSize> = z
  .object({
    name: words('Size', 60),
    kind: z.enum(SIZE_KINDS),
    nominal: size,
    upper: deviation,
    lower: deviation,
    tool: z.string().max(11).nullable(),
    gauge: z.string().max(60).nullable(),
    every: z.int().min(1).max(100_000).nullable(),
  })
  .refine(({ upper, lower }) => lower <= upper, { error: 'Limits: the lower one lies below the upper one.', path: ['lower'] })
  .meta({ id: 'PlannedSize', description: 'Nominal and signed deviations, nanometres.' })

const featureSchema = z.object({ name: words('Feature', 60), x: size, y: size, size: size.nullable() })
const toolNumber = z.string().regex(/^[1-9]\d{0,4}$/, { error: 'Tool: its number, 1 to 99999.' })
/** A further pair of offsets is called by station and offset: 3.13. */
const calledNumber = z
  .string()
  .regex(/^[1-9]\d{0,4}(\.[1-9]\d{0,4})?$/, { error: 'Tool: its number, 1 to 99999, with a point and an offset for a further pair.' })
const plannedTool = z.object({
  number: calledNumber,
  offset: toolNumber,
  diameterOffset: toolNumber,
  diameter: z.boolean(),
  need: toolNeed.nullable().optional(),
})
const slot = z.string().min(1).max(12)

const step = stepPlan.extend({
  id: z
    .string()
    .regex(/^[A-Za-z0-9]([A-Za-z0-9_. -]{0,38}[A-Za-z0-9_.-])?$/)
    .meta({ description: 'Stays the same through all editions: entries name it.' }),
  title: words('Step', 80),
  detail: z.string().trim().max(200).nullable(),
  routine: z.string().max(60).nullable(),
  preset: z.record(z.string().max(40), z.string().max(200)),
  checks: z.array(words('Checklist', 160)).max(40).optional(),
})

const unique = (name: string, keys: readonly string[], context: { addIssue: (issue: string) => void }) => {
  const twice = keys.find((key, at) => keys.indexOf(key) !== at)
  if (twice !== undefined) context.addIssue(`${name} ${twice} is there twice.`)
}

const operationFields = z.object({
  name: words('Name', 60),
  revision: words('Revision', 10),
  kind: z.enum(MACHINE_KINDS),
  unit: z.enum(['mm', 'in']),
  machines: z.array(z.string().max(60)).max(100),
  slots: z.array(slot).min(1, { error: 'Slots: choose one at least.' }).max(100),
  purposes: z.record(slot, wordsOrNone('What a slot is for', 60)),
  stock: z.object({ X: axisRange, Y: axisRange, Z: axisRange }).nullable(),
  fixture: wordsOrNone('Fixture', 120),
  fixtureRepeat: size.refine((value) => value >= 0, { error: 'Repeatability: not below zero.' }).nullable(),
  tolerance: size.refine((value) => value >= 0, { error: 'Tolerance: not below zero.' }).nullable(),
  clearance: size.nullable(),
  features: z.array(featureSchema).max(60),
  sizes: z.array(plannedSize).max(60),
  tools: z.array(plannedTool).max(200),
  program: wordsOrNone('Program', 120),
  steps: z.array(step).max(300),
})

export const operationBody = operationFields
  .superRefine(({ slots, features, sizes, tools, steps }, context) => {
    unique('Slot', slots, context)
    unique(
      'Feature',
      features.map(({ name }) => name),
      context,
    )
    unique(
      'Size',
      sizes.map(({ name }) => name),
      context,
    )
    unique(
      'T',
      tools.map(({ number }) => number),
      context,
    )
    unique(
      'Step',
      steps.map(({ id }) => id),
      context,
    )
  })
  .meta({ id: 'OperationBody' })
export type OperationBody = z.infer<typeof operationBody>

export const operationSchema = operationFields
  .extend({
    id: z.string(),
    part: z.string(),
    partName: z.string(),
    /** Number of its newest edition; a setup keeps the one that it began with. */
    edition: z.int(),
    changedAt: instant,
    by: z.string().nullable(),
  })
  .meta({ id: 'OperationRecord' })
export type OperationRecord = z.infer<typeof operationSchema>

/** An operation's edition: what it said, from when, by whom. */
export const operationEdition = z
  .object({ edition: z.int(), at: instant, by: z.string().nullable(), content: operationFields })
  .meta({ id: 'OperationEdition' })
export type OperationEdition = z.infer<typeof operationEdition>

/** A setup of an operation, running or ended, in a list of them. */
export const setupLine = z
  .object({
    id: z.string(),
    machine: z.string(),
    machineName: z.string(),
    job: z.string(),
    operation: z.string(),
    operationName: z.string(),
    edition: z.int(),
    startedAt: instant,
    endedAt: instant.nullable(),
    made: z.int(),
    scrapped: z.int(),
  })
  .meta({ id: 'SetupLine' })
export type SetupLine = z.infer<typeof setupLine>

/** A zero as it was measured in each of an operation's setups on a machine, the last in each; newest first. */
export const loadingsSchema = z
  .object({
    machine: z.string(),
    register: z.string(),
    loadings: z.array(z.object({ setup: z.string(), at: instant, value: nmSchema })),
  })
  .meta({ id: 'Loadings' })

export const operationPage = z
  .object({
    operation: operationSchema,
    editions: z.array(operationEdition),
    setups: z.array(setupLine),
    loadings: z.array(loadingsSchema),
    /** For each tool that the program describes, by number: the shop's tools that are one, and where each sits. */
    fitting: z.record(z.string(), z.array(z.object({ id: z.string(), name: z.string(), at: z.string().nullable() }))),
  })
  .meta({ id: 'OperationPage' })
export type OperationPage = z.infer<typeof operationPage>

export const operationLine = z
  .object({
    id: z.string(),
    name: z.string(),
    revision: z.string(),
    kind: z.enum(MACHINE_KINDS),
    program: z.string(),
    edition: z.int(),
    steps: z.int(),
    running: z.int(),
  })
  .meta({ id: 'OperationLine' })
export type OperationLine = z.infer<typeof operationLine>

export const countSchema = z
  .object({
    entry: z.uuid(),
    setup: z.string(),
    made: z.int(),
    scrapped: z.int(),
    reason: z.string().nullable(),
    at: instant,
    by: z.string(),
  })
  .meta({ id: 'PartCount' })
export type PartCount = z.infer<typeof countSchema>

export const jobPage = z
  .object({
    job: jobSchema,
    /** Newest first. */
    setups: z.array(setupLine),
    counts: z.array(countSchema),
  })
  .meta({ id: 'JobPage' })
export type JobPage = z.infer<typeof jobPage>

export const partPage = z
  .object({
    part: partSchema,
    /** Newest first. */
    revisions: z.array(z.object({ revision: z.string(), change: z.string(), at: instant, by: z.string().nullable() })),
    operations: z.array(operationLine),
    jobs: z.array(jobSchema),
  })
  .meta({ id: 'PartPage' })
export type PartPage = z.infer<typeof partPage>

export const beginBody = z
  .object({
    id: z.uuid(),
    machine: z.string().max(60),
    operation: z.string().max(60),
    job: z.string().max(60),
    note: wordsOrNone('Remark', 300).default(''),
  })
  .meta({ id: 'BeginSetup', description: 'The id becomes the setup’s own.' })

export const reserveBody = z
  .object({
    slot,
    job: z.string().max(60).nullable(),
    words: wordsOrNone('For whom, or what for', 120),
    until: instant.nullable(),
  })
  .refine(({ job: forJob, words: said }) => forJob !== null || said.length >= 3, {
    error: 'For whom, or what for: say it, or choose a job.',
    path: ['words'],
  })
  .meta({ id: 'Reserve' })

export const endBody = z
  .object({ id: z.uuid(), reason: z.string().trim().max(500).nullable() })
  .meta({ id: 'EndSetup', description: 'A setup that has something open is ended with a reason.' })

export const provenBody = z
  .object({
    id: z.uuid(),
    observed: z.string().trim().min(3, { error: 'What was seen: say it in a few words.' }).max(500),
    /** Lines of the cautious run that were looked at and ticked. */
    checks: z.array(z.string().max(200)).max(40).default([]),
    /** Why it was run although something was left out, where the shop asks instead of stopping, or moves to zero were not seen. */
    reason: z.string().trim().max(300).nullable().default(null),
  })
  .meta({ id: 'Proven' })

export const countBody = z
  .object({
    id: z.uuid(),
    made: z.int({ error: 'Good parts: a whole number.' }).min(0).max(100_000),
    scrapped: z.int({ error: 'Scrapped: a whole number.' }).min(0).max(100_000),
    reason: z.string().trim().max(300).nullable(),
    /** Why they were made although no first part proves the setup; asked for where none does. */
    unproven: z.string().trim().max(300).nullable().default(null),
    /** Assemblies on whose edges they count; where it is left out, all that the setup plans and whose life is counted in parts. */
    edges: z.array(z.string().max(60)).max(200).nullable().default(null),
  })
  .refine(({ made, scrapped }) => made + scrapped > 0, { error: 'Good parts: one at least, or one scrapped.', path: ['made'] })
  .refine(({ scrapped, reason }) => scrapped === 0 || (reason ?? '').length >= 3, {
    error: 'Reason: say why they were scrapped.',
    path: ['reason'],
  })
  .meta({ id: 'PartsMade' })

/** What was counted on a machine while the figures of an entry stood: until it was taken back, or one of them written anew. */
export const cutMeanwhile = z
  .object({ to: instant.nullable(), counts: z.array(countSchema.extend({ job: z.string(), partName: z.string() })) })
  .meta({ id: 'CutMeanwhile' })
