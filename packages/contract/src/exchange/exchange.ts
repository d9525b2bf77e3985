import { PRESET_FIELDS, SETTING_KINDS, type Difference, type Mapping, type OutValue, type SettingTemplate } from '@rook/core'
import { z } from 'zod'
import { notCompared } from './compared.ts'
import { reason } from '../base/reason.ts'
import { coreShape, entrySchema } from '../entries/entry.ts'
import { nmSchema } from '../base/lengths.ts'
import { pinSchema } from '../people/people.ts'

const release = z
  .object({ person: z.string().max(60), pin: pinSchema, reason })
  .nullable()
  .default(null)
const answers = z.record(z.string().max(400), reason).default({})
const basis = z.record(z.string().max(120), z.uuid().nullable()).default({})
/** Figures typed into the tools table, recorded together, all or none. */
export const editsBody = z
  .object({
    id: z.uuid(),
    setup: z.string().max(60).nullable().default(null),
    edits: z
      .array(z.object({ register: z.string().max(120), text: z.string().max(200), by: z.string().max(200).exactOptional() }))
      .min(1, { error: 'Changes: there is nothing to record.' })
      .max(2_000, { error: 'Changes: at most 2000 at once.' }),
    worth: z.enum(['measured', 'estimated']),
    from: z.enum(['table', 'control']).default('table'),
    reason,
    basis,
    answers,
    release,
  })
  .meta({ id: 'Edits' })
export type EditsBody = z.infer<typeof editsBody>

export const mappingSchema = z.partialRecord(z.enum(PRESET_FIELDS), z.string().max(120)) as z.ZodType<Mapping>

/** A preset file as it came, and how it is to be read. */
const presetFile = {
  /** The setup on the machine: its program may call a tool's offsets by other numbers. */
  setup: z.string().max(60).nullable().default(null),
  sender: z.string().trim().min(1, { error: 'Sender: say who or what the file comes from.' }).max(60),
  name: z.string().max(200).default(''),
  /** The file\u2019s bytes, base64. */
  file: z.base64({ error: 'The file did not arrive whole; choose it again.' }).max(16_000_000, { error: 'The file is larger than 12 MB.' }),
  /** Null for what this sender\u2019s last file was read by, or else what the headings say. */
  mapping: mappingSchema.nullable().default(null),
  unit: z.enum(['mm', 'in']).nullable().default(null),
}
export const readPresetsBody = z.object(presetFile).meta({ id: 'ReadPresets' })
export type ReadPresetsBody = z.infer<typeof readPresetsBody>

export const presetsReadSchema = z
  .object({
    kind: z.enum(['table', 'assets']),
    header: z.array(z.string()),
    mapping: mappingSchema,
    unit: z.enum(['mm', 'in']),
    tools: z.int(),
    problems: z.array(z.object({ line: z.int(), column: z.string().nullable(), sentence: z.string() })),
    differences: z.array(coreShape<Difference>()),
  })
  .meta({ id: 'PresetsRead' })
export type PresetsReadAnswer = z.infer<typeof presetsReadSchema>

export const takePresetsBody = z
  .object({
    id: z.uuid(),
    ...presetFile,
    /** Ids of the differences that are taken; null for all of them. */
    chosen: z.array(z.string().max(80)).max(100_000).nullable(),
    reason,
    basis,
    answers,
    release,
  })
  .meta({ id: 'TakePresets' })
export type TakePresetsBody = z.infer<typeof takePresetsBody>

export const presetsTaken = z
  .object({ entry: entrySchema.nullable(), registers: z.int(), records: z.int(), added: z.int() })
  .meta({ id: 'PresetsTaken' })

const line = z.string().max(80)
export const templateSchema = z
  .object({
    lines: z
      .partialRecord(z.enum(SETTING_KINDS as [string, ...string[]]), line)
      .transform((lines) => ({ ...Object.fromEntries(SETTING_KINDS.map((kind) => [kind, ''])), ...lines })),
    decimals: z.number(),
    turnedSign: z.boolean(),
    lengths: z.enum(['gauge-length', 'touch-off', 'reference-tool']),
    diameters: z.enum(['diameter', 'radius']),
    from: z.number(),
    to: z.number(),
  })
  .meta({ id: 'SettingTemplate' }) as unknown as z.ZodType<SettingTemplate>

const lengthTarget = z.discriminatedUnion('convention', [
  z.object({ convention: z.literal('gauge-length'), tool: z.string(), gaugeLength: nmSchema }),
  z.object({ convention: z.literal('touch-off'), shift: nmSchema }),
  z.object({ convention: z.literal('reference-tool'), reference: z.string() }),
])

const conversionSchema = z
  .object({ slot: z.string().max(12), target: lengthTarget })
  .nullable()
  .default(null)

export const valuesOutBody = z
  .object({
    format: z.enum(['lines', 'table', 'assets']),
    setup: z.string().max(60).nullable().default(null),
    slots: z.array(z.string().max(12)).max(100),
    tools: z.array(z.string().max(6)).max(1_000),
    conversion: conversionSchema,
    estimates: z.boolean().default(false),
  })
  .meta({ id: 'ValuesOut' })
export type ValuesOutBody = z.infer<typeof valuesOutBody>

export const valuesOutAnswer = z
  .object({ name: z.string(), text: z.string(), values: z.array(coreShape<OutValue>()) })
  .meta({ id: 'ValuesOutFile' })

export const heldBody = z.object({ text: z.string().max(50_000), conversion: conversionSchema }).meta({ id: 'Held' })
export type HeldBody = z.infer<typeof heldBody>
export const heldAnswer = z
  .object({
    values: z.array(
      z.object({ register: z.string(), name: z.string(), line: z.int(), held: nmSchema, ledger: nmSchema.nullable(), same: z.boolean() }),
    ),
    /** Registers that stand in the ledger and were not in the file, among the kinds that were. */
    missing: z.array(z.string()),
    notCompared,
    problems: z.array(z.object({ line: z.int(), sentence: z.string() })),
    /** Lines that set nothing. */
    passedOver: z.array(z.object({ line: z.int(), text: z.string() })),
  })
  .meta({ id: 'HeldCompared' })
export type HeldAnswer = z.infer<typeof heldAnswer>
