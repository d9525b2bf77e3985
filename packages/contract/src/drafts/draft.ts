import { z } from 'zod'
import { takenByInput } from '../connection/connection.ts'

export const draftKey = z.object({ key: z.string().max(200) })
export const draftSchema = z
  .object({
    key: z.string(),
    routine: z.string().max(60),
    inputs: z.record(z.string().max(60), z.string().max(200)),
    agreed: z.array(z.string().max(60)).max(200),
    answers: z.record(z.string().max(400), z.string().max(500)),
    taken: takenByInput.default({}),
    savedAt: z.iso.datetime(),
    by: z.string(),
  })
  .meta({ id: 'Draft' })
export type Draft = z.infer<typeof draftSchema>
