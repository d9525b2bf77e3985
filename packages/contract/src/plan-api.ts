import { z } from 'zod'
import { entrySchema, givenReason } from './entry.ts'
import { handoverPage, handoverSchema, readHandoverBody, signHandoverBody } from './handover.ts'
import { operation } from './operation.ts'
import { remarkBody, remarkQuery, remarkSchema, withdrawBody } from './remark.ts'
import { reservedSchema } from './scene.ts'
import { recordCompared, recordSent, setupRecord, takeRecordBody } from './setup-record.ts'
import { carryBody, carryOffer } from './setup.ts'
import {
  beginBody,
  countBody,
  countSchema,
  cutMeanwhile,
  endBody,
  jobBody,
  jobChange,
  jobPage,
  jobSchema,
  operationBody,
  operationPage,
  operationSchema,
  partBody,
  partLine,
  partPage,
  partSchema,
  provenBody,
  reserveBody,
} from './plan.ts'

/** A page of a long list: what is sought in it, and how many come before. */
const listQuery = z.object({
  words: z.string().max(60).default(''),
  skip: z.coerce.number().int().min(0).max(1_000_000).default(0),
})
const byId = z.object({ id: z.string().max(60) })

/** Parts, operations and jobs, and setups from their beginning to their end. */
export const planApi = {
  parts: operation('parts', {
    summary: 'The shop\u2019s parts by name, a page of a hundred; those that some words are found in.',
    query: listQuery,
    response: z.array(partLine),
  }),
  part: operation('part', {
    summary: 'A part with its revisions, operations and jobs.',
    params: byId,
    response: partPage,
    problems: [404],
  }),
  addPart: operation('addPart', { summary: 'Adds a part at its first revision.', body: partBody, response: partSchema, problems: [409] }),
  changePart: operation('changePart', {
    summary: 'Changes a part, or brings in a new revision. Every state of it is kept.',
    params: byId,
    body: partBody,
    response: partSchema,
    problems: [404, 409],
  }),
  operation: operation('operation', {
    summary: 'An operation with its editions and its setups.',
    params: byId,
    response: operationPage,
    problems: [404],
  }),
  addOperation: operation('addOperation', {
    summary: 'Adds an operation to a part.',
    params: byId,
    body: operationBody,
    response: operationSchema,
    problems: [404, 422],
  }),
  changeOperation: operation('changeOperation', {
    summary: 'Makes a new edition of an operation. Setups that are running keep theirs.',
    params: byId,
    body: z
      .object({ edition: z.int(), plan: operationBody })
      .meta({ id: 'OperationChange', description: 'With the edition that was changed.' }),
    response: operationSchema,
    problems: [404, 409, 422],
  }),
  jobs: operation('jobs', {
    summary: 'Jobs, those that are not closed first, a page of a hundred; those that some words are found in.',
    query: listQuery.extend({ part: z.string().max(60).optional() }),
    response: z.array(jobSchema),
  }),
  job: operation('job', {
    summary: 'A job with its setups and what was counted for it.',
    params: byId,
    response: jobPage,
    problems: [404],
  }),
  addJob: operation('addJob', { summary: 'Adds a job.', body: jobBody, response: jobSchema, problems: [404, 409] }),
  changeJob: operation('changeJob', {
    summary: 'Changes a job, closes it or opens it again.',
    params: byId,
    body: jobChange,
    response: jobSchema,
    problems: [404, 409],
  }),
  beginSetup: operation('beginSetup', {
    summary: 'Begins a setup of an operation for a job on a machine. It keeps the edition that is newest now.',
    body: beginBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  endSetup: operation('endSetup', {
    summary: 'Ends a setup. What is left open is named in the entry.',
    params: byId,
    body: endBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  carryOffer: operation('carryOffer', {
    summary: 'What the last good setup of the operation on this machine measured and still stands, step by step; and what does not.',
    params: byId,
    response: carryOffer,
    problems: [404],
  }),
  carryOver: operation('carryOver', {
    summary: 'Confirms figures of an earlier setup for this one. They keep the measurement that they came from.',
    params: byId,
    body: carryBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  reserve: operation('reserve', {
    summary:
      'Keeps a slot of a machine for a job, or for somebody. Whoever else writes it is asked; a setup for another job is not begun there.',
    params: byId,
    body: reserveBody,
    response: reservedSchema,
    problems: [404, 409, 422],
  }),
  endReservation: operation('endReservation', {
    summary: 'Gives a slot that was kept free again.',
    params: z.object({ id: z.uuid({ error: 'Reservation: this is not one’s id.' }) }),
    problems: [404, 409],
  }),
  setupRecord: operation('setupRecord', {
    summary: 'The setup record as one open document; its schema is under `/api/schemas/setup-record.json`.',
    params: byId,
    response: setupRecord,
    problems: [404],
  }),
  readRecord: operation('readRecord', {
    summary: 'What a setup record from elsewhere would add here, and what in it differs from what is here. Nothing is changed.',
    body: recordSent,
    response: recordCompared,
    problems: [422],
  }),
  takeRecord: operation('takeRecord', {
    summary: 'Takes the part and the operation that a setup record plans. Its figures never come along.',
    body: takeRecordBody,
    response: operationSchema,
    problems: [409, 422],
  }),
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
  prove: operation('prove', {
    summary: 'Notes the cautious first run and what was seen in it. It proves the setup until a figure that it rests on is written anew.',
    params: byId,
    body: provenBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  countParts: operation('countParts', {
    summary: 'Counts parts that were finished, and scrapped ones with the reason.',
    params: byId,
    body: countBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  handover: operation('handover', {
    summary: 'What a shift hands over on a machine: drafted from the ledger, or as it was signed.',
    params: byId,
    query: z.object({ shift: z.enum(['this', 'before']).default('this') }),
    response: handoverPage,
    problems: [404],
  }),
  signHandover: operation('signHandover', {
    summary: 'Signs a machine\u2019s handover for a shift. There is one for each.',
    params: byId,
    body: signHandoverBody,
    response: handoverSchema,
    problems: [401, 404, 409, 422, 429],
  }),
  readHandover: operation('readHandover', {
    summary: 'Whoever comes signs that the handover was read.',
    params: z.object({ id: z.uuid({ error: 'Handover: this is not a handover\u2019s id.' }) }),
    body: readHandoverBody,
    response: handoverSchema,
    problems: [401, 404, 409, 422, 429],
  }),
  cutMeanwhile: operation('cutMeanwhile', {
    summary: 'Parts that were counted while what an entry wrote stood: those to look at when it was wrong.',
    params: z.object({ id: z.uuid({ error: 'Entry: this is not an entry\u2019s id.' }) }),
    response: cutMeanwhile,
    problems: [404],
  }),
  reasonsGiven: operation('reasonsGiven', {
    summary: 'Reasons that were given in a setup for what a check asked, newest first.',
    params: byId,
    response: z.array(givenReason),
    problems: [404],
  }),
  partCounts: operation('partCounts', {
    summary: 'What was counted in a setup, newest first.',
    params: byId,
    response: z.array(countSchema),
    problems: [404],
  }),
}
