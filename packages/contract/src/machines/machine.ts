import { KINDS, limitProblems, PLAIN_TURNING, STATION_USES, turretProblems, type MachineRecord, type Microdegrees } from '@rook/core'
import { z } from 'zod'
import { nmSchema } from '../base/lengths.ts'

export const axisSchema = z.enum(['X', 'Y', 'Z'])

const angle = z.int() as unknown as z.ZodType<Microdegrees>
const rotarySchema = z
  .object({
    axis: z.enum(['A', 'B', 'C']),
    increment: angle.refine((value) => value > 0, { error: 'Step of a rotary axis: more than zero.' }),
    travel: z.object({ min: angle, max: angle }).nullable(),
    sense: z.union([z.literal(1), z.literal(-1)]),
  })
  .refine(({ travel }) => travel === null || travel.min < travel.max, {
    error: 'Travel of a rotary axis: the lower end must lie below the upper end.',
  })

const travelSchema = z
  .object({ axis: axisSchema, min: nmSchema, max: nmSchema })
  .refine((travel) => travel.min < travel.max, { error: 'Travel: the lower end must lie below the upper end.' })

export const slotCode = z
  .string()
  .trim()
  .regex(/^[A-Z][A-Z0-9. ]{0,11}$/, { error: 'Slot: write it as the control does, such as G54 or G54.1 P3.' })

const spindleSchema = z.enum(['main', 'sub'])
const sizeSchema = nmSchema.refine((value) => value > 0, { error: 'Turret and chuck: a size is more than zero.' })

const turretSchema = z.object({
  name: z.string().trim().min(1).max(20),
  stations: z.int().min(1).max(99),
  across: sizeSchema.nullable().optional(),
  printed: z.object({ X: nmSchema, Z: nmSchema }).nullable().optional(),
  special: z
    .array(z.object({ number: z.int().min(1).max(999), use: z.enum(STATION_USES), spindle: spindleSchema }))
    .max(99)
    .optional(),
})

const chuckSchema = z.object({ across: sizeSchema, length: sizeSchema })
const turningSchema = z.object({
  wear: z.enum(['added', 'taken-off']),
  masters: z.partialRecord(spindleSchema, z.string().regex(/^[1-9]\d{0,3}$/, { error: 'Master: its T number.' })),
  changeAt: z.object({ X: nmSchema, Z: nmSchema }).nullable(),
  chucks: z.partialRecord(spindleSchema, chuckSchema),
  tailstock: sizeSchema.nullable(),
})

/** How its control reads a program, where it differs from what is usual for its kind. */
const dialectSchema = z
  .object({
    bare: z.enum(['units', 'increments']),
    tool: z.enum(['T M6', 'Tttoo']),
    semicolon: z.boolean(),
    codesForDistance: z.boolean(),
  })
  .partial()

const machineFields = z.object({
  name: z.string().trim().min(1, { error: 'Name: give the machine a name.' }).max(40),
  kind: z.enum(['mill', 'lathe']),
  unit: z.enum(['mm', 'in']),
  increment: nmSchema.refine((value) => value > 0, { error: 'Least increment: more than zero.' }),
  travels: z.array(travelSchema).min(2).max(3),
  slots: z
    .array(z.object({ code: slotCode, name: z.string().trim().max(60).nullable(), spindle: spindleSchema.optional() }))
    .min(1)
    .max(60),
  lengthConvention: z.enum(['gauge-length', 'touch-off', 'reference-tool']),
  diameterRegister: z.enum(['diameter', 'radius']),
  xReads: z.enum(['diameter', 'radius']),
  rotates: z.boolean().default(false),
  displayTurns: z.boolean().default(true),
  rotary: z.array(rotarySchema).max(3).default([]),
  spindles: z.array(spindleSchema).max(2).default(['main']),
  turrets: z.array(turretSchema).max(4).default([]),
  turning: turningSchema.default(PLAIN_TURNING),
  dialect: dialectSchema.nullable().default(null),
  limits: z.record(z.string().max(40), z.number()).default({}),
  startUp: z
    .array(z.string().trim().min(1).max(160, { error: 'Start-up: 160 letters a line at most.' }))
    .max(40, { error: 'Start-up: 40 lines at most.' })
    .default([]),
  offsets: z.int().min(1, { error: 'Offset numbers: at least one.' }).max(9999, { error: 'Offset numbers: at most 9999.' }).default(200),
})

/** What is said beside a record when it is kept, and is no part of it. */
const asKept = {
  sure: z.boolean().default(false).meta({ description: 'An unusual increment is meant as it is written.' }),
  reason: z
    .string()
    .trim()
    .max(500)
    .nullable()
    .default(null)
    .meta({ description: 'Why a lead corrects the record although it has figures.' }),
}

/** Slots are picked by what they are called: two that are called alike are taken for each other. */
function namesOnce(slots: readonly { name: string | null }[]): boolean {
  const names = slots.flatMap(({ name }) => (name?.trim() ? [name.trim().toLowerCase()] : []))
  return new Set(names).size === names.length
}

const judged = (fields: typeof machineFields) =>
  fields
    .refine((machine) => new Set(machine.travels.map(({ axis }) => axis)).size === machine.travels.length, {
      error: 'Travels: each axis once.',
    })
    .refine((machine) => new Set(machine.slots.map(({ code }) => code)).size === machine.slots.length, {
      error: 'Slots: each slot once.',
    })
    .refine(({ slots }) => namesOnce(slots), {
      error: 'Slots: two have the same name. A person goes by the name; give each its own.',
      path: ['slots'],
    })
    .refine((machine) => new Set(machine.rotary.map(({ axis }) => axis)).size === machine.rotary.length, {
      error: 'Rotary axes: each axis once.',
    })
    .superRefine((machine, context) => {
      const kind = KINDS[machine.kind]
      const axes = machine.travels.map(({ axis }) => axis)
      const missing = kind.axes.filter((axis) => !axes.includes(axis))
      const strange = [...axes, ...machine.rotary.map(({ axis }) => axis)].filter(
        (axis) => ![...kind.axes, ...kind.mayHave, ...kind.rotary].includes(axis),
      )
      for (const axis of missing)
        context.addIssue({ code: 'custom', path: ['travels'], message: `Travels: a ${machine.kind} has an axis ${axis}.` })
      for (const axis of strange)
        context.addIssue({ code: 'custom', path: ['travels'], message: `Travels: a ${machine.kind} has no axis ${axis} here.` })
      if (!machine.spindles.includes('main'))
        context.addIssue({ code: 'custom', path: ['spindles'], message: 'Spindles: the main spindle is always there.' })
      if (!machine.spindles.includes('sub') && machine.slots.some(({ spindle }) => spindle === 'sub'))
        context.addIssue({ code: 'custom', path: ['slots'], message: 'Slots: one is for a sub-spindle, and the machine has none.' })
      if (machine.rotates && !kind.mayTurn)
        context.addIssue({ code: 'custom', path: ['rotates'], message: `Rotation: not on a ${machine.kind}.` })
      for (const [field, message] of turretProblems(machine)) context.addIssue({ code: 'custom', path: [field], message })
      for (const [limit, message] of Object.entries(limitProblems(machine.limits)))
        context.addIssue({ code: 'custom', path: ['limits', limit], message })
    })

export const machineInput = judged(machineFields).meta({ id: 'MachineInput' })
export const machineChange = judged(machineFields).and(z.object(asKept)).meta({ id: 'MachineChange' })
export type MachineInput = z.infer<typeof machineInput>
export type MachineChange = z.infer<typeof machineChange>
type Usual = 'rotates' | 'displayTurns' | 'rotary' | 'spindles' | 'turrets' | 'turning' | 'dialect' | 'limits' | 'startUp' | 'offsets'
/** The same as it may be sent: without what has a usual value. */
export type MachineSent = Omit<MachineInput, Usual> & Partial<Pick<MachineInput, Usual>>

export const machineSchema = machineFields.extend({ id: z.string() }).meta({ id: 'Machine' }) as unknown as z.ZodType<MachineRecord>
