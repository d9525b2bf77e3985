import { assemblyProblems, lifeProblems, TOOL_PROPERTIES, type Assembly, type FurtherPair, type ToolKind } from '@rook/core'
import { z } from 'zod'
import { reason } from '../base/reason.ts'

import { instant, nmSchema } from '../base/lengths.ts'

export const toolKind: z.ZodType<ToolKind> = z.enum([
  'end-mill',
  'face-mill',
  'ball-mill',
  'chamfer-mill',
  'saw',
  'drill',
  'spot-drill',
  'reamer',
  'tap',
  'boring-head',
  'turning',
  'boring-bar',
  'parting',
  'other',
])

const lifeRule = z.object({
  by: z.enum(['parts', 'minutes', 'uses']),
  limit: z.number().max(1e6),
  warning: z.number().max(1e6),
})

/** What is known of an assembly apart from its id; properties by their ISO 13399 symbols. */
export const assemblyFields = z.object({
  name: z.string().trim().min(1, { error: 'Name: give the tool a name.' }).max(80, { error: 'Name: 80 characters at the most.' }),
  kind: toolKind,
  holder: z.string().trim().max(80).nullable(),
  turning: z.enum(['right', 'left']),
  flutes: z.number().nullable(),
  /** Designation after ISO 1832; null where it cuts with no insert. */
  insert: z.string().trim().max(40).nullable().default(null),
  properties: z.partialRecord(z.enum(TOOL_PROPERTIES), nmSchema),
  estimate: nmSchema.nullable(),
  edges: z.object({ rule: z.enum(['longest', 'mean']), spread: nmSchema.nullable() }),
  life: lifeRule.nullable(),
})

/** Ids are typed on labels and in files: letters, digits and a few signs. */
export const assemblyId = z
  .string()
  .trim()
  .regex(/^[\p{L}\p{N}][\p{L}\p{N} ._:-]{0,59}$/u, { error: 'Id: letters, digits, spaces, points and hyphens, at most 60.' })

export const assemblyInput = assemblyFields
  .superRefine((tool, context) => {
    for (const [field, message] of Object.entries(assemblyProblems(tool as Pick<Assembly, 'properties' | 'flutes' | 'insert'>)))
      context.addIssue({ code: 'custom', path: field === 'flutes' || field === 'insert' ? [field] : ['properties', field], message })
    if (tool.estimate !== null && tool.estimate <= 0)
      context.addIssue({ code: 'custom', path: ['estimate'], message: 'Rough length: more than zero, from the gauge line.' })
    if (tool.life)
      for (const [field, message] of Object.entries(lifeProblems(tool.life)))
        context.addIssue({ code: 'custom', path: ['life', field], message })
  })
  .meta({ id: 'AssemblyInput' })
export type AssemblyInput = z.infer<typeof assemblyInput>

export const mountedAt = z.object({
  machine: z.string(),
  machineName: z.string(),
  number: z.string(),
  offset: z.string(),
  diameterOffset: z.string(),
})
export type MountedAt = z.infer<typeof mountedAt>

const record = assemblyFields.extend({ id: z.string(), lifeUsed: z.number() })
export const assemblySchema = record
  .extend({
    mounted: mountedAt.nullable(),
    broken: z.boolean().meta({ description: 'It broke, and nothing new has been put into it since.' }),
  })
  .meta({ id: 'Assembly' }) as unknown as z.ZodType<Assembly & { mounted: MountedAt | null; broken: boolean }>
export type AssemblyRecord = z.infer<typeof assemblySchema>

export const assemblyEventKind = z.enum([
  'added',
  'changed',
  'mounted',
  'taken-out',
  'moved',
  'insert-changed',
  'reground',
  'broken',
  'life-reset',
  'used',
])
export type AssemblyEventKind = z.infer<typeof assemblyEventKind>

export const assemblyEvent = z
  .object({
    id: z.uuid(),
    at: instant,
    by: z.string(),
    kind: assemblyEventKind,
    note: z.string().nullable(),
    amount: z.number().nullable(),
    machine: z.string().nullable(),
    number: z.string().nullable(),
    entry: z.uuid().nullable(),
  })
  .meta({ id: 'AssemblyEvent' })
export type AssemblyEvent = z.infer<typeof assemblyEvent>

export const loadBaselineSchema = z
  .object({
    id: z.uuid(),
    section: z.string(),
    program: z.string(),
    value: z.number(),
    unit: z.string(),
    warning: z.number(),
    alarm: z.number(),
    at: instant,
    by: z.string(),
    note: z.string().nullable(),
    seen: z.array(z.object({ at: instant, by: z.string(), part: z.string(), value: z.number() })),
  })
  .meta({ id: 'LoadBaseline' })
export type LoadBaselineRecord = z.infer<typeof loadBaselineSchema>

export const assemblyPage = z.object({ assembly: assemblySchema, events: z.array(assemblyEvent), loads: z.array(loadBaselineSchema) })
export type AssemblyPage = z.infer<typeof assemblyPage>

export const toolEventBody = z
  .object({
    id: z.uuid(),
    kind: z.enum(['insert-changed', 'reground', 'broken', 'life-reset', 'used']),
    note: z.string().trim().max(500).default(''),
    /** How much was used, in the life rule\u2019s own unit. */
    amount: z.number().max(1e6).nullable().default(null),
  })
  .meta({ id: 'ToolEvent' })
export type ToolEventBody = z.infer<typeof toolEventBody>

export const loadBody = z
  .object({
    id: z.uuid(),
    section: z.string().trim().min(1, { error: 'Section: say which part of the program it is.' }).max(60),
    program: z.string().trim().max(60).default(''),
    value: z.number().max(1e6),
    unit: z.string().trim().max(10),
    warning: z.number().max(10),
    alarm: z.number().max(10),
    note: z.string().trim().max(500).nullable().default(null),
  })
  .meta({ id: 'Load' })

/** Observations as they are pasted: a line each, part and load. */
export const loadSeenBody = z.object({ id: z.uuid(), text: z.string().max(60_000) }).meta({ id: 'LoadsSeen' })

const toolNumber = z.string().regex(/^[1-9]\d{0,4}$/, { error: 'Tools: numbers from 1 on.' })

export const familyBody = z
  .object({
    id: z.uuid(),
    name: z.string().trim().min(1, { error: 'Name: say what they do.' }).max(60),
    called: z
      .string()
      .trim()
      .regex(/^[0-9A-Z]{1,8}$/, { error: 'Called by: the number in the program.' }),
    /** None of them for a family that is given up. */
    members: z.array(toolNumber).max(40),
    inUse: toolNumber.nullable(),
    /** The entry that the screen shows it by; null for a new one. */
    basis: z.uuid().nullable(),
    reason: z.union([reason, z.literal('')]).default(''),
  })
  .meta({ id: 'SayFamily' })
export type FamilyBody = z.infer<typeof familyBody>

/** A further pair of offsets of a mounted tool. */
export const furtherPair: z.ZodType<FurtherPair> = z.object({
  offset: z.string().trim().max(5),
  words: z.string().trim().max(40),
  spindle: z.enum(['main', 'sub']).nullable(),
})

export const pairsBody = z
  .object({
    id: z.uuid(),
    number: toolNumber,
    /** The assembly that sits there. It is sent along, so that a change made for another tool is refused. */
    assembly: z.string().max(60),
    /** All of them; none where it is called by its own offset alone. */
    pairs: z.array(furtherPair).max(8),
    /** Those that the screen showed before. */
    shown: z.array(furtherPair).max(8),
  })
  .meta({ id: 'SayPairs' })
export type PairsBody = z.infer<typeof pairsBody>

/** Puts an assembly into a pocket, moves it there from another, or takes out what sits there. */
export const mountBody = z
  .object({
    id: z.uuid(),
    number: z
      .string()
      .trim()
      .regex(/^[1-9]\d{0,4}$/, { error: 'Pocket: a whole number from 1 on.' }),
    /** Null to take out what sits there. */
    assembly: z.string().max(60).nullable(),
    offset: z.string().trim().max(6).default(''),
    diameterOffset: z.string().trim().max(6).default(''),
    /** Where it sits now, when it is moved from there: said, so that nobody mounts a tool that sits elsewhere. */
    from: z
      .object({ machine: z.string().max(60), number: z.string().max(6) })
      .nullable()
      .default(null),
    /** What sits in the pocket and goes to the drawer for it: said, so that nobody takes out what they have not seen. */
    replaces: z.string().max(60).nullable().default(null),
    /** True where its figures go with it. */
    carry: z.boolean().default(false),
    reason: z.union([reason, z.literal('')]).default(''),
  })
  .meta({ id: 'Mount' })
export type MountBody = z.infer<typeof mountBody>
