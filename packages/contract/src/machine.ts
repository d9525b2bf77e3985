import { limitProblems, type MachineRecord } from '@rook/core'
import { z } from 'zod'
import { nmSchema } from './lengths.ts'

export const axisSchema = z.enum(['X', 'Y', 'Z'])

const travelSchema = z
  .object({ axis: axisSchema, min: nmSchema, max: nmSchema })
  .refine((travel) => travel.min < travel.max, { error: 'Travel: the lower end must lie below the upper end.' })

export const slotCode = z
  .string()
  .trim()
  .regex(/^[A-Z][A-Z0-9. ]{0,11}$/, { error: 'Slot: write it as the control does, such as G54 or G54.1 P3.' })

const machineFields = z.object({
  name: z.string().trim().min(1, { error: 'Name: give the machine a name.' }).max(40),
  kind: z.enum(['mill', 'lathe']),
  unit: z.enum(['mm', 'in']),
  increment: nmSchema.refine((value) => value > 0, { error: 'Least increment: more than zero.' }),
  travels: z.array(travelSchema).min(2).max(3),
  slots: z
    .array(z.object({ code: slotCode, name: z.string().trim().max(60).nullable() }))
    .min(1)
    .max(60),
  lengthConvention: z.enum(['gauge-length', 'touch-off', 'reference-tool']),
  diameterRegister: z.enum(['diameter', 'radius']),
  xReads: z.enum(['diameter', 'radius']),
  rotates: z.boolean().default(false),
  limits: z.record(z.string().max(40), z.number()).default({}),
  offsets: z.int().min(1, { error: 'Offset numbers: at least one.' }).max(9999, { error: 'Offset numbers: at most 9999.' }).default(200),
})

export const machineInput = machineFields
  .refine((machine) => new Set(machine.travels.map(({ axis }) => axis)).size === machine.travels.length, {
    error: 'Travels: each axis once.',
  })
  .refine((machine) => new Set(machine.slots.map(({ code }) => code)).size === machine.slots.length, {
    error: 'Slots: each slot once.',
  })
  .superRefine((machine, context) => {
    for (const [limit, message] of Object.entries(limitProblems(machine.limits)))
      context.addIssue({ code: 'custom', path: ['limits', limit], message })
  })
  .meta({ id: 'MachineInput' })
export type MachineInput = z.infer<typeof machineInput>
/** The same as it may be sent: without what has a usual value. */
export type MachineSent = Omit<MachineInput, 'rotates' | 'limits' | 'offsets'> &
  Partial<Pick<MachineInput, 'rotates' | 'limits' | 'offsets'>>

export const machineSchema = machineFields.extend({ id: z.string() }).meta({ id: 'Machine' }) as unknown as z.ZodType<MachineRecord>
