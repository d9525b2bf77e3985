import type { CarriedFigure, CarryOffer, Drawing, Finding, KeptReadout, Working } from '@rook/core'
import { z } from 'zod'
import { takenByInput, takenSchema } from '../connection/connection.ts'
import { ENTRY_KINDS } from '../base/entry-kind.ts'
import { instant, nmSchema } from '../base/lengths.ts'
import { pinSchema, roleSchema } from '../people/people.ts'
import { reason } from '../base/reason.ts'
import { provenanceFields, gaugeSchema } from '../machines/scene.ts'

export const entryKind = z.enum(ENTRY_KINDS)

const release = z
  .object({ person: z.string().max(60), pin: pinSchema, reason })
  .meta({ id: 'Release', description: 'A lead lets an entry pass in spite of a stop.' })

/** Readings go up as they were typed; the server reads them, works the routine out and checks it again. */
export const recordBody = z
  .object({
    id: z.uuid().meta({ description: 'Made by the client, so that sending twice records once.' }),
    routine: z.string().max(60),
    inputs: z.record(z.string().max(60), z.string().max(200)),
    agreed: z.array(z.string().max(60)).max(200).default([]),
    taken: takenByInput.default({}).meta({ description: 'Figures that came over the wire: what was taken, by input.' }),
    setup: z.string().max(60).nullable().default(null),
    step: z.string().max(60).nullable().default(null),
    basis: z
      .record(z.string().max(120), z.uuid().nullable())
      .meta({ description: 'For each register that is written: the entry believed to be its latest, null for unset.' }),
    answers: z.record(z.string().max(400), reason).default({}),
    seen: z.array(z.string().max(120)).max(20).default([]),
    release: release.nullable().default(null),
  })
  .meta({ id: 'Record' })
export type RecordBody = z.infer<typeof recordBody>
export type RecordInput = z.input<typeof recordBody>

export const WRITE_STATES = ['set', 'estimated', 'deliberately-zero', 'disturbed', 'unset'] as const

export const entryWriteSchema = z.object({
  register: z.string(),
  name: z.string(),
  before: nmSchema.nullable(),
  beforeEntry: z.uuid().nullable(),
  after: nmSchema.nullable(),
  state: z.enum(WRITE_STATES),
  standard: z.number().nullable(),
  expanded: nmSchema.nullable(),
  assembly: z.string().nullable(),
  ...provenanceFields,
})
export type EntryWrite = z.infer<typeof entryWriteSchema>

/** Opaque to the wire; their shape is the core's. */
export const coreShape = <T>() => z.looseObject({}) as unknown as z.ZodType<T>

export const answeredFinding = z.object({
  finding: coreShape<Finding>(),
  reason: z.string().nullable(),
})

/** A reason that was given for what a check asked, to be offered where it asks the same again. */
export const givenReason = z
  .object({ check: z.string(), about: z.string().nullable(), reason: z.string(), at: instant, by: z.string() })
  .meta({ id: 'GivenReason' })
export type GivenReason = z.infer<typeof givenReason>

const carriedFigure: z.ZodType<CarriedFigure> = z.object({
  register: z.string(),
  name: z.string(),
  value: nmSchema,
  origin: z.uuid(),
  at: instant,
  by: z.string(),
  onFixture: z.boolean(),
})

export const carriedStep: z.ZodType<CarryOffer> = z
  .object({ step: z.string(), title: z.string(), figures: z.array(carriedFigure) })
  .meta({ id: 'CarriedStep', description: 'A step whose figures stand from an earlier setup, each with the measurement behind it.' })

/** All that an entry says, and what its hash is taken over. */
export const entryContent = z
  .object({
    id: z.uuid(),
    machine: z.string(),
    seq: z.int(),
    kind: entryKind,
    at: instant,
    person: z.object({ id: z.string(), name: z.string(), role: roleSchema }),
    shift: z.string().nullable(),
    setup: z.string().nullable(),
    operation: z.string().nullable(),
    step: z.string().nullable(),
    title: z.string(),
    routine: z.string().nullable(),
    inputs: z.record(z.string(), z.string()).nullable(),
    agreed: z.array(z.string()),
    working: coreShape<Working>().nullable(),
    drawing: coreShape<Drawing>().nullable(),
    writes: z.array(entryWriteSchema),
    findings: z.array(answeredFinding),
    readouts: z.array(coreShape<KeptReadout>()),
    seen: z.array(z.string()),
    gauges: z.array(gaugeSchema),
    release: z.object({ person: z.object({ id: z.string(), name: z.string() }), reason: z.string() }).nullable(),
    refers: z.uuid().nullable(),
    reason: z.string().nullable(),
    /** Figures that came over the wire, by input, in entries that have such. */
    taken: z.array(z.object({ input: z.string(), taken: takenSchema })).optional(),
    /** What was counted, in entries that count parts. */
    parts: z
      .object({
        made: z.int(),
        scrapped: z.int(),
        /** Why they were counted without a first part that proves the setup. */
        unproven: z.string().optional(),
        /** The tools on whose edges they were counted. */
        edges: z.array(z.object({ assembly: z.string(), number: z.string(), name: z.string() })).optional(),
      })
      .optional(),
    /** Steps that were carried over from an earlier setup, in entries that do it. */
    carried: z.array(carriedStep).optional(),
  })
  .meta({ id: 'EntryContent' })
export type EntryContent = z.infer<typeof entryContent>

export const entrySchema = z
  .object({
    content: entryContent,
    hash: z.string(),
    previousHash: z.string(),
    correctedBy: z.uuid().nullable(),
    /** Keys of the readouts that have been seen on the control, at recording or later. */
    seen: z.array(z.string()),
  })
  .meta({ id: 'Entry' })
export type Entry = z.infer<typeof entrySchema>

export const entryLine = z
  .object({
    id: z.uuid(),
    machine: z.string(),
    machineName: z.string(),
    seq: z.int(),
    kind: entryKind,
    at: instant,
    by: z.string(),
    shift: z.string().nullable(),
    title: z.string(),
    writes: z.array(entryWriteSchema),
    /** How many more registers it wrote. */
    more: z.int(),
    queries: z.int(),
    released: z.boolean(),
    correctedBy: z.uuid().nullable(),
    reason: z.string().nullable(),
    /** The setup that it was recorded in. */
    setup: z.object({ id: z.string(), job: z.string(), operation: z.string(), part: z.string() }).nullable(),
  })
  .meta({ id: 'EntryLine' })
export type EntryLine = z.infer<typeof entryLine>
