import { z } from 'zod'

/** Reasons and notes are kept for ever, so they are sentences and not books. */
export const reason = z
  .string()
  .trim()
  .min(3, { error: 'Reason: a few words at least.' })
  .max(500, { error: 'Reason: 500 characters at the most.' })
