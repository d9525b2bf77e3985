import { z } from 'zod'

const place = z.number()
const round = z.object({ x: place, y: place, diameter: place })

/** What stands on a practice machine, to a tenth of a millimetre, in machine coordinates. */
const viewSchema = z.object({
  solids: z.array(
    z.object({
      name: z.string(),
      what: z.enum(['part', 'setter', 'jaw', 'plate']),
      section: z.union([
        z.object({
          kind: z.literal('box'),
          x: z.tuple([place, place]),
          y: z.tuple([place, place]),
          turned: z.number().optional(),
          bores: z.array(round).optional(),
        }),
        round.extend({ kind: z.literal('round') }),
      ]),
      bottom: place,
      top: place,
    }),
  ),
  table: place.nullable(),
  bar: z.object({ face: place, jaws: place, turned: z.array(z.object({ from: place, to: place, diameter: place })) }).nullable(),
  tool: z.object({ name: z.string(), x: place, y: place, tip: place, gauge: place, diameter: place }).nullable(),
})
export type PracticeView = z.infer<typeof viewSchema>

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
    /** What can be typed into its control, and what it holds, in its own unit. */
    registers: z.array(z.object({ name: z.string(), value: z.string() })),
    view: viewSchema,
    travels: z.record(z.string(), z.object({ min: z.number(), max: z.number() })),
    said: z.string().nullable(),
    table: z.string(),
    fault: z.string(),
    faults: z.array(z.object({ id: z.string(), what: z.string() })),
  })
  .meta({ id: 'PracticePanel' })
export type PracticePanel = z.infer<typeof panelSchema>

export const pressBody = z
  .object({
    press: z.enum([
      'home',
      'jog',
      'touch',
      'cut',
      'tool',
      'slot',
      'between',
      'relative',
      'reset',
      'run',
      'measure',
      'table',
      'fault',
      'hold',
      'type',
    ]),
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
    register: z.string().max(40).optional(),
    figure: z.string().max(20).optional(),
  })
  .meta({ id: 'PressPanel' })
export type PressBody = z.infer<typeof pressBody>
