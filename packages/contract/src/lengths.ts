import type { Nm } from '@rook/core'
import { z } from 'zod'

/** A length on the wire: a whole number of nanometres. */
export const nmSchema = z
  .int()
  .meta({ id: 'Nanometres', description: 'A length as a whole number of nanometres.' }) as unknown as z.ZodType<Nm>

/** A moment on the wire: ISO 8601, UTC. */
export const instant = z.iso.datetime()
