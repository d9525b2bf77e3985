import type { Nm } from '@rook/core'
import { z } from 'zod'

/** No machine is larger, and sums of a few such lengths are still whole numbers that a program can hold. */
const FARTHEST = 1_000_000_000_000
const TOO_FAR = { error: 'Length: more than a kilometre. Look for a lost decimal point.' }

/** A length on the wire: a whole number of nanometres, a kilometre at the most. */
export const nmSchema = z
  .int()
  .min(-FARTHEST, TOO_FAR)
  .max(FARTHEST, TOO_FAR)
  .meta({ id: 'Nanometres', description: 'A length as a whole number of nanometres.' }) as unknown as z.ZodType<Nm>

/** A moment on the wire: ISO 8601, UTC. */
export const instant = z.iso.datetime()
