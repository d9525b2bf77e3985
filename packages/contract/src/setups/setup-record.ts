import { MACHINE_KINDS } from '@rook/core'
import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { sealSchema } from '../people/people.ts'
import { operationBody, partBody } from '../plan/plan.ts'

/** A figure as text, exact: millimetres, degrees for an angle. A full stop, an ordinary minus, no exponent. */
const decimal = z.string().regex(/^-?\d+(\.\d+)?$/, { error: 'A decimal figure, such as -313.2079.' })

const figure = z
  .object({
    register: z.string(),
    name: z.string(),
    value: decimal,
    unit: z.enum(['mm', 'deg', 'code']),
    /** As the machine's control shows it, digit for digit. */
    shown: z.string(),
    /** How far it can be trusted: "measured", "carried over", "stale". */
    standing: z.string(),
    because: z.string().nullable(),
    /** ±U, expanded uncertainty with k = 2, in the figure's unit; null where the method gave none. */
    expanded: decimal.nullable(),
    expandedShown: z.string().nullable(),
    entry: z.uuid(),
    at: instant,
    by: z.string(),
  })
  .meta({ id: 'RecordedFigure' })

export const setupRecord = z
  .object({
    format: z.literal('setup-record'),
    version: z.literal(1),
    written: instant,
    shop: z.object({ name: z.string(), timeZone: z.string() }),
    // The same bounds as wherever else a part comes from.
    part: partBody.pick({ number: true, name: true, material: true, revision: true }),
    job: z.object({ number: z.string(), quantity: z.int(), due: z.iso.date().nullable() }),
    machine: z.object({
      id: z.string(),
      name: z.string(),
      kind: z.enum(MACHINE_KINDS),
      unit: z.enum(['mm', 'in']),
      lengthConvention: z.string(),
      diameterRegister: z.string(),
      xReads: z.string(),
    }),
    setup: z.object({ id: z.string(), startedAt: instant, endedAt: instant.nullable(), edition: z.int() }),
    operation: operationBody,
    /** Names of the gauges that the plan calls by their ids here. */
    gaugeNames: z.record(z.string(), z.string()),
    slots: z.array(z.object({ code: z.string(), name: z.string(), figures: z.array(figure) })),
    tools: z.array(
      z.object({
        number: z.string(),
        offset: z.string(),
        diameterOffset: z.string(),
        assembly: z.string(),
        name: z.string(),
        holder: z.string().nullable(),
        figures: z.array(figure),
      }),
    ),
    gauges: z.array(z.object({ name: z.string(), size: decimal, calibrated: instant.nullable() })),
    steps: z.array(
      z.object({ title: z.string(), state: z.string(), at: instant.nullable(), by: z.string().nullable(), reason: z.string().nullable() }),
    ),
    toSee: z.array(z.object({ sentence: z.string(), shown: z.string(), seen: z.boolean() })),
    answers: z.array(
      z.object({ entry: z.uuid(), title: z.string(), verdict: z.string(), sentence: z.string(), reason: z.string(), by: z.string() }),
    ),
    /** Where it stood: each stage, and what it still wanted; older records say nothing of it. */
    stands: z
      .object({
        words: z.string(),
        stages: z.array(
          z.object({
            stage: z.string(),
            state: z.enum(['done', 'here', 'ahead', 'missed']),
            at: instant.nullable(),
            by: z.string().nullable(),
            wants: z.array(z.string()),
          }),
        ),
      })
      .optional(),
    /** The go that was given last, and the text of the program that it was given for; older records say nothing of it. */
    go: z
      .object({ entry: z.uuid(), at: instant, by: z.string(), issue: z.int(), name: z.string(), hash: z.string().regex(/^[0-9a-f]{64}$/) })
      .nullable()
      .optional(),
    firstRun: z.object({ at: instant, by: z.string(), observed: z.string(), lapsed: z.string().nullable() }).nullable(),
    corrections: z.array(z.object({ entry: z.uuid(), title: z.string(), at: instant, by: z.string() })),
    parts: z.object({ made: z.int(), scrapped: z.int(), reasons: z.array(z.string()) }),
    notes: z.array(
      z.object({
        words: z.string(),
        at: instant,
        by: z.string(),
        file: z.object({ name: z.string(), kind: z.string(), checksum: z.string() }).nullable(),
      }),
    ),
    /** Where the machine's chain of entries stood when this was written, and the newest seal of the whole ledger. */
    chain: z.object({ seq: z.int(), hash: z.string(), seal: sealSchema.nullable().default(null) }),
    /** SHA-256 over the document without this field, its keys sorted. */
    digest: z.string().regex(/^[0-9a-f]{64}$/),
  })
  .meta({ id: 'SetupRecord', title: 'Setup record', description: 'Everything that stands behind one setup, in one open document.' })
export type SetupRecord = z.infer<typeof setupRecord>

/** The published schema of the document. */
export const setupRecordSchema = (): object => ({
  $id: '/api/schemas/setup-record.json',
  ...z.toJSONSchema(setupRecord, { target: 'draft-2020-12', io: 'output', unrepresentable: 'any' }),
})

/** A document as somebody chose it: whatever JSON it is. */
export const recordSent = z.object({ document: z.record(z.string(), z.unknown()) }).meta({ id: 'RecordRead' })

export const TAKE_AS = ['new', 'edition'] as const
export const takeRecordBody = z
  .object({ document: z.record(z.string(), z.unknown()), as: z.enum(TAKE_AS) })
  .meta({ id: 'RecordTaken', description: '`edition`: what differs becomes a new edition of the operation that is here.' })

/** What a document would add to the shop, and what in it differs from what is here. */
export const recordCompared = z
  .object({
    from: z.object({ shop: z.string(), machine: z.string(), part: z.string(), operation: z.string(), written: instant }),
    adds: z.array(z.string()),
    /** What differs here, and stays as it is here unless the operation is taken as a new edition. */
    contradicts: z.array(z.object({ what: z.string(), here: z.string().nullable(), there: z.string().nullable() })),
    /** What cannot come along, and why. */
    leaves: z.array(z.string()),
    /** The operation that is here under the same name; null where there is none. */
    operation: z.string().nullable(),
  })
  .meta({ id: 'RecordCompared' })
export type RecordCompared = z.infer<typeof recordCompared>
