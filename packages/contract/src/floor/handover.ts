import { HANDOVER_KINDS } from '@rook/core'
import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { pinSchema } from '../people/people.ts'

export const handoverLine = z
  .object({ kind: z.enum(HANDOVER_KINDS), text: z.string().min(1).max(800), entry: z.uuid().nullable() })
  .meta({ id: 'HandoverLine' })

export const handoverSchema = z
  .object({
    id: z.uuid(),
    machine: z.string(),
    shift: z.string(),
    from: instant,
    to: instant,
    lines: z.array(handoverLine),
    words: z.string(),
    by: z.string(),
    at: instant,
    readBy: z.string().nullable(),
    readAt: instant.nullable(),
  })
  .meta({ id: 'Handover', description: 'What one shift leaves to the next on a machine, signed by who leaves and by who comes.' })
export type Handover = z.infer<typeof handoverSchema>

export const handoverPage = z
  .object({
    /** The shift that is handed over; null where none runs or ran. */
    span: z.object({ name: z.string(), from: instant, to: instant }).nullable(),
    /** Drafted from the ledger, whatever has been signed. */
    draft: z.array(handoverLine),
    signed: handoverSchema.nullable(),
    /** The last ones of the machine, newest first. */
    latest: z.array(handoverSchema),
  })
  .meta({ id: 'HandoverPage' })
export type HandoverPage = z.infer<typeof handoverPage>

export const signHandoverBody = z
  .object({ id: z.uuid(), from: instant, lines: z.array(handoverLine).max(200), words: z.string().trim().max(2000), pin: pinSchema })
  .refine(({ lines, words }) => lines.length > 0 || words.length >= 3, {
    error: 'In your own words: say that there is nothing to tell, or leave a line.',
    path: ['words'],
  })
  .meta({ id: 'SignHandover' })

export const readHandoverBody = z.object({ id: z.uuid(), pin: pinSchema }).meta({ id: 'ReadHandover' })
