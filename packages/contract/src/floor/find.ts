import { z } from 'zod'

export const FOUND_KINDS = ['machine', 'setup', 'job', 'part', 'tool', 'slot', 'gauge', 'person', 'entry'] as const

/** Something in the shop that is called by the words looked for. */
export const foundSchema = z
  .object({
    kind: z.enum(FOUND_KINDS),
    id: z.string(),
    title: z.string(),
    detail: z.string(),
    /** The machine that a slot or an entry belongs to. */
    of: z.string().nullable(),
  })
  .meta({ id: 'Found' })
export type Found = z.infer<typeof foundSchema>
