import { SIZE_KINDS } from '@rook/core'
import type {
  PlannedSize,
  Provenance,
  Feature,
  Gauge,
  GaugeFamily,
  Microdegrees,
  MountedTool,
  Plan,
  PlannedTool,
  Reserved,
  ToolFamily,
  Rest,
  Scene,
  SizeTaken,
  Standing,
  ToolNeed,
} from '@rook/core'
import { z } from 'zod'
import { assemblyFields, furtherPair } from '../tools/assembly.ts'
import { instant, nmSchema } from '../base/lengths.ts'
import { machineSchema } from './machine.ts'
import { holdingSchema } from '../workpieces/workpiece.ts'

export const restSchema: z.ZodType<Rest> = z
  .object({ register: z.string(), origin: z.uuid(), value: nmSchema, standard: z.number().nullable(), edge: z.string().optional() })
  .meta({ id: 'Rest', description: 'A value that another one was worked out with.' })

const angle = z.int().meta({ description: 'Millionths of a degree.' }) as unknown as z.ZodType<Microdegrees>

/** Where a value comes from, as every entry and every present value says it. */
export const provenanceFields = {
  origin: z.uuid(),
  rests: z.array(restSchema) as unknown as z.ZodType<readonly Rest[]>,
  gauges: z.array(z.string()) as unknown as z.ZodType<readonly string[]>,
  byEye: z.boolean().default(false),
  fromHeight: z.boolean().default(false),
  angles: z.object({ A: angle, B: angle, C: angle }).partial().default({}),
  edge: z.uuid().nullable().default(null),
  warmth: z.enum(['cold', 'warm']).nullable().default(null),
  found: z.object({ at: instant, by: z.string(), worked: instant.optional() }).nullable().default(null),
  turned: z
    .object({ surface: z.enum(['outside', 'bore']), diameter: nmSchema })
    .nullable()
    .default(null),
} satisfies Record<keyof Provenance, z.ZodType>

export const standingSchema: z.ZodType<Standing> = z
  .object({
    value: nmSchema,
    state: z.enum(['set', 'estimated', 'deliberately-zero', 'disturbed']),
    entry: z.uuid(),
    at: instant,
    by: z.string(),
    standard: z.number().nullable(),
    operation: z.string().nullable(),
    setup: z.string().nullable(),
    seen: z.boolean(),
    assembly: z.string().nullable(),
    ...provenanceFields,
  })
  .meta({ id: 'Standing' })

export const gaugeFamily: z.ZodType<GaugeFamily> = z.enum([
  'edge-finder',
  'touch-probe',
  'gauge-pin',
  'shim',
  'gauge-block',
  'height-gauge',
  'indicator',
  'setter',
  'ring-gauge',
  'master-tool',
  'caliper',
  'micrometer',
  'bore-gauge',
  'by-eye',
])

export const gaugeSchema: z.ZodType<Gauge> = z
  .object({
    id: z.string(),
    name: z.string(),
    family: gaugeFamily,
    size: nmSchema,
    radii: z.object({ xPlus: nmSchema, xMinus: nmSchema, yPlus: nmSchema, yMinus: nmSchema }).nullable(),
    uncertainty: nmSchema,
    least: nmSchema.nullable(),
    most: nmSchema.nullable(),
    calibrated: instant.nullable(),
    due: instant.nullable(),
    state: z.enum(['in-use', 'disturbed', 'withdrawn']),
    doubtful: z.array(
      z.object({ from: instant.nullable(), to: instant.nullable(), because: z.string(), ofRecord: z.boolean().optional() }),
    ),
  })
  .meta({ id: 'Gauge' })

const toolSchema = assemblyFields
  .extend({ number: z.string(), offset: z.string(), diameterOffset: z.string(), assembly: z.string(), lifeUsed: z.number() })
  .extend({
    further: z.array(furtherPair).optional(),
    pairOf: z.string().optional(),
    spindle: z.enum(['main', 'sub']).optional(),
  })
  .meta({ id: 'MountedTool' }) as unknown as z.ZodType<MountedTool>

export const toolNeed: z.ZodType<ToolNeed> = z
  .object({
    kind: assemblyFields.shape.kind,
    diameter: nmSchema.refine((value) => value > 0, { error: 'Diameter: more than zero.' }).nullable(),
    flutes: z.int().min(1).max(99).nullable(),
  })
  .meta({ id: 'ToolNeed' })

const plannedTool: z.ZodType<PlannedTool> = z.object({
  number: z.string(),
  offset: z.string(),
  diameterOffset: z.string(),
  diameter: z.boolean(),
  need: toolNeed.nullable().optional(),
})

const sizeTaken: z.ZodType<SizeTaken> = z
  .object({
    entry: z.uuid(),
    at: instant,
    by: z.string(),
    routine: z.string(),
    kind: z.string().nullable(),
    target: nmSchema,
    measured: nmSchema,
    step: nmSchema,
  })
  .meta({ id: 'SizeTaken', description: 'A size on the part that was measured, and corrected by a wear register.' })

const span = z.object({ from: nmSchema, to: nmSchema })
export const stockSchema = z.object({ X: span, Y: span, Z: span })

export const featureSchema: z.ZodType<Feature> = z
  .object({ name: z.string(), x: nmSchema, y: nmSchema, size: nmSchema.nullable() })
  .meta({ id: 'Feature' })

const plannedSize: z.ZodType<PlannedSize> = z.object({
  name: z.string(),
  kind: z.enum(SIZE_KINDS),
  nominal: nmSchema,
  upper: nmSchema,
  lower: nmSchema,
  tool: z.string().nullable(),
  gauge: z.string().nullable(),
  every: z.int().nullable(),
})

const planSchema: z.ZodType<Plan> = z
  .object({
    setup: z.string(),
    job: z.string(),
    operation: z.string(),
    operationName: z.string(),
    slots: z.array(z.string()),
    stock: stockSchema.nullable(),
    holding: holdingSchema.nullable(),
    fixtureRepeat: nmSchema.nullable(),
    tolerance: nmSchema.nullable(),
    clearance: nmSchema.nullable(),
    features: z.array(featureSchema),
    sizes: z.array(plannedSize),
    cut: instant.nullable(),
    tools: z.array(plannedTool),
    repeats: z.record(z.string(), z.object({ standard: z.number(), n: z.int() })),
    confirmed: z.record(z.string(), z.uuid()),
  })
  .meta({ id: 'Plan' })

export const reservedSchema: z.ZodType<Reserved> = z
  .object({
    id: z.uuid(),
    slot: z.string(),
    job: z.string().nullable(),
    words: z.string(),
    until: instant.nullable(),
    by: z.string(),
  })
  .meta({ id: 'Reserved' })

export const familySchema: z.ZodType<ToolFamily> = z
  .object({
    entry: z.uuid(),
    name: z.string(),
    called: z.string(),
    members: z.array(z.string()),
    inUse: z.string().nullable(),
  })
  .meta({ id: 'ToolFamily' })

export const sceneSchema: z.ZodType<Scene> = z
  .object({
    machine: machineSchema,
    now: instant,
    homedAt: instant.nullable(),
    poweredAt: instant.nullable(),
    standing: z.record(z.string(), standingSchema),
    formerly: z.record(z.string(), standingSchema),
    sizes: z.record(z.string(), z.array(sizeTaken)),
    gauges: z.array(gaugeSchema),
    tools: z.array(toolSchema),
    plan: planSchema.nullable(),
    families: z.array(familySchema),
    reserved: z.array(reservedSchema),
    atHand: z.object({ stock: stockSchema.nullable(), holding: holdingSchema.nullable() }).nullable(),
  })
  .meta({ id: 'Scene' })
