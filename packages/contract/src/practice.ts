import { z } from 'zod'

/** What a person at a practice machine sees. Figures in millimetres. */
export const panelSchema = z
  .object({
    id: z.string(),
    name: z.string(),
    kind: z.enum(['mill', 'lathe']),
    unit: z.enum(['mm', 'in']),
    increment: z.number(),
    places: z.array(z.object({ axis: z.string(), machine: z.number(), part: z.number(), relative: z.number(), 'to-go': z.number() })),
    homed: z.boolean(),
    moving: z.boolean(),
    touching: z.string().nullable(),
    alarm: z.string().nullable(),
    tool: z.string().nullable(),
    tools: z.array(z.object({ id: z.string(), name: z.string() })),
    slot: z.string(),
    slots: z.array(z.string()),
    between: z.string().nullable(),
    betweens: z.array(z.object({ id: z.string(), name: z.string() })),
    cutsByHand: z.boolean(),
    gauges: z.array(z.object({ id: z.string(), name: z.string() })),
    features: z.array(z.string()),
    made: z.int(),
    said: z.string().nullable(),
    table: z.string(),
    fault: z.string(),
    faults: z.array(z.object({ id: z.string(), what: z.string() })),
  })
  .meta({ id: 'PracticePanel' })
export type PracticePanel = z.infer<typeof panelSchema>

export const pressBody = z
  .object({
    press: z.enum(['home', 'jog', 'touch', 'cut', 'tool', 'slot', 'between', 'relative', 'reset', 'run', 'measure', 'table', 'fault']),
    axis: z.string().max(2).optional(),
    /** Millimetres. */
    distance: z.number().optional(),
    tool: z.string().max(40).optional(),
    slot: z.string().max(12).optional(),
    between: z.string().max(40).nullable().optional(),
    gauge: z.string().max(40).optional(),
    feature: z.string().max(60).optional(),
    table: z.string().max(50_000).optional(),
    fault: z.string().max(20).optional(),
  })
  .meta({ id: 'PressPanel' })
export type PressBody = z.infer<typeof pressBody>
