import { z } from 'zod'
import { instant, nmSchema } from './lengths.ts'

/** What somebody else wrote to a register since the client last looked. */
export const between = z
  .object({
    entry: z.uuid(),
    seq: z.int(),
    at: instant,
    by: z.string(),
    title: z.string(),
    register: z.string(),
    name: z.string(),
    after: nmSchema.nullable(),
  })
  .meta({ id: 'Between' })
export type Between = z.infer<typeof between>

/** A problem document (RFC 9457). `code` is for programs, `detail` for people. */
export const problemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string(),
    code: z.string(),
    /** Sentences by input or by field. */
    fields: z.record(z.string(), z.string()).optional(),
    /** With `register-moved-on`: what came in between. */
    between: z.array(between).optional(),
    /** With `too-many-attempts`: when the next try is possible. */
    until: instant.optional(),
  })
  .meta({ id: 'Problem' })
export type Problem = z.infer<typeof problemSchema>
