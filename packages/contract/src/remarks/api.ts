import { z } from 'zod'
import { operation } from '../operation.ts'
import { remarkBody, remarkQuery, remarkSchema, withdrawBody } from './remark.ts'

/** What somebody puts to something. */
export const remarksApi = {
  remarks: operation('remarks', {
    summary: 'What is noted on one thing with its pictures and files, newest first; those that were withdrawn too.',
    query: remarkQuery,
    response: z.array(remarkSchema),
    problems: [404],
  }),
  addRemark: operation('addRemark', {
    summary: 'Adds a note, a picture (PNG, JPEG, WebP), a PDF or a text file. Pictures are drawn anew: nothing else comes with them.',
    body: remarkBody,
    response: remarkSchema,
    problems: [404, 413, 422],
  }),
  withdrawRemark: operation('withdrawRemark', {
    summary: 'Withdraws a note: its writer, a planner or a lead. It stays on record, struck through.',
    params: z.object({ id: z.uuid({ error: 'Note: this is not a note’s id.' }) }),
    body: withdrawBody,
    response: remarkSchema,
    problems: [404, 409],
  }),
}
