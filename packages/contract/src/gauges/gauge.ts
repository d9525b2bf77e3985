import { z } from 'zod'
import { reason } from '../base/reason.ts'
import { entryLine } from '../entries/entry.ts'
import { instant, nmSchema } from '../base/lengths.ts'
import type { Role } from '../base/roles.ts'
import { gaugeFamily, gaugeSchema } from '../machines/scene.ts'
import { wrongRange, type Gauge } from '@rook/core'

/** A gauge as the shop keeps it: what the routines see, and how long a calibration holds. */
export type GaugeRecord = Gauge & { intervalDays: number | null }
export const gaugeRecord = (gaugeSchema as unknown as z.ZodObject)
  .extend({ intervalDays: z.int().nullable() })
  .meta({ id: 'GaugeRecord' }) as unknown as z.ZodType<GaugeRecord>

/**
 * What can happen to a gauge. `failed` looks back: what was measured since its last calibration is in doubt.
 * `knocked` and `stylus-changed` look ahead: it must be calibrated before it counts again.
 */
export const gaugeEventKind = z.enum([
  'added',
  'calibrated',
  'checked',
  'failed',
  'knocked',
  'stylus-changed',
  'withdrawn',
  'returned',
  'taken-back',
  'corrected',
])
export type GaugeEventKind = z.infer<typeof gaugeEventKind>

export const gaugeEvent = z
  .object({
    id: z.uuid(),
    gauge: z.string(),
    at: instant,
    by: z.string(),
    kind: gaugeEventKind,
    note: z.string().nullable(),
    /** Size and standard uncertainty that hold from then on, where the event says them. */
    size: nmSchema.nullable(),
    uncertainty: nmSchema.nullable(),
    /** The machine’s entry that it came with: a calibration on a spindle. */
    entry: z.uuid().nullable(),
  })
  .meta({ id: 'GaugeEvent' })
export type GaugeEvent = z.infer<typeof gaugeEvent>

export const gaugeEventBody = z
  .object({
    id: z.uuid(),
    kind: gaugeEventKind.exclude(['added', 'taken-back', 'corrected']),
    note: reason,
    size: nmSchema.nullable().default(null),
    uncertainty: nmSchema.nullable().default(null),
  })
  .refine(({ size }) => size === null || size >= 0, { error: 'Size: not less than zero.', path: ['size'] })
  .refine(({ uncertainty }) => uncertainty === null || uncertainty > 0, {
    error: 'Standard uncertainty: more than zero.',
    path: ['uncertainty'],
  })
  .meta({ id: 'GaugeEventInput' })
export type GaugeEventBody = z.infer<typeof gaugeEventBody>

const end = (name: string) =>
  nmSchema
    .refine((value) => value >= 0, { error: `${name}: not less than zero.` })
    .nullable()
    .default(null)

const gaugeFields = z
  .object({
    name: z.string().trim().min(1, { error: 'Name: give the gauge a name.' }).max(60),
    family: gaugeFamily,
    size: nmSchema.refine((value) => value >= 0, { error: 'Size: not less than zero.' }),
    uncertainty: nmSchema.refine((value) => value > 0, { error: 'Standard uncertainty: more than zero.' }),
    least: end('Least size'),
    most: end('Greatest size'),
    intervalDays: z
      .int()
      .min(1, { error: 'Interval: a day at least.' })
      .max(3650, { error: 'Interval: ten years at the most.' })
      .nullable(),
  })
  .extend({ sure: z.boolean().default(false).meta({ description: 'An unusual size is meant as it is written.' }) })

/** Says of a range that it ends before it begins. */
const inOrder = (said: Pick<Gauge, 'family' | 'least' | 'most'>, context: z.RefinementCtx): void => {
  const error = wrongRange(said)
  if (error) context.addIssue({ code: 'custom', message: error, path: ['most'] })
}

export const gaugeInput = gaugeFields.superRefine(inOrder).meta({ id: 'GaugeInput' })

/** A gauge's record as a lead puts it right. What recorded figures rest on takes a reason. */
export const gaugeChange = gaugeFields
  .extend({ reason: reason.nullable().default(null) })
  .superRefine(inOrder)
  .meta({ id: 'GaugeChange' })
export type GaugeChange = z.infer<typeof gaugeChange>

/** What it takes to note each of them: anybody at a machine may say that something fell; what a gauge is, a lead says. */
export const LEAST_FOR_GAUGE: Readonly<Record<GaugeEventKind, Role>> = {
  added: 'lead',
  calibrated: 'lead',
  withdrawn: 'lead',
  returned: 'lead',
  'taken-back': 'lead',
  corrected: 'lead',
  checked: 'operator',
  failed: 'operator',
  knocked: 'operator',
  'stylus-changed': 'setter',
}

/** An entry made with a gauge, and what of it still stands. */
export const gaugeEntry = z.object({ line: entryLine, standing: z.array(z.string()), doubtful: z.boolean() }).meta({ id: 'GaugeEntry' })
export type GaugeEntry = z.infer<typeof gaugeEntry>

export const gaugePage = z
  .object({ gauge: gaugeRecord, events: z.array(gaugeEvent), entries: z.array(gaugeEntry) })
  .meta({ id: 'GaugePage' })
export type GaugePage = z.infer<typeof gaugePage>
