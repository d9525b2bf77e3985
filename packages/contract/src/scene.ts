import type { Gauge, MountedTool, Plan, Scene, Standing } from '@rook/core'
import { z } from 'zod'
import { instant, nmSchema } from './lengths.ts'
import { machineSchema } from './machine.ts'

export const standingSchema: z.ZodType<Standing> = z
  .object({
    value: nmSchema,
    state: z.enum(['set', 'deliberately-zero']),
    entry: z.uuid(),
    at: instant,
    by: z.string(),
    standard: z.number().nullable(),
    operation: z.string().nullable(),
    setup: z.string().nullable(),
    seen: z.boolean(),
    assembly: z.string().nullable(),
  })
  .meta({ id: 'Standing' })

export const gaugeSchema: z.ZodType<Gauge> = z
  .object({
    id: z.string(),
    name: z.string(),
    family: z.enum(['edge-finder', 'touch-probe', 'gauge-pin', 'shim', 'gauge-block', 'setter', 'master-tool', 'by-eye']),
    size: nmSchema,
    radii: z.object({ xPlus: nmSchema, xMinus: nmSchema, yPlus: nmSchema, yMinus: nmSchema }).nullable(),
    uncertainty: nmSchema,
    calibrated: instant.nullable(),
    due: instant.nullable(),
    state: z.enum(['in-use', 'disturbed', 'withdrawn']),
  })
  .meta({ id: 'Gauge' })

const toolSchema: z.ZodType<MountedTool> = z
  .object({
    number: z.string(),
    offset: z.string(),
    assembly: z.string(),
    name: z.string(),
    estimate: nmSchema.nullable(),
  })
  .meta({ id: 'MountedTool' })

const span = z.object({ from: nmSchema, to: nmSchema })
export const stockSchema = z.object({ X: span, Y: span, Z: span })

const planSchema: z.ZodType<Plan> = z
  .object({
    setup: z.string(),
    operation: z.string(),
    operationName: z.string(),
    slots: z.array(z.string()),
    stock: stockSchema.nullable(),
    fixtureRepeat: nmSchema.nullable(),
  })
  .meta({ id: 'Plan' })

export const sceneSchema: z.ZodType<Scene> = z
  .object({
    machine: machineSchema,
    now: instant,
    homedAt: instant.nullable(),
    poweredAt: instant.nullable(),
    standing: z.record(z.string(), standingSchema),
    formerly: z.record(z.string(), standingSchema),
    gauges: z.array(gaugeSchema),
    tools: z.array(toolSchema),
    plan: planSchema.nullable(),
  })
  .meta({ id: 'Scene' })
