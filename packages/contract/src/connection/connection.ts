import { z } from 'zod'
import { notCompared } from '../exchange/compared.ts'
import { readAddress, readHttpAddress } from '../base/address.ts'
import { instant, nmSchema } from '../base/lengths.ts'
import { axisSchema } from '../machines/machine.ts'

const blankIsNone = (value: string) => (value === '' ? null : value)

/** How a machine is reached. Only a lead says so: the server connects to no other address. */
export const connectionInput = z
  .object({
    agent: z
      .string()
      .trim()
      .max(200)
      .refine((text) => text === '' || readHttpAddress(text) !== null, {
        error: 'Agent: write http://, the machine’s address and a port from 1 to 65535, such as http://10.0.0.7:5000.',
      })
      .transform(blankIsNone),
    device: z
      .string()
      .trim()
      .max(80)
      .transform(blankIsNone)
      .meta({ description: 'Which of the agent’s devices it is, where it has several.' }),
    line: z
      .string()
      .trim()
      .max(200)
      .refine((text) => text === '' || readAddress(text) !== null, {
        error: 'Line channel: write the address and a port from 1 to 65535, such as 10.0.0.7:4001.',
      })
      .transform(blankIsNone),
    readsTable: z.boolean(),
    sends: z.boolean(),
  })
  .refine(({ line, readsTable, sends }) => line !== null || !(readsTable || sends), {
    error: 'Line channel: the table is read and written over it; give its address.',
    path: ['line'],
  })
  .refine(({ readsTable, sends }) => readsTable || !sends, {
    error: 'Sending: what is sent is read back, so the table must be readable.',
    path: ['sends'],
  })
  .meta({ id: 'ConnectionInput' })
export type ConnectionInput = z.infer<typeof connectionInput>

export const connectionSchema = z
  .object({
    agent: z.string().nullable(),
    device: z.string().nullable(),
    line: z.string().nullable(),
    readsTable: z.boolean(),
    sends: z.boolean(),
    at: instant.nullable(),
    by: z.string().nullable(),
  })
  .meta({ id: 'Connection' })
export type MachineConnection = z.infer<typeof connectionSchema>

/** A figure that a gauge has sent. */
export const gaugeFigure = z.object({ gauge: z.string(), text: z.string(), value: nmSchema, age: z.number() })

/** What is known of a machine over its connection. Ages in milliseconds, since clocks differ. */
export const observedSchema = z
  .object({
    machine: z.string(),
    link: z.enum(['none', 'waiting', 'on', 'lost', 'wrong']),
    because: z.string().nullable(),
    age: z.number(),
    still: z.number(),
    positions: z.array(z.object({ axis: axisSchema, machine: nmSchema.nullable(), part: nmSchema.nullable() })),
    slot: z.string().nullable(),
    tool: z.string().nullable(),
    program: z.string().nullable(),
    parts: z.int().nullable(),
    execution: z.string().nullable(),
    /** The line channel, where the machine has one. */
    line: z.enum(['none', 'waiting', 'on', 'lost', 'wrong']),
    lineBecause: z.string().nullable(),
    gauge: gaugeFigure.nullable(),
  })
  .meta({ id: 'Observed' })
export type ObservedAnswer = z.infer<typeof observedSchema>

export const takeBody = z
  .object({
    id: z.uuid(),
    what: z.enum(['position', 'gauge']),
    axes: z.array(axisSchema).max(3).default([]),
    /** What the same sheet has taken for its other positions: each is another moment, so something has moved since. */
    after: z.array(z.uuid()).max(60).default([]),
  })
  .meta({ id: 'Take' })

/** What was taken over the wire at somebody’s press: evidence behind the figures that were recorded from it. */
export const takenSchema = z
  .object({
    id: z.uuid(),
    machine: z.string(),
    at: instant,
    by: z.string(),
    what: z.enum(['position', 'gauge']),
    positions: z.array(z.object({ axis: axisSchema, value: nmSchema })),
    gauge: z.object({ gauge: z.string(), text: z.string(), value: nmSchema }).nullable(),
    slot: z.string().nullable(),
    tool: z.string().nullable(),
  })
  .meta({ id: 'Taken' })
export type Taken = z.infer<typeof takenSchema>

/** Figures that came over the wire: what was taken, by input. */
export const takenByInput = z.record(z.string().max(60), z.uuid())

const heldRow = z.object({
  register: z.string(),
  name: z.string(),
  /** Null where the control has put out no line of it. */
  held: nmSchema.nullable(),
  ledger: nmSchema.nullable(),
  /** Why they may differ, as a clause after “It would if …”. */
  because: z.string().nullable(),
})

/** What a control holds beside what the ledger says, as far as it was read. */
export const controlState = z
  .object({
    readsTable: z.boolean(),
    sends: z.boolean(),
    /** When its table was last read, and by whom: nobody where the server looked by itself. Null before the first time. */
    read: z.object({ at: instant, by: z.string().nullable(), because: z.string().nullable() }).nullable(),
    /** How many registers are equal to the last digit. */
    agree: z.int(),
    notCompared,
    differ: z.array(heldRow),
    problems: z.array(z.string()),
    sent: z
      .object({
        at: instant,
        by: z.string(),
        /** Open while it is on its way, and nobody knows yet. */
        outcome: z.enum(['open', 'equal', 'differs', 'refused', 'unknown']),
        because: z.string().nullable(),
        /** What did not go along, with the reason, as the file that was sent says it. */
        leftOut: z.array(z.string()),
      })
      .nullable(),
  })
  .meta({ id: 'ControlState' })
export type ControlState = z.infer<typeof controlState>

export const readControlBody = z.object({ id: z.uuid() }).meta({ id: 'ReadControl' })
export const sendControlBody = z
  .object({
    id: z.uuid(),
    setup: z.string().max(60).nullable().default(null),
    slots: z.array(z.string().max(12)).max(100),
    tools: z.array(z.string().max(6)).max(1_000),
    /**
     * What the person was shown: every register that goes out, with what the control held and what it becomes. Where the control or the
     * ledger has another figure by now, nothing is sent.
     */
    seen: z
      .array(z.object({ register: z.string().max(80), was: nmSchema.nullable(), becomes: nmSchema }))
      .max(4_000)
      .nullable()
      .default(null),
  })
  .meta({ id: 'SendToControl' })
export type SendToControl = z.infer<typeof sendControlBody>
