import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { operation } from '../operation.ts'
import { byId, id } from '../base/params.ts'
import { reason } from '../base/reason.ts'
import { entryKind, entryLine, entrySchema, recordBody } from './entry.ts'
import { byEntry } from './params.ts'
import { cutMeanwhile } from '../plan/plan.ts'

/** What is recorded. */
export const entriesApi = {
  record: operation('record', {
    summary: 'Works a routine out from readings, checks it and appends it to the ledger.',
    params: byId,
    body: recordBody,
    response: entrySchema,
    problems: [404, 409, 422, 429],
  }),
  entries: operation('entries', {
    summary: 'The ledger, newest first.',
    query: z.object({
      machine: id.optional(),
      register: z.string().max(120).optional(),
      person: id.optional(),
      kind: entryKind.optional(),
      setup: id.optional(),
      job: z.string().max(60).optional().meta({ description: 'Number of a job: what was recorded in any setup of it.' }),
      since: instant.optional().meta({ description: 'Nothing earlier than this.' }),
      before: z.string().max(120).optional().meta({ description: 'The end of the page before, as it was answered.' }),
      until: instant.optional().meta({ description: 'Nothing later than this.' }),
      limit: z.coerce.number().int().min(1).max(200).default(50),
    }),
    response: z.object({ entries: z.array(entryLine), next: z.string().nullable() }),
  }),
  entry: operation('entry', {
    summary: 'One entry, whole.',
    params: byEntry,
    response: entrySchema,
    problems: [404],
  }),
  correct: operation('correct', {
    summary: 'Takes an entry back: a new entry that names it and writes what stood before.',
    params: byEntry,
    body: z.object({ id: z.uuid(), reason }),
    response: entrySchema,
    problems: [404, 409],
  }),
  see: operation('see', {
    summary: 'Notes that a readout was seen on the control.',
    params: byEntry,
    body: z.object({ id: z.uuid(), key: z.string().max(120) }),
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  settle: operation('settle', {
    summary: 'What became of a sending that got no answer: recorded, or not and never to be.',
    params: z.object({ id: z.uuid() }),
    response: z.object({ recorded: z.boolean(), entry: entrySchema.nullable() }),
  }),
  cutMeanwhile: operation('cutMeanwhile', {
    summary: 'Parts that were counted while what an entry wrote stood: those to look at when it was wrong.',
    params: z.object({ id: z.uuid({ error: 'Entry: this is not an entry\u2019s id.' }) }),
    response: cutMeanwhile,
    problems: [404],
  }),
}
