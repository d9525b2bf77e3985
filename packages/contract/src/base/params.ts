import { z } from 'zod'

export const id = z.string().max(60)
export const byId = z.object({ id })
export const byUuid = z.object({ id: z.uuid() })

/** A page of a long list: what is sought in it, and how many come before. */
export const listQuery = z.object({
  words: z.string().max(60).default(''),
  skip: z.coerce.number().int().min(0).max(1_000_000).default(0),
})
